using System.Globalization;
using Hasp.Core;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Files;

/// <summary>The bolts of a pattern with their loads as CSV, units in the head.</summary>
public static class BoltTable
{
    /// <summary>One line a bolt.</summary>
    /// <param name="loads">The bolts.</param>
    /// <param name="verdicts">What governs each.</param>
    /// <param name="units">Units of the figures.</param>
    public static string Csv(IReadOnlyList<PlanLoad> loads, IReadOnlyList<BoltVerdict> verdicts, UnitSystem units)
    {
        var (length, force) = (Units.Shown(Dimension.Length, units), Units.Shown(Dimension.Force, units));
        string L(double mm) => Figure(mm / length.Scale);
        string F(double n) => Figure(n / force.Scale);
        string[] head =
        [
            "bolt", $"x [{length.Symbol}]", $"y [{length.Symbol}]", $"tension [{force.Symbol}]", $"shear x [{force.Symbol}]",
            $"shear y [{force.Symbol}]",
            $"direct shear [{force.Symbol}]", $"torsional shear [{force.Symbol}]", $"shear [{force.Symbol}]", "reserve", "governs",
        ];
        var governs = verdicts.ToDictionary(v => v.Number);
        return CsvText.Of(head, loads.Select(b => new object?[]
        {
            b.Number, L(b.At.X), L(b.At.Y), F(b.Tension), F(b.ShearX), F(b.ShearY), F(b.Direct), F(b.Torsional), F(b.Shear),
            governs.GetValueOrDefault(b.Number)?.Reserve is { } r ? Figure(r) : "", governs.GetValueOrDefault(b.Number)?.Check?.Id,
        }));
    }

    private static string Figure(double value) => Math.Round(value, 6).ToString("0.######", CultureInfo.InvariantCulture);
}
