using System.Text.Json.Nodes;
using Hasp.Files;
using Hasp.Store;

namespace Hasp.Web.Services;

/// <summary>What was said to an open point.</summary>
/// <param name="Text">What.</param>
/// <param name="Account">Who; empty where nobody signs in.</param>
/// <param name="At">When, UTC.</param>
/// <param name="Closes">True where it closes the point.</param>
public sealed record PointAnswer(string Text, string Account, DateTime At, bool Closes);

/// <summary>A question that a checker or anybody else has of a joint: of the whole, of a check, of a field.</summary>
/// <param name="Entry">Number of the entry that asks it.</param>
/// <param name="Revision">The revision that was looked at.</param>
/// <param name="On">What it is of, in words.</param>
/// <param name="Text">What is asked.</param>
/// <param name="Account">Who asks; empty where nobody signs in.</param>
/// <param name="At">When, UTC.</param>
/// <param name="Answers">What was said to it, the oldest first.</param>
public sealed record OpenPoint(long Entry, int Revision, string On, string Text, string Account, DateTime At,
    IReadOnlyList<PointAnswer> Answers)
{
    /// <summary>True where nobody has closed it.</summary>
    public bool IsOpen => !Answers.Any(a => a.Closes);
}

/// <summary>Points of joints: asked, answered, closed, each an entry of the log. While one is open, nothing is approved.</summary>
public sealed class Points(ShopLog log, TimeProvider clock)
{
    /// <summary>Stable names of the kinds of entry.</summary>
    public const string Asked = "point", Answered = "answer";

    /// <summary>No text is longer.</summary>
    public const int MostText = 2000;

    /// <summary>The points of a joint, those that are open first.</summary>
    public async Task<IReadOnlyList<OpenPoint>> Of(int joint) =>
        [.. In(await log.OfJoints([joint]))[joint].OrderBy(p => p.IsOpen ? 0 : 1)];

    /// <summary>Asks.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="revision">The revision that is looked at.</param>
    /// <param name="on">What it is of.</param>
    /// <param name="text">What is asked.</param>
    /// <returns>Why it was not; empty where it was.</returns>
    public async Task<string> Ask(StoredJoint joint, int revision, string on, string text)
    {
        if (WhyNot(text) is { Length: > 0 } why) return why;
        if (revision < 1 || revision > joint.Revision) return $"there is no revision {revision}";
        await Append(joint, Asked, new JsonObject { ["revision"] = revision, ["on"] = Short(on), ["text"] = text.Trim() });
        return "";
    }

    /// <summary>Answers, or closes.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="point">Number of the entry that asked.</param>
    /// <param name="text">What is said.</param>
    /// <param name="closes">True to close it.</param>
    /// <returns>Why it was not; empty where it was.</returns>
    public async Task<string> Answer(StoredJoint joint, long point, string text, bool closes)
    {
        if (WhyNot(text) is { Length: > 0 } why) return why;
        if ((await Of(joint.Id)).FirstOrDefault(p => p.Entry == point) is not { } asked) return "there is no such point";
        if (!asked.IsOpen) return "that point is closed: ask anew where there is more";
        await Append(joint, Answered, new JsonObject { ["point"] = point, ["text"] = text.Trim(), ["closes"] = closes });
        return "";
    }

    /// <summary>The points among entries, by joint, the oldest first. One that cannot be read takes none of the others down.</summary>
    public static ILookup<int, OpenPoint> In(IEnumerable<EntryRow> entries)
    {
        var read = entries.Where(e => e.Kind is Asked or Answered).Select(e => (Entry: e, Said: RecordKind.Parsed(e.Document)))
            .Where(e => e.Said is not null).ToList();
        var answers = read.Where(e => e.Entry.Kind == Answered).ToLookup(e => e.Said!["point"]?.ToString(),
            e => new PointAnswer(Text(e.Said!, "text"), e.Entry.Account, e.Entry.Made, e.Said!["closes"] is JsonValue v
                && v.TryGetValue(out bool c)
                && c));
        return read.Where(e => e.Entry.Kind == Asked).ToLookup(e => e.Entry.JointId, e => new OpenPoint(e.Entry.Number,
            int.TryParse(Text(e.Said!, "revision"), System.Globalization.CultureInfo.InvariantCulture, out var r) ? r : 0, Text(e.Said!,
                "on"),
            Text(e.Said!, "text"), e.Entry.Account, e.Entry.Made,
            [.. answers[e.Entry.Number.ToString(System.Globalization.CultureInfo.InvariantCulture)]]));
    }

    private Task Append(StoredJoint joint, string kind, JsonObject said) =>
        log.Append([new NewEntry(Secrets.New(), kind, joint.ProjectId, joint.Id, 0,
        0, said.ToJsonString(), clock.GetUtcNow().UtcDateTime)]);

    private static string WhyNot(string text) => text.Trim().Length < 2 ? "write what it is about"
        : text.Length > MostText ? $"at most {MostText} letters" : "";

    private static string Short(string on) => on.Trim() is var said && said.Length > 160 ? said[..160] : said;

    private static string Text(JsonObject said, string key) => said[key]?.ToString() ?? "";
}
