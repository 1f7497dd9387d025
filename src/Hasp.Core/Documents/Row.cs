using System.Collections.Immutable;
using Hasp.Core.Joints;

namespace Hasp.Core.Documents;

/// <summary>What stands in one row of a list, or in the document itself. Immutable.</summary>
public sealed class Row
{
    private readonly Dictionary<Field, Entry> _entries;
    private readonly bool _isRead;
    private Values? _said;

    /// <param name="id">What tells it from the others; none for the document.</param>
    /// <param name="entries">What stands in its fields.</param>
    /// <param name="stray">What stands there and is no field: paths from its own top.</param>
    public Row(RowId id, Dictionary<Field, Entry> entries, ImmutableArray<Fault> stray)
    {
        (Id, _entries, Stray, _isRead) = (id, entries, stray, stray.IsEmpty);
        foreach (var entry in entries.Values) _isRead &= entry.Fault is null;
    }

    /// <summary>A row with these texts.</summary>
    public static Row Of(RowId id, params IEnumerable<(Field Field, Raw Raw)> stated) =>
        new(id, stated.ToDictionary(s => s.Field, s => Entry.Of(s.Field, s.Raw)), []);

    /// <summary>What tells it from the others.</summary>
    public RowId Id { get; }

    /// <summary>What stands there and is no field: paths from its own top.</summary>
    public ImmutableArray<Fault> Stray { get; }

    /// <summary>What stands in a field; null where nothing does.</summary>
    public Entry? this[Field field] => _entries.GetValueOrDefault(field);

    /// <summary>The fields that are stated.</summary>
    public IReadOnlyCollection<Field> Stated => _entries.Keys;

    /// <summary>True where something stands in a field.</summary>
    public bool Has(Field field) => _entries.ContainsKey(field);

    /// <summary>The text in a field; null where nothing stands there.</summary>
    public string? Text(Field field) => this[field]?.Text;

    /// <summary>The same with something else in a field; nothing where <paramref name="entry"/> is null.</summary>
    public Row With(Field field, Entry? entry)
    {
        if (entry == this[field]) return this;
        var entries = new Dictionary<Field, Entry>(_entries);
        if (entry is null) entries.Remove(field);
        else entries[field] = entry;
        return new(Id, entries, Stray);
    }

    /// <summary>The same under another name.</summary>
    public Row As(RowId id) => id == Id ? this : new(id, _entries, Stray);

    /// <summary>True where the same stands in both, whatever they are called.</summary>
    public bool IsAlike(Row other) =>
        _entries.Count == other._entries.Count && _entries.All(e => other[e.Key]?.Raw == e.Value.Raw);

    /// <summary>True where all that stands there is read, and all that has to stand there does.</summary>
    /// <param name="node">What it may hold.</param>
    internal bool IsSound(DocumentShape.Node node) => _isRead && node.Required.All(_entries.ContainsKey);

    /// <summary>What could be read of it, where it stands at <paramref name="path"/>.</summary>
    internal Values Said(string path, Func<ImmutableArray<string>> faulty)
    {
        if (_said is { } made && made.Path == path) return made;
        return _said = new Values(path, Given(), [], faulty());
    }

    /// <summary>What could be read.</summary>
    internal Dictionary<Field, object> Given() =>
        _entries.Where(e => e.Value.Fault is null).ToDictionary(e => e.Key, e => e.Value.Value!);
}
