using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Web.Pages.Joints;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace Hasp.Web.Services;

/// <summary>
/// The panel of a stage: what every answer is morphed into, where its changes go, and what they carry along. Without scripts the form in
/// it sends all fields at once. Its head is written after it: what is wrong and no control of the panel says is said there.
/// </summary>
[HtmlTargetElement("hasp-stage")]
public sealed class StageTagHelper(IAntiforgery antiforgery, IHtmlHelper html) : TagHelper
{
    [ViewContext, HtmlAttributeNotBound]
    public ViewContext View { get; set; } = null!;

    /// <summary>The stage.</summary>
    public required StageModel Model { get; set; }

    public override async Task ProcessAsync(TagHelperContext context, TagHelperOutput output)
    {
        await output.GetChildContentAsync();
        ((IViewContextAware)html).Contextualize(View);
        output.TagName = "div";
        output.Attributes.SetAttribute("id", "stage");
        output.Attributes.SetAttribute("data-address", Model.Address);
        output.Attributes.SetAttribute("hx-target", "#stage");
        output.Attributes.SetAttribute("hx-swap", "morph:outerHTML");
        output.Attributes.SetAttribute("hx-include", "#stage-state");
        var token = antiforgery.GetAndStoreTokens(View.HttpContext).RequestToken;
        var carried = string.Concat(Model.Carried.Select(c => $"<input type=\"hidden\" name=\"{E(c.Name)}\" value=\"{E(c.Value)}\" />"));
        output.PreContent.SetHtmlContent($"""
            <form id="stage-form" method="post" action="{E(Model.Address)}?handler=SetAll">
              <input type="hidden" name="__RequestVerificationToken" value="{E(token ?? "")}" />
              <div id="stage-state">{carried}</div>
              <noscript><p class="banner">Without scripts nothing is answered while you type: change fields, then <button>Save all fields</button>. Verdicts, parts and cases work; dragging on drawings does not.</p></noscript>
            </form>
            <form id="stage-view" method="get" action="{E(Model.Address)}"></form>
            """);
        output.PreContent.AppendHtml(await html.PartialAsync("_StageHead", Model));
    }

    private static string E(string text) => WebUtility.HtmlEncode(text);
}

/// <summary>Lets a button that asks for a part of the page work without scripts as well: it sends the stage's form to the same
/// address.</summary>
[HtmlTargetElement("button", Attributes = "hx-post")]
[HtmlTargetElement("button", Attributes = "hx-get")]
public sealed class PlainButtonTagHelper : TagHelper
{
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        string? Text(string name) => output.Attributes[name]?.Value switch
        {
            null => null, HtmlString s => WebUtility.HtmlDecode(s.Value),
            var v => WebUtility.HtmlDecode(v.ToString()),
        };
        output.Attributes.SetAttribute("type", "submit");
        if (Text("hx-post") is { } post)
        {
            output.Attributes.SetAttribute("form", "stage-form");
            output.Attributes.SetAttribute("formaction", post + Query(Text("hx-vals")));
            return;
        }
        // A view of the stage has one parameter: what is opened, or which case is shown.
        var (name, value) = Text("hx-get")!.Split('?')[^1].Split('&').Select(p => p.Split('=', 2)).Where(p => p[0] != "handler")
            .Select(p => (p[0], Uri.UnescapeDataString(p[^1]))).FirstOrDefault();
        output.Attributes.SetAttribute("form", "stage-view");
        output.Attributes.SetAttribute("name", name);
        output.Attributes.SetAttribute("value", value);
    }

    private static string Query(string? values) =>
        values is null || JsonNode.Parse(values) is not JsonObject all ? ""
            : string.Concat(all.Select(v => $"&{v.Key}={Uri.EscapeDataString(v.Value?.GetValueKind() == JsonValueKind.String
                ? v.Value.GetValue<string>() : v.Value?.ToJsonString() ?? "")}"));
}
