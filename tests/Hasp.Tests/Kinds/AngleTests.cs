using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Kinds.Angles;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Files.Quick;

namespace Hasp.Tests.Kinds;

/// <summary>An angle by one leg, reckoned by hand: EN 1993-1-8, 3.10.3; AISC 360-22, D3; IS 800:2007, 6.3.3.</summary>
public sealed class AngleTests
{
    private static Result Read(string basis, string changes)
    {
        var document = Typing.Example(AngleKind.Kind).By(basis);
        foreach (var change in ("loads[0].fx=110 kN;washers.head=none;washers.nut=none;" + changes).Split(';', StringSplitOptions.RemoveEmptyEntries)) Typing.Set(document, change.Split('=')[0], change.Split('=')[1], UnitSystem.Si);
        return Evaluation.Run(Samples.Read(document));
    }

    /// <summary>β2 and β3 run from 2.5 to 5 hole diameters of pitch and stand outside; one bolt has a formula of its own.</summary>
    [Theory]
    [InlineData(1, 50, 2.0)]
    [InlineData(2, 45, 0.4)]
    [InlineData(2, 40, 0.4)]
    [InlineData(2, 67.5, 0.55)]
    [InlineData(2, 90, 0.7)]
    [InlineData(2, 120, 0.7)]
    [InlineData(3, 45, 0.5)]
    [InlineData(3, 67.5, 0.6)]
    [InlineData(4, 90, 0.7)]
    public void By_Eurocode_the_section_counts_by_number_and_pitch(int bolts, double pitch, double beta)
    {
        var result = Read("eurocode", FormattableString.Invariant($"angle.bolts={bolts};angle.pitch={pitch} mm;angle.gauge=44 mm;hole.diameter=18 mm;angle.gusset=20 mm"));
        var fu = result.Joint.Layers[0].Material.Tensile;
        var net = ((80 + 80 - 8) * 8) - (18 * 8);
        var expected = bolts == 1 ? 2.0 * (36 - 9) * 8 * fu / 1.25 : beta * net * fu / 1.25;
        Assert.Equal(expected / 110_000, result.Checks.Single(c => c.Check.Id == "enAngleNet").Factor!.Value, 4);
        Assert.Equal((80 + 80 - 8) * 8 * result.Joint.Layers[0].Material.Yield / 110_000, result.Checks.Single(c => c.Check.Id == "enAngleGross").Factor!.Value, 4);
    }

    /// <summary>By its small leg an unequal angle counts as the equal angle of that leg; by its long leg as it is.</summary>
    [Theory]
    [InlineData(60, 100, 60, 60)]
    [InlineData(100, 60, 100, 60)]
    public void By_its_small_leg_an_unequal_angle_is_the_equal_one_of_that_leg(double leg, double outstanding, double a, double b)
    {
        var result = Read("eurocode", FormattableString.Invariant($"angle.leg={leg} mm;angle.outstanding={outstanding} mm;angle.thickness=6 mm;angle.bolts=2;angle.pitch=90 mm;angle.gauge=34 mm;hole.diameter=18 mm;angle.gusset=20 mm"));
        var net = ((a + b - 6) * 6) - (18 * 6);
        Assert.Equal(0.7 * net * result.Joint.Layers[0].Material.Tensile / 1.25 / 110_000, result.Checks.Single(c => c.Check.Id == "enAngleNet").Factor!.Value, 4);
    }

    /// <summary>U: one bolt has the leg's share; three and four never less than 0.60 and 0.80; else 1 − x̄/l.</summary>
    [Theory]
    [InlineData(1, 60)]
    [InlineData(2, 60)]
    [InlineData(3, 26)]
    [InlineData(4, 26)]
    [InlineData(6, 80)]
    public void By_AISC_the_lag_is_the_greatest_of_what_the_table_allows(int bolts, double pitch)
    {
        var result = Read("aisc-lrfd", FormattableString.Invariant($"angle.bolts={bolts};angle.pitch={pitch} mm;angle.gauge=44 mm;hole.diameter=18 mm;angle.gusset=30 mm"));
        var gross = 152.0 * 8;
        var centroid = ((80 * 8 * 4) + (72 * 8 * (8 + 36))) / gross;
        var lag = Math.Max(80 * 8 / gross, bolts == 1 ? 0 : Math.Max(1 - (centroid / ((bolts - 1) * pitch)), bolts >= 4 ? 0.8 : bolts == 3 ? 0.6 : 0));
        var net = gross - ((18 + (25.4 / 16)) * 8);
        Assert.Equal(0.75 * lag * net * result.Joint.Layers[0].Material.Tensile / 110_000, result.Checks.Single(c => c.Check.Id == "aiscAngleNet").Factor!.Value, 4);
    }

    [Theory]
    [InlineData(1, 50)]
    [InlineData(2, 40)]
    [InlineData(3, 50)]
    [InlineData(6, 80)]
    public void By_IS_800_the_outstanding_leg_counts_with_beta(int bolts, double pitch)
    {
        var result = Read("is800", FormattableString.Invariant($"angle.bolts={bolts};angle.pitch={pitch} mm;angle.gauge=44 mm;hole.diameter=18 mm;angle.gusset=30 mm"));
        var material = result.Joint.Layers[0].Material;
        var (fy, fu) = (material.Yield, material.Tensile);
        var beta = bolts == 1 ? 0.7 : Math.Max(0.7, Math.Min(1.4 - (0.076 * (80 / 8.0) * (fy / fu) * ((80 + 44 - 8) / ((bolts - 1) * pitch))), fu * 1.1 / (fy * 1.25)));
        var strength = (0.9 * (80 - 18 - 4) * 8 * fu / 1.25) + (beta * (80 - 4) * 8 * fy / 1.1);
        Assert.Equal(strength / 110_000, result.Checks.Single(c => c.Check.Id == "isAngleNet").Factor!.Value, 4);
    }

    /// <summary>More pull, a thinner angle, a smaller leg never help; a certain failure of the section never reads as held.</summary>
    [Theory]
    [InlineData("machine")]
    [InlineData("eurocode")]
    [InlineData("aisc-lrfd")]
    [InlineData("aisc-asd")]
    [InlineData("is800")]
    [InlineData("margins")]
    [InlineData("stated")]
    public void An_angle_that_tears_never_reads_as_held(string basis)
    {
        // Strong bolts and a stout gusset: only the angle can go.
        var torn = Read(basis, "angle.thickness=3 mm;angle.leg=70 mm;angle.material=S235;angle.gusset=40 mm;bolts.grade=10.9;angle.bolts=6;loads[0].fx=190 kN");
        Assert.False(torn is { Holds: true, IsComplete: true }, $"{torn.GoverningReserve} {torn.Governing?.Check.Id}");
        var sound = Read(basis, "angle.leg=120 mm;angle.thickness=15 mm;angle.gusset=20 mm;angle.bolts=4;loads[0].fx=20 kN;judging.shearBy=bearing");
        Assert.True(sound is { Holds: true, IsComplete: true }, $"{sound.GoverningReserve} {sound.Governing?.Check.Id} {string.Join("; ", sound.Asks.Select(a => a.Path + " " + a.Problem))}");
    }

    [Theory]
    [InlineData("angle 80 × 80 × 8, gusset 10, 120 kN, M16 8.8", "80 mm", "8 mm", null)]
    [InlineData("brace 100x65x8, 10 gusset, 140 kN, 3 M20 8.8", "100 mm", "8 mm", "3")]
    public void A_line_makes_one(string line, string leg, string thickness, string? bolts)
    {
        var read = QuickLine.Read(line, UnitSystem.Si);
        Assert.True(read!.Parts.All(p => p.Problem is null), string.Join("; ", read.Parts.Select(p => p.Text + ": " + p.Problem)));
        Assert.Equal(leg, Typing.Get(read.Draft.Json(), "angle.leg"));
        Assert.Equal(thickness, Typing.Get(read.Draft.Json(), "angle.thickness"));
        Assert.Equal(bolts, Typing.Get(read.Draft.Json(), "angle.bolts"));
        Assert.NotNull(JointDocument.Read(read.Draft.Json().ToJsonString()).Joint);
    }
}
