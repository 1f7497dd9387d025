using System.Globalization;
using System.Text.Json.Nodes;

namespace Hasp.Tests;

/// <summary>Figures as a document writes them, every digit kept, and materials of a test's own.</summary>
internal static class DocumentText
{
    internal static string Mm(double v) => Text(v) + " mm";

    internal static string N(double v) => Text(v) + " N";

    internal static string Nmm(double v) => Text(v) + " N·mm";

    internal static string Mpa(double v) => Text(v) + " MPa";

    internal static JsonObject Material(string name, double yield, double tensile, string modulus = "210 GPa") => new()
    {
        ["name"] = name, ["elasticModulus"] = modulus, ["yield"] = Mpa(yield), ["tensile"] = Mpa(tensile), ["bearingLimit"] = Mpa(tensile),
        ["source"] = "the test",
    };

    internal static JsonObject Materials(params (string Name, double Yield, double Tensile)[] all) =>
        new() { ["materials"] = new JsonArray([.. all.Select(m => Material(m.Name, m.Yield, m.Tensile))]) };

    private static string Text(double v) => v.ToString("R", CultureInfo.InvariantCulture);
}
