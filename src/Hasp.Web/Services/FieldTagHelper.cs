using System.Net;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace Hasp.Web.Services;

/// <summary>
/// One field of the joint on the Bench: label, control, and its fault beside it. The control follows from the field list:
/// what the parser reads is what the form offers.
/// </summary>
[HtmlTargetElement("hasp-field", TagStructure = TagStructure.WithoutEndTag)]
public sealed class FieldTagHelper(Preferences preferences) : TagHelper
{
    /// <summary>The joint.</summary>
    public required BenchState State { get; set; }

    /// <summary>Path in the document, e.g. <c>layers[0].thickness</c>.</summary>
    public required string Path { get; set; }

    /// <summary>The label where the field's own would not do.</summary>
    public string Label { get; set; } = "";

    /// <summary>What an empty control reads; what the field itself says where this is not set.</summary>
    public string? Chosen { get; set; }

    /// <summary>A remark after the control.</summary>
    public string Hint { get; set; } = "";

    /// <summary>Options where the catalogue decides them.</summary>
    public IEnumerable<string>? Options { get; set; }

    /// <summary>True where the control takes a line of its own: lists of long words.</summary>
    public bool Stacked { get; set; }

    /// <summary>True in rows of several fields: the table's head labels it, and its fault stands under the whole row.</summary>
    public bool Bare { get; set; }

    [ViewContext, HtmlAttributeNotBound]
    public ViewContext View { get; set; } = null!;

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var field = Fields.At(Path) ?? throw new InvalidOperationException($"no field {Path}");
        var id = IdOf(Path);
        var blank = Chosen ?? field.Chosen(State.Result.Joint, preferences.Units);
        var fault = State.FaultAt(Path);
        var text = FieldText.Show(State.Draft, Path, preferences.Units);
        output.TagName = "div";
        output.TagMode = TagMode.StartTagAndEndTag;
        output.Attributes.SetAttribute("class", "field" + (Bare ? " bare" : "") + (Stacked ? " stacked" : "")
            + (field.Lines ? " lines" : "") + (fault is null ? "" : " faulty"));
        output.Attributes.SetAttribute("id", "row-" + id);
        var described = fault is null ? "" : $" aria-invalid=\"true\" aria-describedby=\"{id}-fault\"";
        // A form of its own, outside, takes the fields of the page where there are no scripts.
        var attributes = $"id=\"{id}\" name=\"{E(Path)}\" form=\"stage-form\" data-path=\"{E(Path)}\" data-shown=\"{E(text)}\"{described}";
        var label = $"<label for=\"{id}\"{(Bare ? " class=\"visually-hidden\"" : "")}>{E(Label.Length > 0 ? Label : field.Label)}</label>";
        var control = Options is not null || field.Choices.Count > 0 ? Select(attributes, Options ?? field.Choices, text, blank, field)
            : field.Lines ? $"<textarea rows=\"4\" maxlength=\"{field.MaxLength}\" dir=\"auto\" {attributes}>\n{E(text)}</textarea>"
            : $"<input type=\"text\" autocomplete=\"off\" spellcheck=\"false\" maxlength=\"{Math.Max(field.MaxLength, 200)}\" "
                + $"dir=\"auto\" {attributes} value=\"{E(text)}\" placeholder=\"{E(blank)}\" />";
        var chosen = fault is null && State.Draft.At(Path) is { } place && State.Draft.IsChosen(place);
        var hint = chosen ? "<span class=\"hint chosen\">chosen</span>" : Hint.Length > 0 ? $"<span class=\"hint\">{E(Hint)}</span>" : "";
        var problem = fault is null || Bare || !SaidFaults.Say(View.HttpContext, fault) ? ""
            : $"<p class=\"fault\" id=\"{id}-fault\"><span aria-hidden=\"true\">▲</span> {E(fault.Problem)}</p>";
        output.Content.SetHtmlContent(label + control + Seeker(field) + hint + problem);
    }

    /// <summary>
    /// Asks for the value that just holds. It is no stop of the Tab key: from the field itself a key does the same.
    /// </summary>
    private string Seeker(Field field) => !JustHolds.Offers(field) ? ""
        : $"""<button type="submit" class="seek" tabindex="-1" form="stage-view" name="Seek" value="{E(Path)}" hx-get="?handler=Panel&amp;Seek={E(Path)}" title="The value that just holds (Alt+J)" aria-label="{E(field.Label)} that just holds">⌇</button>""";

    /// <summary>A path as an element id.</summary>
    public static string IdOf(string path) => "f-" + path.Replace('.', '-').Replace("[", "-").Replace("]", "");

    private static string Select(string attributes, IEnumerable<string> options, string text, string chosen, Field field)
    {
        var all = options.ToList();
        var html = new System.Text.StringBuilder($"<select {attributes}>");
        if (chosen.Length > 0) html.Append($"<option value=\"\"{(text.Length == 0 ? " selected" : "")}>{E(chosen)}</option>");
        if (text.Length > 0 && !all.Contains(text)) html.Append($"<option selected>{E(text)}</option>");
        foreach (var option in all)
            html.Append($"<option value=\"{E(option)}\"{(option == text ? " selected" : "")}>{E(field.LabelOf(option))}</option>");
        return html.Append("</select>").ToString();
    }

    private static string E(string text) => WebUtility.HtmlEncode(text);
}

/// <summary>What is wrong with a list as a whole, said where the list stands; nothing where nothing is.</summary>
[HtmlTargetElement("hasp-fault", TagStructure = TagStructure.WithoutEndTag)]
public sealed class FaultTagHelper : TagHelper
{
    /// <summary>The joint as it is shown.</summary>
    public required BenchState State { get; set; }

    /// <summary>Path of the list: <c>layers</c>.</summary>
    public required string Path { get; set; }

    [ViewContext, HtmlAttributeNotBound]
    public ViewContext View { get; set; } = null!;

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        if (State.FaultAt(Path) is not { } fault || !SaidFaults.Say(View.HttpContext, fault))
        {
            output.SuppressOutput();
            return;
        }
        (output.TagName, output.TagMode) = ("p", TagMode.StartTagAndEndTag);
        output.Attributes.SetAttribute("class", "fault");
        output.Attributes.SetAttribute("id", FieldTagHelper.IdOf(Path) + "-fault");
        output.Content.SetContent("▲ " + fault.Problem);
    }
}

/// <summary>Paths of the faults that a page has said: each is said once, wherever its field stands first.</summary>
internal static class SaidFaults
{
    private static readonly object Key = new();

    /// <summary>True where the page has not said it yet; from now on it has.</summary>
    internal static bool Say(HttpContext context, Fault fault) => Of(context).Add(fault.Path);

    internal static HashSet<string> Of(HttpContext context) =>
        (HashSet<string>)(context.Items[Key] ??= new HashSet<string>(StringComparer.Ordinal))!;
}

/// <summary>A field's stored text as it is shown: as typed where its unit belongs to the system shown, converted where not.</summary>
public static class FieldText
{
    /// <summary>The text in the control; what cannot be read is shown as it was typed.</summary>
    public static string Show(Draft draft, string path, UnitSystem units)
    {
        var text = draft.Text(path) ?? "";
        var field = Fields.At(path);
        if (field is null || text.Length == 0) return text;
        if (field.Kind == FieldKind.Quantity)
        {
            var read = QuantityText.Parse(text, field.Dimension);
            return !read.Ok || Units.Belongs(read.Unit!, units) ? text : QuantityText.ShowText(read.Held, field.Dimension, units);
        }
        if (field.Kind == FieldKind.Aim)
        {
            foreach (var dimension in new[] { Dimension.Torque, Dimension.Force })
            {
                var read = QuantityText.Parse(text, dimension);
                if (read.Ok) return Units.Belongs(read.Unit!, units) ? text : QuantityText.ShowText(read.Held, dimension, units);
            }
        }
        return text;
    }
}
