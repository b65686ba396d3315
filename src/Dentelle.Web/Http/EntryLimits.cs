using System.ComponentModel.DataAnnotations;

namespace Dentelle.Web.Http;

/// <summary>Holds what is sent to the limits that its contract names.</summary>
internal sealed class EntryLimits : IEndpointFilter
{
    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        foreach (var argument in context.Arguments)
        {
            if (argument?.GetType() is not { } type || type.Namespace?.StartsWith(nameof(Dentelle), StringComparison.Ordinal) != true)
                continue;
            var found = new List<ValidationResult>();
            if (!Validator.TryValidateObject(argument, new ValidationContext(argument), found, validateAllProperties: true))
                return Problems.From(new Problem("too-long", Said(found[0], type)));
        }
        return await next(context);
    }

    private static string Said(ValidationResult wrong, Type type)
    {
        var name = wrong.MemberNames.First();
        if (
            type.GetProperty(name)!
                .GetCustomAttributes(typeof(AllowedValuesAttribute), true)
                .OfType<AllowedValuesAttribute>()
                .FirstOrDefault() is
            { } allowed
        )
            return $"“{name.LowerFirst()}” is one of {string.Join(", ", allowed.Values.OfType<string>())}.";
        var most = type.GetProperty(name)!
            .GetCustomAttributes(typeof(MaxLengthAttribute), true)
            .OfType<MaxLengthAttribute>()
            .First()
            .Length;
        return $"“{name.LowerFirst()}” is too long: {most} at most.";
    }
}
