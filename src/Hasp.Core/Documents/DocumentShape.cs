using Hasp.Core.Joints;

namespace Hasp.Core.Documents;

/// <summary>The tree of a document's fields and lists, in the order in which they are read, judged and written.</summary>
public sealed class DocumentShape
{
    private readonly Dictionary<Field, ListField> _listOf = [];

    /// <param name="fields">The fields of the document.</param>
    /// <param name="lists">Its lists.</param>
    /// <param name="besides">Keys at the top that are no fields.</param>
    public DocumentShape(IReadOnlyList<Field> fields, IReadOnlyList<ListField> lists, params IReadOnlyList<string> besides)
    {
        (Root, Fields) = (new Node(besides), fields);
        foreach (var field in fields) Place(field, lists);
    }

    /// <summary>The shape of a joint document.</summary>
    public static DocumentShape Joint { get; } = new(Joints.Fields.Document, Joints.Fields.Lists, "format", "version", "chosen");

    /// <summary>Its fields, in order.</summary>
    public IReadOnlyList<Field> Fields { get; }

    /// <summary>The top.</summary>
    public Node Root { get; }

    /// <summary>What an element of a list holds.</summary>
    public Node Under(ListField list) => list.Path.Split('.').Aggregate(Root, (at, key) => at[key]!);

    /// <summary>The list in whose rows a field stands; null where it stands in none.</summary>
    public ListField? ListOf(Field field) => _listOf.GetValueOrDefault(field);

    private void Place(Field field, IReadOnlyList<ListField> lists)
    {
        var at = Root;
        var parts = field.Path.Split('.');
        for (var i = 0; i < parts.Length - 1; i++)
        {
            var isList = parts[i].EndsWith("[]", StringComparison.Ordinal);
            at = at.Under(isList ? parts[i][..^2] : parts[i]);
            if (isList) at.Holds(_listOf[field] = lists.First(l => l.Path + "[]" == string.Join('.', parts[..(i + 1)])));
        }
        at.Under(parts[^1]).Is(field);
    }

    /// <summary>A place in the tree: a field, a list, or what holds them.</summary>
    public sealed class Node
    {
        private readonly Dictionary<string, Node> _byKey = [];
        private readonly List<(string Key, Node Child)> _children = [];
        private readonly HashSet<string> _besides;

        internal Node(IEnumerable<string> besides) => _besides = [.. besides];

        /// <summary>The field that stands here; null where none does.</summary>
        public Field? Field { get; private set; }

        /// <summary>The list that stands here; null where none does.</summary>
        public ListField? List { get; private set; }

        /// <summary>What it holds, in order.</summary>
        public IReadOnlyList<(string Key, Node Child)> Children => _children;

        /// <summary>What has to stand in it, however deep, the rows of its lists left out.</summary>
        public IReadOnlyList<Field> Required => field ??= [.. _children.SelectMany(c => c.Child.Field is { } one ? one.Required ? [one] : []
            : c.Child.List is null ? c.Child.Required : [])];

        /// <summary>Every key that may stand here, as a message lists them.</summary>
        public string Known => string.Join(", ", _besides.Concat(_byKey.Keys).Order());

        /// <summary>What stands under a key; null where nothing may.</summary>
        public Node? this[string key] => _byKey.GetValueOrDefault(key);

        /// <summary>True where a key may stand here.</summary>
        public bool Knows(string key) => _besides.Contains(key) || _byKey.ContainsKey(key);

        internal void Is(Field field) => Field = field;

        internal void Holds(ListField list)
        {
            List = list;
            _besides.Add(RowId.Key);
        }

        internal Node Under(string key)
        {
            if (_byKey.TryGetValue(key, out var child)) return child;
            _byKey[key] = child = new Node([]);
            _children.Add((key, child));
            return child;
        }
    }
}
