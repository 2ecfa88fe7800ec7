using System.Text.Json;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Garten.Server.Hosting;

/// <summary>Details of the API's description that the framework cannot guess.</summary>
public static class OpenApiShape
{
    private static readonly Type[] Identifiers = [typeof(TaxonId), typeof(CharacterId), typeof(KeyId)];

    private static bool IsIdentifier(Type type) =>
        Array.IndexOf(Identifiers, type) >= 0 || type.IsAssignableTo(typeof(IEntityId));

    /// <summary>Describes identifiers as the plain strings they are written as.</summary>
    /// <param name="options">The description's options.</param>
    public static void Configure(OpenApiOptions options)
    {
        // What may be left out is described where it stands, so that it does not lend its null to the same type elsewhere.
        options.CreateSchemaReferenceId = type =>
            Nullable.GetUnderlyingType(type.Type) is not null || IsIdentifier(type.Type)
                ? null
                : OpenApiOptions.CreateDefaultSchemaReferenceId(type);
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
                if (IsIdentifier(type))
                {
                    schema.Type =
                        type == context.JsonTypeInfo.Type
                            ? JsonSchemaType.String
                            : JsonSchemaType.String | JsonSchemaType.Null;
                    schema.Properties?.Clear();
                    schema.Required?.Clear();
                }
                else if (context.JsonTypeInfo.ElementType is { } element && IsIdentifier(element))
                {
                    schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
                }
                else if (
                    type is { IsValueType: true, IsPrimitive: false, IsEnum: false }
                    && schema.Properties is { Count: > 0 } properties
                )
                {
                    // A struct can be left out in C#, but what the server writes always has all its parts.
                    schema.Required = properties.Keys.ToHashSet();
                }

                return Task.CompletedTask;
            }
        );

        // What is asked in the address is written as everything else is, also where it comes from a record's parts.
        options.AddOperationTransformer(
            (operation, _, _) =>
            {
                foreach (
                    var parameter in (operation.Parameters ?? [])
                        .OfType<OpenApiParameter>()
                        .Where(p => p.In == ParameterLocation.Query)
                )
                {
                    parameter.Name = JsonNamingPolicy.CamelCase.ConvertName(parameter.Name!);
                }

                return Task.CompletedTask;
            }
        );
    }
}
