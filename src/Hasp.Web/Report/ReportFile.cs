using System.Reflection;
using System.Text.RegularExpressions;
using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.Razor;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;

namespace Hasp.Web.Report;

/// <summary>A calculation as it is set: what it tells of, and its parts in their order.</summary>
/// <param name="View">What every part reads.</param>
/// <param name="Parts">The parts.</param>
public sealed record ReportSheet(ReportView View, IReadOnlyList<ReportPart> Parts)
{
    /// <summary>Of a document that nobody keeps: it has no project, no revision and no author.</summary>
    /// <param name="draft">The document.</param>
    /// <param name="joint">What it says.</param>
    /// <param name="length">How long.</param>
    /// <param name="now">When it is written, UTC.</param>
    public static ReportSheet Of(Draft draft, Joint joint, ReportLength length, DateTime now)
    {
        var state = new BenchState
        {
            Stored = new StoredJoint(0, 0, 0, "", false, false), Draft = draft, Result = Evaluation.Run(joint),
        };
        return new(new(state, length, "", "", now, now, false), ReportPart.Of(state, length, []));
    }
}

/// <summary>How a calculation is asked for by a program.</summary>
/// <param name="Length">How long.</param>
/// <param name="IsLetter">True for letter paper.</param>
/// <param name="Units">Units of the figures.</param>
/// <param name="Faults">What was asked for and is not to be had.</param>
public sealed record ReportRequest(ReportLength Length, bool IsLetter, UnitSystem Units, IReadOnlyList<Fault> Faults)
{
    /// <summary>Reads it; what is left out is the usual length, on A4, in SI.</summary>
    public static ReportRequest Of(string? length, string? paper, string? units)
    {
        var faults = new List<Fault>();
        T One<T>(string name, string? said, params (string Word, T Value)[] known)
        {
            if (string.IsNullOrEmpty(said)) return known[0].Value;
            foreach (var (word, value) in known) if (word.Equals(said, StringComparison.OrdinalIgnoreCase)) return value;
            faults.Add(new(name, name, said, "must be one of " + string.Join(", ", known.Select(k => k.Word))));
            return known[0].Value;
        }
        return new(One("length", length, ("usual", ReportLength.Usual), ("summary", ReportLength.Summary), ("full", ReportLength.Full)),
            One("paper", paper, ("a4", false), ("letter", true)), One("units", units, ("si", UnitSystem.Si), ("us", UnitSystem.Us)),
                faults);
    }
}

/// <summary>
/// The calculation as one file with everything in it, that opens without a server. The page, the API, the pack of a project and the
/// terminal
/// write it here, by the views of the page: nobody need have asked for it over the network.
/// </summary>
public sealed partial class ReportFile(IServiceScopeFactory scopes)
{
    // In the order in which the site loads them: what a drawing, a working and the report itself look like.
    private static readonly string[] Styles = ["tokens", "base", "section", "sheet", "plot", "verdict", "plan", "print", "report"];

    private static readonly Dictionary<string, string> Read = [];

    private static readonly Lazy<ReportFile> Own = new(MadeByItself);

    /// <summary>One for a program that serves nothing: the terminal.</summary>
    public static ReportFile ByItself() => Own.Value;

    private static ReportFile MadeByItself()
    {
        // Nobody changes settings under it: watching files for that would use up what a system has of watchers.
        var builder = WebApplication.CreateBuilder(new WebApplicationOptions
        {
            ApplicationName = typeof(ReportFile).Assembly.GetName().Name, ContentRootPath = AppContext.BaseDirectory,
            Args = ["--hostBuilder:reloadConfigOnChange=false"],
        });
        builder.Logging.ClearProviders();
        // Nothing is kept for later, and no key is left behind.
        builder.Services.AddSingleton<IDataProtectionProvider, EphemeralDataProtectionProvider>();
        builder.Services.AddHttpContextAccessor();
        builder.Services.AddScoped<Preferences>();
        builder.Services.AddSingleton<ReportFile>();
        builder.Services.AddRazorPages();
        return builder.Build().Services.GetRequiredService<ReportFile>();
    }

    /// <summary>The file.</summary>
    /// <param name="sheet">What is written.</param>
    /// <param name="letter">True for letter paper, false for A4.</param>
    /// <param name="units">Units of the figures.</param>
    /// <returns>HTML.</returns>
    public async Task<string> Html(ReportSheet sheet, bool letter, UnitSystem units)
    {
        await using var scope = scopes.CreateAsyncScope();
        var services = scope.ServiceProvider;
        var http = new DefaultHttpContext { RequestServices = services };
        services.GetRequiredService<Preferences>().Show(units);
        var engine = services.GetRequiredService<IRazorViewEngine>();
        // Parts are found as those of the page are.
        var action = new Microsoft.AspNetCore.Mvc.ActionContext(http, new RouteData { Values = { ["page"] = Page } },
            new PageActionDescriptor { ViewEnginePath = Page, RouteValues = { ["page"] = Page } });
        var view = engine.GetView(null, "/Pages/Report/_Alone.cshtml", isMainPage: true).View
            ?? throw new InvalidOperationException("the calculation's own view is not in the program");
        using var written = new StringWriter();
        var data = new ViewDataDictionary<ReportSheet>(new EmptyModelMetadataProvider(), new ModelStateDictionary()) { Model = sheet };
        var named = $"{sheet.View.Result.Joint.Number} {sheet.View.Result.Joint.Name}".Trim();
        (data["Title"], data["Within"]) = ("Calculation, " + named, Within(letter));
        await view.RenderAsync(new ViewContext(action, view, data, new TempDataDictionary(http, NoTempData.Instance), written,
            new HtmlHelperOptions()));
        return written.ToString();
    }

    private const string Page = "/Report/Report";

    /// <summary>The styles. Fonts stay where they are: the file takes those of whoever reads it.</summary>
    private static string Within(bool letter) => FontFace().Replace(
        string.Join('\n', Styles.Append(letter ? "letter" : "a4").Select(Style)), "");

    private static string Style(string name)
    {
        lock (Read)
        {
            if (Read.TryGetValue(name, out var known)) return known;
            using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name + ".css")!;
            using var reader = new StreamReader(stream);
            return Read[name] = reader.ReadToEnd();
        }
    }

    [GeneratedRegex(@"@font-face\s*\{[^}]*\}")]
    private static partial Regex FontFace();

    /// <summary>Nothing is carried from a file to a page after it.</summary>
    private sealed class NoTempData : ITempDataProvider
    {
        internal static readonly NoTempData Instance = new();

        public IDictionary<string, object> LoadTempData(HttpContext context) => new Dictionary<string, object>();

        public void SaveTempData(HttpContext context, IDictionary<string, object> values)
        {
        }
    }
}
