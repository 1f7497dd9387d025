using System.Text.RegularExpressions;

namespace Hasp.Core.Joints;

/// <summary>Limit states as analyses write them into names and columns: ULS, SLS, LRFD, ASD, ultimate, service.</summary>
public static partial class LimitStateText
{
    private static readonly Dictionary<string, LimitStates> Known = new(StringComparer.OrdinalIgnoreCase)
    {
        ["ULS"] = LimitStates.Uls, ["SLS"] = LimitStates.Sls, ["LRFD"] = LimitStates.Lrfd, ["ASD"] = LimitStates.Asd,
        ["ultimate"] = LimitStates.Uls | LimitStates.Lrfd, ["service"] = LimitStates.Sls | LimitStates.Asd,
    };

    /// <summary>The words that are understood.</summary>
    public static string Words => string.Join(", ", Known.Keys);

    /// <summary>The one limit state that a text names; not stated where it names none, or several that differ.</summary>
    public static LimitStates In(string text)
    {
        var named = Word().Matches(text).Select(m => Known[m.Value]).Distinct().ToList();
        return named.Count == 1 ? named[0] : LimitStates.NotStated;
    }

    [GeneratedRegex(@"(?<![A-Za-z])(ULS|SLS|LRFD|ASD|ultimate|service)(?![A-Za-z])", RegexOptions.IgnoreCase)]
    private static partial Regex Word();
}
