using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Hasp.Core.Documents;
using Hasp.Core.Joints;

namespace Hasp.Files;

/// <summary>Writes a draft as JSON, in the order of its shape: the same joint has one text, so that its hash names it.</summary>
internal static class DocumentWriter
{
    private static readonly JsonWriterOptions Plain = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };
    private static readonly JsonWriterOptions Indented = Plain with { Indented = true, IndentSize = 2, NewLine = "\n" };

    /// <summary>The text.</summary>
    /// <param name="draft">The document.</param>
    /// <param name="head">Writes what stands before its fields.</param>
    /// <param name="indented">True for a text that people read.</param>
    internal static string Write(Draft draft, Action<Utf8JsonWriter> head, bool indented)
    {
        using var stream = new MemoryStream();
        using (var json = new Utf8JsonWriter(stream, indented ? Indented : Plain))
        {
            json.WriteStartObject();
            head(json);
            Children(json, draft, draft.Root, draft.Shape.Root);
            json.WriteEndObject();
        }
        return Encoding.UTF8.GetString(stream.GetBuffer().AsSpan(0, (int)stream.Length));
    }

    private static void Children(Utf8JsonWriter json, Draft draft, Row row, DocumentShape.Node node)
    {
        foreach (var (key, child) in node.Children)
        {
            if (child.Field is { } field)
            {
                if (row[field] is { } entry) Put(json, key, entry.Raw);
            }
            else if (child.List is { } list) Rows(json, key, draft, list, child);
            else if (HoldsAnything(draft, row, child))
            {
                json.WriteStartObject(key);
                Children(json, draft, row, child);
                json.WriteEndObject();
            }
        }
    }

    private static void Rows(Utf8JsonWriter json, string key, Draft draft, ListField list, DocumentShape.Node node)
    {
        var rows = draft[list];
        if (rows.IsEmpty) return;
        json.WriteStartArray(key);
        for (var i = 0; i < rows.Length; i++)
        {
            json.WriteStartObject();
            // A row whose name is its place needs none.
            if (rows[i].Id != RowId.At(i)) json.WriteNumber(RowId.Key, rows[i].Id.Number);
            Children(json, draft, rows[i], node);
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static bool HoldsAnything(Draft draft, Row row, DocumentShape.Node node) =>
        node.Children.Any(c => c.Child.Field is { } field ? row.Has(field)
            : c.Child.List is { } list ? !draft[list].IsEmpty : HoldsAnything(draft, row, c.Child));

    private static void Put(Utf8JsonWriter json, string key, Raw raw)
    {
        json.WritePropertyName(key);
        if (raw.Text is { } text) json.WriteStringValue(text);
        else if (raw.Whole is { } whole) json.WriteNumberValue(whole);
        else if (raw.Number is { } number && double.IsFinite(number)) json.WriteNumberValue(number);
        else json.WriteRawValue(raw.Other ?? "null");
    }
}
