using Hasp.Core;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Evaluating;

/// <summary>
/// Forty joints as a careful fabricator types them. None falls short before anybody did anything wrong, none holds that should worry; each
/// that holds can be ordered and built.
/// </summary>
public sealed class FortyJointsTests
{
    /// <summary>The line; what a practitioner expects: that it holds, that it falls short by a check, or that something is asked; and what is ordered.</summary>
    public static TheoryData<string, string, string, string> Joints => new()
    {
        { "two 10 mm plates, 40 kN shear", "holds", "", "4 × M10 × 35" },
        { "two 12 mm plates S355, 100 kN shear, 4 M16 8.8", "holds", "", "4 × M16 × 50" },
        { "10 mm plate to 20 mm plate, 4 M12 8.8, 30 kN tension", "holds", "", "4 × M12 × 50" },
        { "4 M10 8.8, 12 kN shear, 6 mm plate on 10 mm plate", "holds", "", "4 × M10 × 30" },
        { "6 M20 10.9, two 20 mm plates, 200 kN shear, slip critical", "short", "slip", "6 × M20 × 70" },
        { "1 M8 12.9 socket, tapped, 10 + 20 steel, 8 kN tension", "holds", "", "1 × M8 × 25" },
        { "6 M10 12.9 socket, tapped, 12 + 30 steel, 40 kN tension", "holds", "", "6 × M10 × 30" },
        { "4 M16 8.8 tapped, 15 steel + 40 aluminium, 40 kN tension", "holds", "", "4 × M16 × 35" },
        { "2 M6 8.8, 3 mm plate on 5 mm plate, 2 kN shear", "holds", "", "2 × M6 × 20" },
        { "8 M24 8.8, two 25 mm plates, 400 kN shear", "holds", "", "8 × M24 × 90" },
        { "4 M20 4.6, two 15 mm plates, 60 kN shear", "holds", "", "4 × M20 × 60" },
        { "4 M12 A4-70, two 8 mm plates, 15 kN shear", "holds", "", "4 × M12 × 35" },
        { "6 M8 A2-70, 6 mm stainless on 6 mm stainless, 10 kN tension", "short", "opening", "6 × M8 × 25" },
        { "4 M20 8.8 galvanised, two 15 mm plates, 120 kN shear", "holds", "", "4 × M20 × 60" },
        { "4 M30 8.8, two 40 mm plates, 500 kN tension", "short", "opening", "4 × M30 × 120" },
        { "two 20 mm plates, 200 kN tension", "holds", "", "4 × M20 × 70" },
        { "20 + 2 fibre gasket + 20 steel, 8 M16 8.8, 40 kN tension", "asks", "proof", "8 × M16 × 65" },
        { "3 mm plate to 6 mm plate, 5 kN shear", "holds", "", "4 × M4 × 16" },
        { "4 1/2-13 SAE 5, two 1/2 in plates, 6000 lbf shear", "holds", "", "4 × 1/2-13 UNC × 2 in" },
        { "6 3/4-10 A325, two 3/4 in plates, 60 kip shear", "holds", "", "6 × 3/4-10 UNC × 2.75 in" },
        { "4 5/8-11 SAE 8, 1 in plate on 1 in plate, 10 kip tension", "holds", "", "4 × 5/8-11 UNC × 3 in" },
        { "2 M16 8.8, 8 + 12 + 8 steel, 50 kN shear", "holds", "", "2 × M16 × 55" },
        { "4 M16 10.9, two 16 mm plates, 60 kN tension, 40 kN shear", "holds", "", "4 × M16 × 60" },
        { "1 M24 8.8, two 20 mm plates, 50 kN tension", "holds", "", "1 × M24 × 80" },
        { "splice 10/10 plates, 2 × 6 covers, 200 kN, M16 8.8", "holds", "", "16 × M16 × 45" },
        { "splice 20/20 plates, 2 × 12 covers, 600 kN, M24 8.8", "holds", "", "16 × M24 × 80" },
        { "lap 12 plates, 150 kN, M20 8.8", "holds", "", "4 × M20 × 55" },
        { "cover 150 seal, 8 M12 8.8, 20 thick, 10 bar", "holds", "", "8 × M12 × 60" },
        { "cover 400 seal, 20 M20 8.8, 40 thick, 6 bar", "holds", "", "20 × M20 × 110" },
        { "pin 25, eye 15 thick, cheeks 2 × 10, 30 kN", "holds", "", "Pin Ø25 mm" },
        { "pin 40, eye 25 thick, cheeks 2 × 15, 100 kN", "holds", "", "Pin Ø40 mm" },
        { "plug 80 bore 104 tube, 6 M12 8.8, 80 bar", "holds", "", "6 × M12 × 30" },
        { "base HEA 160, plate 300 × 300 × 20, 4 M20 4.6, C25, 200 kN down", "holds", "", "4 × holding-down bolt M20 – 4.6" },
        { "base HEB 200, plate 400 × 400 × 30, 4 M24 8.8, C25, 500 kN down, 30 kN shear", "holds", "", "4 × holding-down bolt M24 – 8.8" },
        { "angle 60 × 60 × 6, gusset 8, 50 kN, M12 8.8", "holds", "", "4 × M12 × 35" },
        { "angle 100 × 100 × 10, gusset 12, 200 kN, M20 8.8", "holds", "", "6 × M20 × 50" },
        { "4 M16 8.8, two 12 mm plates, 50 kN shear, torque wrench", "holds", "", "4 × M16 × 50" },
        { "4 M20 8.8, two 20 mm plates, 20 kN shear, reversing", "holds", "", "4 × M20 × 70" },
        { "4 M12 8.8, 10 mm plate on 12 mm plate, 20 kN tension each", "short", "opening", "4 × M12 × 40" },
        { "12 M12 8.8 oiled, two 10 mm plates, 100 kN shear", "holds", "", "12 × M12 × 40" },
    };

    [Theory]
    [MemberData(nameof(Joints))]
    public void It_comes_to_what_a_practitioner_expects(string line, string outcome, string by, string order)
    {
        var read = QuickLine.Read(line, UnitSystem.Si);
        Assert.True(read.Parts.All(p => p.Problem is null), string.Join("; ", read.Parts.Select(p => $"{p.Text}: {p.Problem}")));
        var result = Evaluation.Run(Samples.Read(read.Draft.Json()));
        var said = $"{result.GoverningReserve:0.00} {result.Governing?.Check.Id} {string.Join("; ", result.Asks.Select(a => a.Path))}";
        var callOut = CallOut.Of(result, UnitSystem.Si);
        Assert.StartsWith(order, callOut.Order, StringComparison.Ordinal);
        switch (outcome)
        {
            case "holds":
                Assert.True(result is { Holds: true, IsComplete: true }, said);
                Built(callOut.Text, result);
                break;
            case "asks":
                Assert.True(result is { Holds: true, IsComplete: false }, said);
                break;
            default:
                Assert.False(result.Holds);
                Assert.Equal(by, result.Governing!.Check.Id);
                // What a shop would do first stands first, and nothing turns the joint into another.
                Assert.NotEmpty(result.Ways);
                Assert.All(result.Ways, w => Assert.DoesNotContain(w.Edits, e => e.Path == "bolts.thread"
                    && Core.Catalogue.Standards.FindThread(e.Text)!.Diameter > 2 * result.Joint.Bolts.Thread.Diameter));
                break;
        }
    }

    /// <summary>A call-out names head, nut or thread, washers, hole, finish and how to tighten; stainless bolts nothing of zinc.</summary>
    private static void Built(string text, Result result)
    {
        if (!result.Joint.Kind.IsTightened) return;
        Assert.Matches(@" head (ISO|EN|ASME)|studs with nuts", text);
        Assert.Matches(@"nut (ISO|EN|ASME)|tapped|inserts", text);
        Assert.Matches(@"washer", text);
        Assert.Matches(@"hole [0-9.]+ (mm|in)", text);
        Assert.Matches(@"Tighten|Snug|Tension", text);
        if (result.Joint.Bolts.Grade.Stainless) Assert.DoesNotContain("zinc", text, StringComparison.Ordinal);
        if (result.Joint.Bolts.LengthChosen) Assert.Contains(Core.Catalogue.Standards.Lengths, l => Math.Abs(l.Length - result.Joint.Bolts.Length) < 1e-6);
    }
}
