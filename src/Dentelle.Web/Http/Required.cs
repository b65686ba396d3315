using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Dentelle.Web.Http;

/// <summary>
/// Tidies the API's schemas. In answers a property that is not nullable is always there; saying so spares the front end a
/// thousand question marks.
/// Inputs keep their defaults and stay optional.
/// </summary>
internal sealed class Required : IOpenApiSchemaTransformer
{
    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        var type = context.JsonTypeInfo;
        if (Plain(schema, type.Type))
            return Task.CompletedTask;
        if (schema.Enum is { } names)
        {
            // Whether null is allowed is said where the enum is used, not in the list of its names.
            for (var i = names.Count - 1; i >= 0; i--)
            {
                if (names[i] is null || names[i]!.GetValueKind() == System.Text.Json.JsonValueKind.Null)
                    names.RemoveAt(i);
            }
        }

        if (
            type.Kind != System.Text.Json.Serialization.Metadata.JsonTypeInfoKind.Object
            || type.Type == typeof(Core.Inputs.PlanInputs)
            || type.Type == typeof(Core.Plans.Findings)
        )
            return Task.CompletedTask;
        schema.Required ??= new HashSet<string>(StringComparer.Ordinal);
        foreach (var property in type.Properties)
        {
            if (property.IsGetNullable)
                schema.Required.Remove(property.Name);
            else
                schema.Required.Add(property.Name);
        }

        return Task.CompletedTask;
    }

    /// <summary>Types of the vocabulary that stand as one plain value.</summary>
    private static bool Plain(OpenApiSchema schema, Type type)
    {
        var bare = Nullable.GetUnderlyingType(type) ?? type;
        var orNull = bare == type ? default : JsonSchemaType.Null;
        if (bare == typeof(Mm))
            (schema.Type, schema.Format) = (JsonSchemaType.Number | orNull, "double");
        else if (bare == typeof(ToothCode))
            schema.Type = JsonSchemaType.String | orNull;
        else if (bare == typeof(Core.Plans.ByZone) || Core.Exchange.JsonDocuments.IsMapOfLengths(bare))
            (schema.Type, schema.AdditionalProperties) = (
                JsonSchemaType.Object,
                new OpenApiSchema { Type = JsonSchemaType.Number, Format = "double" }
            );
        else
            return false;
        return true;
    }
}
