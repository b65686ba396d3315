using System.ComponentModel.DataAnnotations;
using System.Reflection;
using Microsoft.AspNetCore.Http.Features;

namespace Dentelle.Web.Http;

internal static class BodyLimits
{
    /// <summary>
    /// Lets a body be larger than what is usually taken: one byte more than may be kept, so that the sentence says what the
    /// limit is.
    /// </summary>
    public static void TakeUpTo(this HttpRequest request, long bytes)
    {
        if (request.HttpContext.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit)
            limit.MaxRequestBodySize = bytes + 1;
    }
}

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
        var property = type.GetProperty(name)!;
        if (property.GetCustomAttribute<AllowedValuesAttribute>() is { } allowed)
            return $"“{name.LowerFirst()}” is one of {string.Join(", ", allowed.Values.OfType<string>())}.";
        var most = property.GetCustomAttribute<MaxLengthAttribute>()!.Length;
        return $"“{name.LowerFirst()}” is too long: {most} at most.";
    }
}
