using System.Globalization;
using System.Text.Json;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Uncertainty;

namespace Hasp.Files;

/// <summary>Reads the fields of one JSON object and keeps every fault; what is faulty reads as null.</summary>
internal sealed class FieldReader
{
    private readonly JsonElement? _object;
    private readonly string _path;
    private readonly List<Fault> _faults;
    private readonly HashSet<string> _known = [];

    internal FieldReader(JsonElement element, string path, List<Fault> faults)
    {
        _path = path;
        _faults = faults;
        if (element.ValueKind == JsonValueKind.Object) _object = element;
        else if (element.ValueKind != JsonValueKind.Undefined) Add("", element, "must be an object");
    }

    /// <summary>Faults found so far in the whole document.</summary>
    internal int FaultCount => _faults.Count;

    /// <summary>True where the object itself is there.</summary>
    internal bool Exists => _object is not null;

    /// <summary>The object under <paramref name="key"/>; an empty one where it is absent.</summary>
    internal FieldReader Child(string key) => new(Take(key) ?? default, Join(key), _faults);

    /// <summary>One reader an element of the list under <paramref name="key"/>.</summary>
    internal IEnumerable<(FieldReader Reader, int Index)> List(string key, int most)
    {
        if (Take(key) is not { } list) yield break;
        if (list.ValueKind != JsonValueKind.Array)
        {
            Add(key, list, "must be a list");
            yield break;
        }
        if (list.GetArrayLength() > most)
        {
            Add(key, null, $"{list.GetArrayLength()} entries: at most {most} are taken");
            yield break;
        }
        var i = 0;
        foreach (var item in list.EnumerateArray()) yield return (new FieldReader(item, $"{Join(key)}[{i}]", _faults), i++);
    }

    /// <summary>Free text, no longer than the field takes, without control characters (a note may have lines).</summary>
    internal string? Text(Field field)
    {
        if (Present(field) is not { } e) return null;
        if (e.ValueKind != JsonValueKind.String) return Refuse<string>(field, e);
        var text = e.GetString()!.Trim();
        if (text.Length > field.MaxLength) return Refuse<string>(field, e);
        if (text.Any(c => char.IsControl(c) && !(field.Lines && c is '\n' or '\r' or '\t')))
        {
            Add(field.Key, e, "holds characters that cannot be shown; type it anew");
            return null;
        }
        if (field.Required && text.Length == 0)
        {
            Add(field.Key, e, "empty; " + field.Allowed);
            return null;
        }
        return text;
    }

    /// <summary>One of the field's choices, or any text where the catalogue decides.</summary>
    internal string? Choice(Field field, string? otherwise = null)
    {
        if (Present(field) is not { } e) return otherwise;
        if (e.ValueKind != JsonValueKind.String || e.GetString()!.Length > 200) return Refuse<string>(field, e);
        var text = e.GetString()!.Trim();
        if (field.Choices.Count == 0) return text;
        return field.Choices.FirstOrDefault(c => c.Equals(text, StringComparison.OrdinalIgnoreCase)) ?? Refuse<string>(field, e);
    }

    /// <summary>A list of field paths.</summary>
    internal System.Collections.Immutable.ImmutableArray<string> Paths(string key)
    {
        if (Take(key) is not { } list) return [];
        if (list.ValueKind == JsonValueKind.Array && list.GetArrayLength() <= 200 && list.EnumerateArray().All(e => e.ValueKind == JsonValueKind.String && Fields.At(e.GetString()!) is not null))
        {
            return [.. list.EnumerateArray().Select(e => e.GetString()!)];
        }
        Add(key, list, "must be a list of field paths such as bolts.count");
        return [];
    }

    /// <summary>A whole number within the field's limits.</summary>
    internal int? Count(Field field, int? otherwise = null)
    {
        if (Present(field) is not { } e) return otherwise;
        if (e.ValueKind == JsonValueKind.Number && e.TryGetInt32(out var n) && field.Admits(n)) return n;
        Add(field.Key, e, "must be " + field.Allowed);
        return null;
    }

    /// <summary>A number without a unit, within the field's limits.</summary>
    internal double? Number(Field field, double? otherwise = null)
    {
        if (Present(field) is not { } e) return otherwise;
        if (e.ValueKind == JsonValueKind.Number && e.TryGetDouble(out var x) && field.Admits(x)) return x;
        Add(field.Key, e, "must be " + field.Allowed);
        return null;
    }

    /// <summary>A string with a unit, within the field's limits, in held units.</summary>
    internal double? Quantity(Field field, double? otherwise = null)
    {
        if (Present(field) is not { } e) return otherwise;
        if (e.ValueKind != JsonValueKind.String)
        {
            Add(field.Key, e, "must be a string with a unit, " + field.Allowed);
            return null;
        }
        var read = QuantityText.Parse(e.GetString(), field.Dimension);
        if (read.Ok && field.Admits(read.Held)) return read.Held;
        Add(field.Key, e, read.Problem ?? "must be " + field.Allowed);
        return null;
    }

    /// <summary>A scatter; null where absent or faulty.</summary>
    internal Spread? Spread(Field field)
    {
        if (Present(field) is not { } e) return null;
        if (e.ValueKind == JsonValueKind.String && SpreadText.Parse(e.GetString()!) is { } spread) return spread;
        Add(field.Key, e, "must be " + field.Allowed);
        return null;
    }

    /// <summary>A share of proof, a clamp force or a torque, told apart by the unit.</summary>
    internal (AimKind, double)? Aim(Field field)
    {
        if (Present(field) is not { } e) return null;
        if (e.ValueKind == JsonValueKind.String)
        {
            var (aim, problem) = AimText.Parse(e.GetString()!);
            if (aim is not null) return aim;
            Add(field.Key, e, problem!);
            return null;
        }
        Add(field.Key, e, "must be a string: " + field.Allowed);
        return null;
    }

    /// <summary>A fault that only several fields together show.</summary>
    internal void Fault(Field field, string problem) => Add(field.Key, null, problem);

    /// <summary>Faults for every key that no field is called.</summary>
    internal void RefuseUnknown()
    {
        if (_object is not { } o) return;
        foreach (var property in o.EnumerateObject())
        {
            if (!_known.Contains(property.Name))
            {
                _faults.Add(new Fault(Join(property.Name), Was(property.Value), "no field of that name; here are known: " + string.Join(", ", _known.Order())));
            }
        }
    }

    internal void Know(string key) => _known.Add(key);

    private JsonElement? Take(string key)
    {
        _known.Add(key);
        return _object is { } o && o.TryGetProperty(key, out var e) && e.ValueKind != JsonValueKind.Null ? e : null;
    }

    private JsonElement? Present(Field field)
    {
        var e = Take(field.Key);
        if (e is null && field.Required) Add(field.Key, null, "missing; " + field.Allowed);
        return e;
    }

    private T? Refuse<T>(Field field, JsonElement was)
        where T : class
    {
        Add(field.Key, was, "must be " + field.Allowed);
        return null;
    }

    private void Add(string key, JsonElement? was, string problem) =>
        _faults.Add(new Fault(key.Length == 0 ? _path : Join(key), was is { } e ? Was(e) : null, problem));

    private string Join(string key) => _path.Length == 0 ? key : _path + "." + key;

    private static string Was(JsonElement e)
    {
        var text = e.ValueKind == JsonValueKind.String ? e.GetString()! : e.GetRawText();
        return text.Length > 80 ? string.Create(CultureInfo.InvariantCulture, $"{text.AsSpan(0, 80)}…") : text;
    }
}
