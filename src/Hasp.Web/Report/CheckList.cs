using System.Globalization;
using Hasp.Core;

namespace Hasp.Web.Report;

/// <summary>A thing that whoever checks a calculation looks at.</summary>
/// <param name="Id">Stable name within the joint.</param>
/// <param name="Words">What it is.</param>
public sealed record ToLookAt(string Id, string Words);

/// <summary>What a checker ticks before he signs: what the calculation leaves to people, drawn from what it came to. Of a joint that asks
/// nothing of
/// anybody it is empty.</summary>
public static class CheckList
{
    /// <summary>The list of a joint.</summary>
    public static IReadOnlyList<ToLookAt> Of(Result result) =>
    [
        .. result.Accepted.Select(a => new ToLookAt("accepted." + a.Name, $"Not looked at, and accepted by {a.By}: {a.Name} ({a.Reason})")),
        .. result.Joint.Judging.Basis.Changed(result.Joint.Said).Where(c => c.Stated < c.Field.Otherwise).Select(c => new ToLookAt(
            "lowered." + c.Field.Path, string.Create(CultureInfo.InvariantCulture,
                $"Lowered: {c.Field.Label} {c.Stated:0.###}, usual {c.Field.OtherwiseText}"))),
        .. result.Checks.Where(c => c.Reserve is < 1).Select(c => new ToLookAt("short." + c.Check.Id, $"Falls short: {c.Check.Name}")),
        .. result.Cautions.Select((c, i) => new ToLookAt(string.Create(CultureInfo.InvariantCulture, $"caution.{i}"), c.Text)),
    ];
}
