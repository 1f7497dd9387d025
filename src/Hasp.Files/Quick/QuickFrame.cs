using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>
/// A starting point and no kind: the end plate of a hollow section, bolts in a frame round it, a load that acts out from the plate and
/// beside it. It
/// lays out plate, pattern and case of an ordinary joint; biaxial bending, torsion and direct shear reach the corner bolt by the load path
/// that is there.
/// <c>frame 120 × 120 tube, 8 M16 8.8, 10 kN down, 2 kN across, 600 out</c>
/// </summary>
internal static partial class QuickFrame
{
    internal const string Example = "frame 120 × 120 tube, 8 M16 8.8, 10 kN down, 2 kN across, 400 out, 100 beside";

    private static readonly int[] Frames = [4, 6, 8, 10, 12, 14, 16];

    [GeneratedRegex(@"^\s*frame\b", RegexOptions.IgnoreCase)]
    private static partial Regex Begins();

    [GeneratedRegex(@"^(?<b>[0-9.]+(?:\s*(?:mm|in))?)\s*[×x*]\s*(?<h>[0-9.]+(?:\s*(?:mm|in))?)\s*(?:tube|section|shs|rhs)?$",
        RegexOptions.IgnoreCase)]
    private static partial Regex Tube();

    [GeneratedRegex(@"^(?<n>[0-9]{1,2})\s*(?:[×x]\s*)?(?<thread>\S+(?:\s(?:UNC|UNF))?)(?:\s+(?<grade>\S+))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Bolt();

    [GeneratedRegex(@"^(?<q>[0-9.]+(?:\s*(?:mm|cm|m|in|ft))?)\s*(?<how>out|beside|above|thick)$", RegexOptions.IgnoreCase)]
    private static partial Regex Place();

    [GeneratedRegex(@"^(?<q>[-+]?[0-9].*?)\s+(?<how>down|up|across|apart|pull)$", RegexOptions.IgnoreCase)]
    private static partial Regex Force();

    internal static QuickJoint? Read(string line, UnitSystem shown)
    {
        if (!Begins().IsMatch(line)) return null;
        var parts = new List<QuickPart>();
        var chosen = new List<string>();
        var (width, height, plate, count) = (100.0, 100.0, 15.0, 4);
        var (thread, grade) = ("M16", "8.8");
        var (at, forces) = (new Dictionary<string, double>(), new Dictionary<string, double>());
        var word = line.IndexOf("frame", StringComparison.OrdinalIgnoreCase);
        parts.Add(new(word, 5, line.Substring(word, 5), "a frame of bolts round a hollow section", null, []));
        foreach (var (start, text) in QuickKinds.Pieces(line, word + 5))
        {
            var (taken, problem) = Take(text);
            parts.Add(new(start, text.Length, text, taken, problem, []));
        }
        if (forces.Count == 0)
        {
            forces["fy"] = -1000;
            chosen.Add("1 kN down");
        }
        return new(parts, Drawn(), [.. chosen.Select(QuickChoice.Of)], null);

        (string, string?) Take(string text)
        {
            if (Tube().Match(text) is { Success: true } tube)
            {
                (width, height) = (Length(tube.Groups["b"].Value).Held, Length(tube.Groups["h"].Value).Held);
                return double.IsFinite(width + height) && width > 0 && height > 0 ? ("hollow section", null)
                    : ("", "two sizes of the section, such as 120 × 120");
            }
            if (Place().Match(text) is { Success: true } place && Length(place.Groups["q"].Value) is { Problem: null } where)
            {
                if (place.Groups["how"].Value.Equals("thick", StringComparison.OrdinalIgnoreCase)) plate = where.Held;
                else at[place.Groups["how"].Value.ToLowerInvariant()] = where.Held;
                return ("where the load acts", null);
            }
            if (Force().Match(text) is { Success: true } force)
            {
                var read = QuantityText.Parse(force.Groups["q"].Value, Dimension.Force);
                if (read.Problem is { } why) return ("", why);
                var (key, sign) = force.Groups["how"].Value.ToLowerInvariant() switch
                {
                    "down" => ("fy", -1), "up" => ("fy", 1),
                    "across" => ("fx", 1), _ => ("fz", 1),
                };
                forces[key] = forces.GetValueOrDefault(key) + (sign * read.Held);
                return ("load", null);
            }
            if (Bolt().Match(text) is { Success: true } bolt && Standards.FindThread(bolt.Groups["thread"].Value) is { } size)
            {
                (count, thread) = (int.Parse(bolt.Groups["n"].ValueSpan, CultureInfo.InvariantCulture), size.Designation);
                if (bolt.Groups["grade"].Success && Standards.GradeBands(bolt.Groups["grade"].Value).Count == 0) return ("",
                    $"no grade is called {bolt.Groups["grade"].Value}");
                if (bolt.Groups["grade"].Success) grade = bolt.Groups["grade"].Value;
                return Frames.Contains(count) ? ("bolts", null) : ("", $"a frame has {string.Join(", ", Frames)} bolts");
            }
            return ("", $"not understood. A frame reads like: {Example}");
        }

        QuantityReading Length(string text) => QuantityText.Parse(text, Dimension.Length, Units.Shown(Dimension.Length, shown));

        Draft Drawn()
        {
            var d = Standards.FindThread(thread)!.Diameter;
            // Bolts two diameters outside the section, the edge two diameters beyond them; an even frame of n bolts has n/2 + 2 along two
            // neighbouring sides.
            var (x, y) = (width + (4 * d), height + (4 * d));
            var frame = Frames.Contains(count) ? count : 4;
            var (columns, rows) = frame == 4 ? (2, 2) : (((frame / 2) + 3) / 2, (frame / 2) + 2 - (((frame / 2) + 3) / 2));
            List<(Field, Raw)> load = [(Fields.CaseName, "Load"), (Fields.CaseAtX, Text(at.GetValueOrDefault("beside"))),
                (Fields.CaseAtY, Text(at.GetValueOrDefault("above"))), (Fields.CaseAtZ, Text(at.GetValueOrDefault("out")))];
            load.AddRange(forces.Select(f => (Fields.At($"loads[0].{f.Key}")!,
                (Raw)QuantityText.ShowText(f.Value, Dimension.Force, UnitSystem.Si, 6))));
            chosen.Add($"plate {Text(x + (4 * d))} × {Text(y + (4 * d))} × {Text(plate)} S275 on a part as thick, "
                + $"compression lines at its edges");
            var draft = Draft.Empty.With(
                (Fields.Name, line.Trim().Length <= 80 && !line.Any(char.IsControl) ? line.Trim() : "Frame round a hollow section"),
                (Fields.Note, "Corner bolts take the most: biaxial bending, torsion and direct shear act at once. "
                    + "Prying and the plate's own bending: state them with the pattern."),
                (Fields.Thread, thread), (Fields.Grade, grade), (Fields.HeadWasher, "hardened"), (Fields.NutWasher, "hardened"),
                (Fields.PatternKind, frame == 4 ? "grid" : "outline"), (Fields.PatternRows, rows), (Fields.PatternColumns, columns),
                (Fields.PitchX, Text(x / (columns - 1))), (Fields.PitchY, Text(y / (rows - 1))), (Fields.Tension, "pivot"),
                (Fields.PlateShape, "rectangle"), (Fields.PlateWidth, Text(x + (4 * d))), (Fields.PlateHeight, Text(y + (4 * d))),
                (Fields.ShearBy, "bearing"))
                .Add(Fields.Layers, Row.Of(RowId.At(0), (Fields.LayerName, "End plate"), (Fields.LayerThickness, Text(plate)),
                    (Fields.LayerMaterial, "S275"), (Fields.LayerEdge, Text(2 * d))))
                .Add(Fields.Layers, Row.Of(RowId.At(1), (Fields.LayerName, "Support"), (Fields.LayerThickness, Text(plate)),
                    (Fields.LayerMaterial, "S275")))
                .Add(Fields.Loads, Row.Of(RowId.At(0), load));
            return draft.Choosing(new[] { "washers.head", "washers.nut", "pattern.tension", "layers[0].material", "layers[1].thickness",
                "layers[1].material", "judging.shearBy" }.Select(p => draft.At(p)!.Value));
        }

        static string Text(double mm) => mm.ToString("0.###", CultureInfo.InvariantCulture) + " mm";
    }
}
