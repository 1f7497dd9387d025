namespace Hasp.Store;

/// <summary>
/// The documents of many revisions that are read in one go: record by record, the newest first, so that the document that a delta is
/// against, of a later revision always, was met before it.
/// </summary>
public sealed class RevisionTexts
{
    private readonly Dictionary<int, string> _met = [];
    private int _record;

    /// <summary>The document of the next revision.</summary>
    /// <param name="record">Its record.</param>
    /// <param name="number">Its number.</param>
    /// <param name="document">Its document, where it has its own.</param>
    /// <param name="delta">What it differs by, where it has none.</param>
    /// <param name="beside">The revision that it differs from.</param>
    /// <returns>The document; empty where it cannot be had, because the revision that it differs from is gone or was altered.</returns>
    public string Of(int record, int number, string document, byte[]? delta, int? beside)
    {
        if (record != _record) _met.Clear();
        _record = record;
        return _met[number] = delta is null ? document : Again(delta, beside);
    }

    private string Again(byte[] delta, int? beside)
    {
        if (beside is not { } of || !_met.TryGetValue(of, out var from)) return "";
        try
        {
            return TextDelta.Applied(from, delta);
        }
        catch (InvalidDataException)
        {
            return "";
        }
    }
}
