using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Joints;

namespace Hasp.Core.Documents;

/// <summary>
/// A document as it was typed, field by field and row by row, faulty entries among them: what forms show, edits change and files are
/// read into.
/// Immutable; an edit makes another, and what it does not touch is not read again.
/// </summary>
public sealed partial class Draft
{
    private readonly ImmutableDictionary<ListField, ImmutableArray<Row>> _lists;
    // One reference: a draft is shared by requests, and none reads half of it.
    private IReadOnlyList<Fault>? _faults;
    private Values? _said;

    /// <param name="shape">Its fields and lists.</param>
    /// <param name="root">What stands in no list.</param>
    /// <param name="lists">The rows of its lists.</param>
    /// <param name="chosen">What was chosen for the user and not stated by anybody, in the order of choosing.</param>
    public Draft(DocumentShape shape, Row root, ImmutableDictionary<ListField, ImmutableArray<Row>> lists, ImmutableArray<Place> chosen)
    {
        (Shape, Root, _lists) = (shape, root, lists);
        Chosen = [.. chosen.Where(p => p.Row.IsNone || RowOf(p) is not null).Distinct()];
    }

    /// <summary>A joint of which nothing is said.</summary>
    public static Draft Empty { get; } = new(DocumentShape.Joint, new Row(default, [], []),
        ImmutableDictionary<ListField, ImmutableArray<Row>>.Empty, []);

    /// <summary>Its fields and lists.</summary>
    public DocumentShape Shape { get; }

    /// <summary>What was chosen for the user and not stated by anybody, in the order of choosing.</summary>
    public ImmutableArray<Place> Chosen { get; }

    /// <summary>What stands in no list.</summary>
    public Row Root { get; }

    /// <summary>The rows of a list; none where it is absent.</summary>
    public ImmutableArray<Row> this[ListField list] => _lists.GetValueOrDefault(list, []);

    /// <summary>The lists that have rows.</summary>
    public IEnumerable<ListField> Lists => _lists.Keys;

    /// <summary>What stands at a place; null where nothing does, or there is no such row.</summary>
    public Entry? this[Place place] => place.Row.IsNone ? Root[place.Field] : RowOf(place)?[place.Field];

    /// <summary>What stands in a field of no list; null where nothing does.</summary>
    public Entry? this[Field field] => Root[field];

    /// <summary>The text of a field of no list; null where nothing stands there.</summary>
    public string? Text(Field field) => Root[field]?.Text;

    /// <summary>The text at a path; null where nothing stands there.</summary>
    public string? Text(string path) => At(path) is { } place ? this[place]?.Text : null;

    /// <summary>True where a value was chosen and not stated.</summary>
    public bool IsChosen(Place place) => Chosen.Contains(place);

    /// <summary>The place at a concrete path such as <c>layers[2].thickness</c>; null where no field has it, or there is no such
    /// row.</summary>
    public Place? At(string path)
    {
        if (Fields.At(path) is not { } field) return null;
        if (Shape.ListOf(field) is not { } list) return new Place(field);
        var index = Index().Match(path, list.Path.Length);
        return index.Success && int.TryParse(index.Groups[1].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var i)
            && i < this[list].Length ? new Place(field, this[list][i].Id) : null;
    }

    /// <summary>True where the row that a place belongs to is there.</summary>
    public bool Holds(Place place) => place.Row.IsNone || RowOf(place) is not null;

    /// <summary>The concrete path of a place as the rows stand now.</summary>
    public string PathOf(Place place) => Shape.ListOf(place.Field) is not { } list ? place.Field.Path
        : place.Field.Path.Replace("[]", $"[{IndexOf(list, place.Row)}]", StringComparison.Ordinal);

    /// <summary>Where a row stands, from 0; −1 where it does not.</summary>
    public int IndexOf(ListField list, RowId row)
    {
        var rows = this[list];
        for (var i = 0; i < rows.Length; i++) if (rows[i].Id == row) return i;
        return -1;
    }

    /// <summary>The same with something else at a place; nothing where <paramref name="entry"/> is null. A row that is not there
    /// stays away.</summary>
    public Draft With(Place place, Entry? entry)
    {
        if (place.Row.IsNone) return new(Shape, Root.With(place.Field, entry), _lists, Chosen);
        var list = Shape.ListOf(place.Field)!;
        var index = IndexOf(list, place.Row);
        return index < 0 ? this : With(list, this[list].SetItem(index, this[list][index].With(place.Field, entry)));
    }

    /// <summary>The same with what was typed into fields of no list.</summary>
    public Draft With(params IEnumerable<(Field Field, Raw Raw)> stated) =>
        stated.Aggregate(this, (d, s) => d.With(new Place(s.Field), Entry.Of(s.Field, s.Raw)));

    /// <summary>The same with other rows in a list.</summary>
    public Draft With(ListField list, ImmutableArray<Row> rows) =>
        new(Shape, Root, rows.IsEmpty ? _lists.Remove(list) : _lists.SetItem(list, rows), Chosen);

    /// <summary>The same with nothing in these fields of no list.</summary>
    public Draft Without(params IEnumerable<Field> fields) => fields.Aggregate(this, (d, f) => d.With(new Place(f), null));

    /// <summary>The same with these places as chosen.</summary>
    public Draft Choosing(params IEnumerable<Place> chosen) => new(Shape, Root, _lists, [.. chosen]);

    /// <summary>The same with one place more as chosen.</summary>
    public Draft Chose(Place place) => IsChosen(place) ? this : Choosing(Chosen.Add(place));

    /// <summary>The same with a place that somebody has stated.</summary>
    public Draft Stated(Place place) => IsChosen(place) ? Choosing(Chosen.Remove(place)) : this;

    /// <summary>The same with one row more at the end of a list.</summary>
    public Draft Add(ListField list, Row row) => With(list, this[list].Add(row));

    /// <summary>The same without a row; a row that is not there changes nothing.</summary>
    public Draft Remove(ListField list, RowId row) => With(list, this[list].RemoveAll(r => r.Id == row));

    /// <summary>The same with a row one up (−1) or down (+1); past either end changes nothing.</summary>
    public Draft Move(ListField list, RowId row, int by)
    {
        var (rows, from) = (this[list], IndexOf(list, row));
        var to = from + by;
        return from < 0 || to < 0 || to >= rows.Length ? this : With(list, rows.RemoveAt(from).Insert(to, rows[from]));
    }

    /// <summary>Every place where something stands, in the order of the document.</summary>
    public IEnumerable<Place> Places() => Shape.Fields.SelectMany(f => Shape.ListOf(f) is { } list
        ? this[list].Where(r => r.Has(f)).Select(r => new Place(f, r.Id)) : Root.Has(f) ? [new Place(f)] : []);

    /// <summary>True where the same stands in both, with the same choices.</summary>
    public bool IsAlike(Draft other) =>
        Root.IsAlike(other.Root) && Chosen.ToHashSet().SetEquals(other.Chosen) && _lists.Count == other._lists.Count
        && _lists.All(l => other[l.Key] is var rows && rows.Length == l.Value.Length
            && l.Value.Zip(rows).All(r => r.First.Id == r.Second.Id && r.First.IsAlike(r.Second)));

    /// <summary>What is wrong with what stands there, what is missing and what is unknown.</summary>
    public IReadOnlyList<Fault> Faults => _faults ??= FaultsOf(Root, Shape.Root, "");

    /// <summary>What could be read.</summary>
    public Values Said => _said ??= Made();

    private Values Made()
    {
        var lists = new Dictionary<ListField, ImmutableArray<Values>>();
        foreach (var (list, rows) in _lists)
        {
            var node = Shape.Under(list);
            lists[list] = [.. rows.Select((row, i) => SaidBy(row, node, $"{list.Path}[{i}]"))];
        }
        var paths = Chosen.Select(PathOf).ToImmutableArray();
        return new Values("", Root.Given(), lists, [.. Faults.Select(f => f.Path)]).Choosing(paths);
    }

    private Values SaidBy(Row row, DocumentShape.Node node, string path) =>
        row.Said(path, () => [.. FaultsOf(row, node, path).Select(f => f.Path)]);

    private Row? RowOf(Place place)
    {
        if (Shape.ListOf(place.Field) is not { } list || !_lists.TryGetValue(list, out var rows)) return null;
        foreach (var row in rows) if (row.Id == place.Row) return row;
        return null;
    }

    // Read at every keystroke, and nearly always without a fault: a path is written only where one is found.
    private List<Fault> FaultsOf(Row row, DocumentShape.Node node, string path)
    {
        var faults = new List<Fault>();
        if (row != Root && row.IsSound(node)) return faults;
        Within(row, node, path, faults);
        faults.AddRange(row.Stray.Select(f => f with { Path = Join(path, f.Path) }));
        return faults;
    }

    private void Within(Row row, DocumentShape.Node node, string path, List<Fault> faults)
    {
        foreach (var (key, child) in node.Children)
        {
            if (child.Field is { } field)
            {
                if (Of(row, field) is { } fault) faults.Add(fault with { Path = Join(path, key) });
            }
            else if (child.List is { } list)
            {
                var rows = this[list];
                for (var i = 0; i < rows.Length; i++) faults.AddRange(FaultsOf(rows[i], child, $"{Join(path, key)}[{i}]"));
            }
            // Where a part is absent, what is required in it is still missing.
            else Within(row, child, Join(path, key), faults);
        }
    }

    private static Fault? Of(Row row, Field field) =>
        row[field] is { } entry ? entry.Fault is { } fault ? fault with { Was = entry.Quoted } : null
        : field.Required ? new Fault("missing", field.Path, null, "missing; " + field.Allowed) : null;

    private static string Join(string path, string key) => path.Length == 0 ? key : key.Length == 0 ? path : path + "." + key;

    [GeneratedRegex(@"\G\[([0-9]+)\]")]
    private static partial Regex Index();
}
