using System.Collections.Immutable;

namespace Hasp.Core.Joints;

/// <summary>
/// What a document, or one element of a list in it, said: every field absent, faulty or given, nothing judged. Immutable; a variation is
/// made by <c>With</c>. Lengths in mm, forces in N, torque in N·mm, stresses in MPa, angles in rad, temperatures in °C.
/// </summary>
public sealed class Values
{
    private readonly Dictionary<Field, object> _given;
    private readonly Dictionary<ListField, ImmutableArray<Values>> _lists;
    private readonly ImmutableArray<string> _faulty;

    // What was made of one part of the document. A variation keeps what its changes do not touch.
    private ImmutableDictionary<string, object> _made = ImmutableDictionary<string, object>.Empty;

    /// <param name="path">Where it stands in the document; empty for the document.</param>
    /// <param name="given">What was stated and could be read.</param>
    /// <param name="lists">The elements of its lists.</param>
    /// <param name="faulty">Paths in it that have their fault already, those of its lists' elements among them.</param>
    public Values(string path, Dictionary<Field, object> given, Dictionary<ListField, ImmutableArray<Values>> lists,
        ImmutableArray<string> faulty) =>
        (Path, _given, _lists, _faulty) = (path, given, lists, faulty);

    /// <summary>Where it stands in the document; empty for the document.</summary>
    public string Path { get; }

    /// <summary>True where something in it has its fault already.</summary>
    public bool HasFaults => !_faulty.IsEmpty;

    /// <summary>Paths of what was chosen for the user and written down, not stated by anybody.</summary>
    public ImmutableArray<string> Chosen { get; private init; } = [];

    /// <summary>The same with these paths as chosen.</summary>
    public Values Choosing(ImmutableArray<string> chosen) => new(Path, _given, _lists, _faulty) { Chosen = chosen };

    /// <summary>What a field was read as.</summary>
    public Read<T> Read<T>(Field<T> field)
        where T : notnull =>
        _given.TryGetValue(field, out var value) ? new(ReadState.Given, (T)value)
        : new(IsFaulty(field) ? ReadState.Faulty : ReadState.Absent, field.HasOtherwise ? field.Otherwise : default);

    /// <summary>The value given, or what is always taken where none is.</summary>
    /// <exception cref="InvalidOperationException">Nothing is given, and what is taken depends on the joint.</exception>
    public T Of<T>(Field<T> field)
        where T : notnull => _given.TryGetValue(field, out var value) ? (T)value : field.Otherwise;

    /// <summary>The value given; null where none is, or it has its fault already.</summary>
    public T? Stated<T>(Field<T> field)
        where T : struct => _given.TryGetValue(field, out var value) ? (T)value : null;

    /// <inheritdoc cref="Stated{T}"/>
    public string? Stated(Field<string> field) => _given.TryGetValue(field, out var value) ? (string)value : null;

    /// <summary>True where something was given.</summary>
    public bool Has(Field field) => _given.ContainsKey(field);

    /// <summary>The fields that something was given for, in no order.</summary>
    public IReadOnlyCollection<Field> Given => _given.Keys;

    /// <summary>True where a field has its fault already.</summary>
    public bool IsFaulty(Field field) => !_faulty.IsEmpty && _faulty.Contains(PathOf(field));

    /// <summary>True where a part of the document, such as <c>pattern</c>, has a fault already.</summary>
    public bool IsFaulty(string part) =>
        _faulty.Any(f => f.StartsWith(part, StringComparison.Ordinal) && (f.Length == part.Length || f[part.Length] is '.' or '['));

    /// <summary>A field's path, the element of its list named.</summary>
    public string PathOf(Field field) => Path.Length == 0 ? field.Path : Path + field.Path[(field.Path.LastIndexOf(']') + 1)..];

    /// <summary>The elements of a list; none where it is absent or has its fault already.</summary>
    public ImmutableArray<Values> this[ListField list] => _lists.GetValueOrDefault(list, []);

    /// <summary>The same with some fields stated otherwise, or not at all. A fault that one of them had is forgotten.</summary>
    public Values With(params ReadOnlySpan<Change> changes)
    {
        var kept = _made;
        foreach (var change in changes) kept = kept.Remove(change.Field.Section);
        var given = new Dictionary<Field, object>(_given);
        var lists = _lists;
        foreach (var change in changes)
        {
            if (change.Index >= 0) lists = Elsewhere(lists, change);
            else if (change.Value is null) given.Remove(change.Field);
            else given[change.Field] = change.Value;
        }
        return new(Path, given, lists, _faulty, kept) { Chosen = Chosen };
    }

    /// <summary>The same with other elements in a list.</summary>
    public Values With(ListField list, ImmutableArray<Values> elements) =>
        new(Path, _given, new(_lists) { [list] = elements }, _faulty) { Chosen = Chosen };

    /// <summary>
    /// Something that follows from one part of the document and from nothing else: made once, and kept by variations that leave that part
    /// alone.
    /// </summary>
    /// <param name="section">The part.</param>
    /// <param name="make">Makes it.</param>
    /// <param name="fits">Where it depends on something outside the document as well: false where what was kept does not fit.</param>
    internal T Once<T>(string section, Func<T> make, Func<T, bool>? fits = null)
        where T : class
    {
        if (_made.TryGetValue(section, out var kept) && kept is T made && fits?.Invoke(made) != false) return made;
        var now = make();
        ImmutableInterlocked.AddOrUpdate(ref _made, section, now, (_, _) => now);
        return now;
    }

    private Values(
        string path, Dictionary<Field, object> given, Dictionary<ListField, ImmutableArray<Values>> lists, ImmutableArray<string> faulty,
        ImmutableDictionary<string, object> made)
        : this(path, given, lists, faulty) => _made = made;

    private static Dictionary<ListField, ImmutableArray<Values>> Elsewhere(Dictionary<ListField, ImmutableArray<Values>> lists,
        Change change)
    {
        var list = lists.Keys.First(l => change.Field.Path.StartsWith(l.Path + "[]", StringComparison.Ordinal));
        return new(lists) { [list] = lists[list].SetItem(change.Index, lists[list][change.Index].With(change with { Index = -1 })) };
    }
}
