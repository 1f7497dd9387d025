namespace Hasp.Files;

/// <summary>
/// Text of cells whose quotation marks close. A mark that opens and does not close within a few lines would swallow every line after it:
/// such a line is handed on without its marks, and noted.
/// </summary>
/// <param name="source">The text.</param>
internal sealed class ClosedQuotes(TextReader source) : TextReader
{
    // A heading of a workbook may break within its cell; more lines than that no cell has.
    private const int MostLines = 4;
    private const int LongestLine = 100_000;
    private readonly Queue<string> _ahead = new();
    private string _line = "";
    private int _at;
    private int _number;
    private int _open;

    /// <summary>Numbers of the lines, from 1, in which a mark opens and never closes.</summary>
    internal HashSet<int> Unclosed { get; } = [];

    public override int Peek() => _at < _line.Length || Fill() ? _line[_at] : -1;

    public override int Read() => _at < _line.Length || Fill() ? _line[_at++] : -1;

    public override int Read(char[] buffer, int index, int count)
    {
        if (_at == _line.Length && !Fill()) return 0;
        var taken = Math.Min(count, _line.Length - _at);
        _line.CopyTo(_at, buffer, index, taken);
        _at += taken;
        return taken;
    }

    private static bool IsOdd(string line) => line.AsSpan().Count('"') % 2 == 1;

    private bool Fill()
    {
        if (!Have(1)) return false;
        var line = _ahead.Dequeue();
        _number++;
        if (_open > 0) _open--;
        else if (IsOdd(line)) line = Opened(line);
        (_line, _at) = (line + "\n", 0);
        return true;
    }

    private string Opened(string line)
    {
        for (var n = 1; n < MostLines && Have(n); n++)
        {
            if (!IsOdd(_ahead.ElementAt(n - 1))) continue;
            _open = n;
            return line;
        }
        Unclosed.Add(_number);
        return line.Replace("\"", "", StringComparison.Ordinal);
    }

    private bool Have(int lines)
    {
        while (_ahead.Count < lines && source.ReadLine() is { } line) _ahead.Enqueue(line.Length > LongestLine ? line[..LongestLine]
            : line);
        return _ahead.Count >= lines;
    }
}
