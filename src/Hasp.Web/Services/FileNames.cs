namespace Hasp.Web.Services;

/// <summary>Names of files that are handed out.</summary>
internal static class FileNames
{
    private const int Most = 80;

    /// <summary>Type of an XLSX workbook.</summary>
    internal const string Workbook = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    /// <summary>A text as the name of a file on any system: letters, digits, spaces and a few marks; never empty, never a path,
    /// never hidden.</summary>
    internal static string Clean(string text)
    {
        var kept = new string([.. text.Select(c => char.IsLetterOrDigit(c) || c is '-' or '_' or '.' or ' ' ? c : '-')])
            .Trim(' ', '.', '-');
        if (kept.Length > Most) kept = kept[..Most].Trim(' ', '.', '-');
        return kept.Length == 0 ? "joint" : kept;
    }
}
