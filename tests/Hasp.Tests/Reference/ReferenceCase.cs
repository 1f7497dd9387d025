using System.Text.Json;
using Hasp.Core.Quantities;

namespace Hasp.Tests.Reference;

/// <summary>A worked case from a reference file: quantities carry their units, expected ones a tolerance.</summary>
public sealed class ReferenceCase(string file, JsonElement json)
{
    public string Id { get; } = json.GetProperty("id").GetString()!;

    public string Topic { get; } = json.GetProperty("topic").GetString()!;

    public string File { get; } = file;

    public JsonElement Given { get; } = json.GetProperty("given");

    public JsonElement Expect { get; } = json.GetProperty("expect");

    public bool Has(string name) => Given.TryGetProperty(name, out _);

    public bool Expects(string name) => Expect.TryGetProperty(name, out _);

    /// <summary>A given quantity in held units.</summary>
    public double Held(string name) => Held(Given.GetProperty(name));

    public double Number(string name) => Given.GetProperty(name).GetDouble();

    public string Text(string name) => Given.GetProperty(name).GetString()!;

    public static double Held(JsonElement quantity) =>
        ToHeld(quantity.GetProperty("value").GetDouble(), quantity.GetProperty("unit").GetString()!);

    /// <summary>Asserts that <paramref name="actual"/> (held units) is what the case expects under <paramref name="name"/>.</summary>
    public void Check(string name, double actual) => Check(name, Expect.GetProperty(name), actual);

    /// <summary>Asserts a whole list, in its order.</summary>
    public void CheckList(string name, IEnumerable<double> actual)
    {
        var all = actual.ToArray();
        var expected = Expect.GetProperty(name);
        Assert.Equal(expected.GetArrayLength(), all.Length);
        for (var i = 0; i < all.Length; i++) Check($"{name}[{i}]", expected[i], all[i]);
    }

    private void Check(string name, JsonElement expected, double actual)
    {
        if (expected.ValueKind == JsonValueKind.Number)
        {
            Within(name, expected.GetDouble(), actual, 1e-4 * Math.Abs(expected.GetDouble()));
            return;
        }
        var unit = expected.GetProperty("unit").GetString()!;
        var value = ToHeld(expected.GetProperty("value").GetDouble(), unit);
        // A relative tolerance on zero would ask for the last bit: a millionth of a unit stands in for it.
        var tolerance = expected.TryGetProperty("abs", out var abs) ? ToHeld(abs.GetDouble(), unit)
            : Math.Max(1e-6, expected.GetProperty("rel").GetDouble() * Math.Abs(value));
        Within(name, value, actual, value == 0 ? tolerance : Math.Min(tolerance, 1e-4 * Math.Abs(value)));
    }

    public void Check(string name, bool actual) => Assert.Equal(Expect.GetProperty(name).GetBoolean(), actual);

    public override string ToString() => Id;

    private void Within(string name, double expected, double actual, double tolerance) =>
        Assert.True(Math.Abs(expected - actual) <= tolerance, $"{Id}.{name}: expected {expected:R}, got {actual:R}");

    private static double ToHeld(double value, string unit)
    {
        if (unit.Length == 0) return value;
        foreach (var dimension in Enum.GetValues<Dimension>())
        {
            if (dimension == Dimension.None) continue;
            var read = QuantityText.Parse(value.ToString("R", System.Globalization.CultureInfo.InvariantCulture) + " " + unit, dimension);
            if (read.Ok) return read.Held;
        }
        throw new InvalidOperationException($"unit {unit} is not understood");
    }
}
