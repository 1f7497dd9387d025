using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Web.Services;

namespace Hasp.Web.Report;

/// <summary>How much of a calculation is handed over.</summary>
public enum ReportLength
{
    /// <summary>The summary sheet: one page that a foreman reads.</summary>
    Summary,

    /// <summary>What a checker follows: the working of what governs, the rest in a line each.</summary>
    Usual,

    /// <summary>Every working.</summary>
    Full,
}

/// <summary>A part of the calculation. The chooser, the page, the file and the test that walks them read this list; a new part is a row
/// here and a view.</summary>
/// <param name="Id">Stable name, as an address says it.</param>
/// <param name="Name">Its heading.</param>
/// <param name="From">The shortest report that has it unless somebody chooses otherwise.</param>
public sealed record ReportPart(string Id, string Name, ReportLength From)
{
    /// <summary>All, in the order in which they are read.</summary>
    public static IReadOnlyList<ReportPart> All { get; } =
    [
        new("title", "Title", ReportLength.Summary),
        new("summary", "Result", ReportLength.Summary),
        new("sketch", "Sketch", ReportLength.Summary),
        new("data", "Data", ReportLength.Usual),
        new("cases", "Load cases", ReportLength.Usual) { Offers = s => s.Result.Joint.Cases.Length > 0 },
        new("bolts", "Load on every bolt", ReportLength.Usual) { Offers = s => s.Result.Joint.Pattern is not null },
        new("coverage", "Ways of failing that were followed", ReportLength.Usual) { Offers = s => s.Result.Coverage.Count > 0 },
        new("checks", "Checks", ReportLength.Usual),
        new("preload", "Preload and tightening", ReportLength.Usual) { Offers = s => s.Result.Joint.Kind.IsTightened },
        new("fatigue", "Fatigue", ReportLength.Usual) { Offers = s => s.Result.Fatigue.Count > 0 },
        new("hand", "Figures by hand", ReportLength.Usual) { Offers = s => s.Result.HandComparisons.Count > 0 },
        new("cautions", "Cautions", ReportLength.Summary),
        new("references", "References", ReportLength.Usual),
    ];

    /// <summary>True for a joint that has something of it.</summary>
    public Func<BenchState, bool> Offers { get; init; } = _ => true;

    /// <summary>Its view.</summary>
    public string View => "_" + char.ToUpperInvariant(Id[0]) + Id[1..];

    /// <summary>The parts of a joint's report.</summary>
    /// <param name="state">The joint.</param>
    /// <param name="length">How long.</param>
    /// <param name="chosen">Ids of the parts that somebody chose; none for those that go with the length.</param>
    public static IReadOnlyList<ReportPart> Of(BenchState state, ReportLength length, IReadOnlyCollection<string> chosen) =>
        [.. All.Where(p => p.Offers(state) && (chosen.Count == 0 ? length >= p.From : p.Id == "title" || chosen.Contains(p.Id)))];
}

/// <summary>One datum of a joint.</summary>
/// <param name="Section">What it belongs to.</param>
/// <param name="Path">Its path in the document.</param>
/// <param name="Name">In words.</param>
/// <param name="Value">As it is shown.</param>
/// <param name="How">Stated, chosen, or what goes with the rest.</param>
public sealed record Datum(string Section, string Path, string Name, string Value, string How);

/// <summary>What every part of a report reads.</summary>
/// <param name="State">The joint, as it is kept.</param>
/// <param name="Length">How long the report is.</param>
/// <param name="Project">Name of its project.</param>
/// <param name="Author">Who made the revision; empty where nobody signs in.</param>
/// <param name="Made">When that was, UTC.</param>
/// <param name="Printed">Now, UTC.</param>
/// <param name="SignsIn">True where people sign in: then somebody else may check.</param>
public sealed record ReportView(
    BenchState State, ReportLength Length, string Project, string Author, DateTime Made, DateTime Printed, bool SignsIn)
{
    /// <summary>Who checked and approved it.</summary>
    public SignedState? Signed { get; init; }

    /// <summary>What was asked of it, and what was said to that.</summary>
    public IReadOnlyList<OpenPoint> Points { get; init; } = [];

    /// <summary>A signature as the title block prints it: of this revision, or of which other one it is.</summary>
    public string Signature(Signature? signature)
    {
        if (signature is null) return "";
        var who = signature.Account.Length > 0 ? signature.Account : $"self-{signature.Act}: nobody signs in here";
        var day = signature.At.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        var looked = signature.Looked > 0 ? $", {signature.Looked} things of the list looked at" : "";
        return signature.Revision == State.Stored.Revision ? $"{who}, {day}, entry {signature.Entry}{looked}"
            : $"not this revision: {who} signed revision {signature.Revision}, {day}";
    }

    /// <summary>The result that it tells of.</summary>
    public Result Result => State.Result;

    /// <summary>What the joint is made of and judged by, in the order of its document: what somebody stated, what was chosen for him, and
    /// what goes
    /// without saying.</summary>
    /// <param name="units">Units of the figures.</param>
    public IEnumerable<Datum> Data(UnitSystem units)
    {
        var (draft, joint) = (State.Draft, Result.Joint);
        var said = Fields.Document.Where(f => draft[f] is not null).Select(f => f.Section).Concat(joint.Kind.IsTightened ? OfBolts
            : []).ToHashSet();
        var asked = joint.Judging.Basis.Needs().ToHashSet();
        var judged = Result.Checks.Where(c => c.Factor is not null).Select(c => "judging.required." + c.Check.Id).ToHashSet();
        bool Goes(Field field) => field.Section == "judging" ? asked.Contains(field) || judged.Contains(field.Path)
            || Judging.Contains(field) : said.Contains(field.Section);
        var listed = new HashSet<ListField>();
        foreach (var field in Fields.Document.Where(f => f != Fields.Name && !f.Lines))
        {
            if (draft.Shape.ListOf(field) is { } list)
            {
                // Row by row, whatever the order of the fields.
                foreach (var place in listed.Add(list) ? draft[list].SelectMany(r => Fields.Document.Where(f =>
                    draft.Shape.ListOf(f) == list && r[f] is not null)
                    .Select(f => new Place(f, r.Id))) : []) yield return Said(place, draft.PathOf(place), units);
            }
            else if (draft[field] is not null) yield return Said(new(field), field.Path, units);
            else if (Goes(field) && joint.Kind.Shows(joint, field) && field.Chosen(joint, units) is var text && text.EndsWith(ByItself,
                StringComparison.Ordinal))
                yield return new(field.Section, field.Path, Fields.Words(field.Path), text[..^ByItself.Length], "chosen");
        }
    }

    // What every joint with bolts has, said or not; of anything else only what somebody began to state, and of the judging what goes with
    // its basis.
    private static readonly string[] OfBolts = ["bolts", "washers", "threadEnd", "hole", "tightening"];
    private static readonly Field[] Judging = [Fields.Basis, Fields.ShearBy];

    // As a field says what stands where nobody stated anything.
    private const string ByItself = ", chosen";

    private Datum Said(Place place, string path, UnitSystem units) => new(
        place.Field.Section, path, Fields.Words(path), place.Field.LabelOf(FieldText.Show(State.Draft, path, units)),
        State.Draft.IsChosen(place) ? "chosen" : "stated");

    /// <summary>Every rule, row and document that a check, a step of a printed working or a value cites, once.</summary>
    public IEnumerable<string> Sources => Result.Checks.Where(c => c.Factor is not null).Select(c => c.Check.Source)
        .Concat(Worked.SelectMany(c => c.Working.Steps.Select(s => s.Source).Concat(c.Working.Givens.Select(g => g.Source ?? ""))))
        .Where(s => s.Length > 0).Distinct().Order(StringComparer.Ordinal);

    /// <summary>Checks whose working is printed: all, or those that govern and those that fall short.</summary>
    public IEnumerable<CheckResult> Worked => Result.Checks.Where(c => c.Factor is not null
        && (Length == ReportLength.Full || c == Result.Governing || !c.Holds || c.Check.Index == Result.Reserves.Tightening.Check
            || c.Check.Index == Result.Reserves.Load.Check));
}
