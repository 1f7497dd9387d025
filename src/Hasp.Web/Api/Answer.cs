using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Files;

namespace Hasp.Web.Api;

/// <summary>How the door for programs reads and answers.</summary>
internal static class Answer
{
    /// <summary>A form of a foreign page can send text, but not this type without being asked first.</summary>
    internal static IResult NotJson => Results.Problem(
        statusCode: 415, title: "Send the document as application/json",
        detail: "For example: curl -H 'Content-Type: application/json' --data-binary @joint.json …");

    /// <summary>What was sent, up to one byte past the limit: enough for the parser to say so.</summary>
    internal static async Task<MemoryStream> Body(HttpRequest request)
    {
        var body = new MemoryStream();
        var buffer = new byte[16384];
        int read;
        while ((read = await request.Body.ReadAsync(buffer)) > 0)
        {
            if (body.Length <= JointDocument.MaxBytes) await body.WriteAsync(buffer.AsMemory(0, read));
        }
        return body;
    }

    /// <summary>Problem details with every fault.</summary>
    internal static IResult Refused(IReadOnlyList<Fault> faults) => Json(
        new JsonObject
        {
            ["type"] = "about:blank",
            ["title"] = "The document has faults",
            ["status"] = 400,
            ["detail"] = $"{faults.Count} {(faults.Count == 1 ? "fault" : "faults")}; each with its id, its path and what is allowed.",
            ["faults"] = ResultDocument.Of(faults),
        }, 400, "application/problem+json");

    /// <summary>A document.</summary>
    internal static IResult Json(JsonNode node, int status = 200, string type = "application/json") =>
        Results.Text(node.ToJsonString(ResultDocument.Indented), type, System.Text.Encoding.UTF8, status);
}
