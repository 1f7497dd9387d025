using System.Text.Json.Nodes;
using Hasp.Files;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Microsoft.OpenApi.Reader;

namespace Hasp.Web.Api;

/// <summary>What a request carries, by the name of its schema.</summary>
/// <param name="Schema">Name among the schemas of the description.</param>
internal sealed record Carries(string Schema);

/// <summary>The OpenAPI description: the framework's own, with the schemas that the field lists give.</summary>
internal static class ApiDescription
{
    /// <summary>Name of the joint's schema.</summary>
    internal const string Joint = "joint";

    internal static void AddApiDescription(this IServiceCollection services) => services.AddOpenApi(options =>
    {
        options.OpenApiVersion = OpenApiSpecVersion.OpenApi3_1;
        options.AddDocumentTransformer((document, _, _) =>
        {
            document.Info = new()
        {
            Title = "Hasp", Version = "1", Description = "Evaluates bolted joints. Field, check and value names: docs/format.md.",
        };
            document.Servers = [];
            document.Components ??= new();
            document.Components.Schemas ??= new Dictionary<string, IOpenApiSchema>();
            foreach (var (name, schema) in Schemas()) document.Components.Schemas[name] = SchemaOf(schema, document);
            return Task.CompletedTask;
        });
        options.AddOperationTransformer((operation, context, _) =>
        {
            if (context.Description.ActionDescriptor.EndpointMetadata.OfType<Carries>().FirstOrDefault() is { } carries)
            {
                operation.RequestBody = new OpenApiRequestBody
                {
                    Required = true,
                    Content = new Dictionary<string, OpenApiMediaType> { ["application/json"] =
                        new() { Schema = new OpenApiSchemaReference(carries.Schema, context.Document) } },
                };
            }
            return Task.CompletedTask;
        });
    });

    /// <summary>Says what a request carries.</summary>
    internal static RouteHandlerBuilder Takes(this RouteHandlerBuilder endpoint, string schema) =>
        endpoint.WithMetadata(new Carries(schema));

    /// <summary>Says how it answers: a document, or problem details with every fault.</summary>
    internal static RouteHandlerBuilder Answers(this RouteHandlerBuilder endpoint) =>
        endpoint.Produces<JsonObject>(StatusCodes.Status200OK, "application/json").ProducesProblem(StatusCodes.Status400BadRequest);

    private static IEnumerable<(string Name, JsonObject Schema)> Schemas() =>
        RecordKind.Shelved.Select(k => (k.Id, FormatDescription.Schema(k))).Prepend((Joint, FormatDescription.Schema()));

    private static OpenApiSchema SchemaOf(JsonObject schema, OpenApiDocument document)
    {
        schema.Remove("$schema");
        return OpenApiModelFactory.Parse<OpenApiSchema>(schema.ToJsonString(), OpenApiSpecVersion.OpenApi3_1, document, out _)
            ?? throw new InvalidOperationException("the schema of the field list is not one of OpenAPI");
    }
}
