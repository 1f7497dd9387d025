using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;

namespace Hasp.Tests.Catalogue;

/// <summary>The figures that ship, against the formulas that should produce them and against sense.</summary>
public sealed class CatalogueTests
{
    public static IEnumerable<TheoryDataRow<ScrewThread>> Published =>
        Standards.Threads.Where(t => t.PublishedStressArea is not null).Select(t => new TheoryDataRow<ScrewThread>(t) { TestDisplayName = t.Designation });

    [Theory]
    [MemberData(nameof(Published))]
    public void Stress_area_rounds_to_the_published_figure(ScrewThread thread)
    {
        var area = ThreadGeometry<Plain>.Of(thread).StressArea.Value / (thread.System == MeasureSystem.Inch ? 645.16 : 1);
        // The standards round to three figures, some tables by cutting: one unit of the third figure.
        Assert.Equal(thread.PublishedStressArea!.Value, area, 0.006 * area);
    }

    [Fact]
    public void Number_sizes_follow_their_rule()
    {
        foreach (var thread in Standards.Threads.Where(t => t.Designation[0] == '#'))
        {
            var n = int.Parse(thread.Designation[1..thread.Designation.IndexOf('-')]);
            Assert.Equal((0.060 + (0.013 * n)) * 25.4, thread.Diameter, 6);
        }
    }

    [Theory]
    [InlineData("M16", "M16")]
    [InlineData("m16 x 2.0", "M16")]
    [InlineData("M16x2", "M16")]
    [InlineData("M16×1.5", "M16x1.5")]
    [InlineData("M10x1.50", "M10")]
    [InlineData("1/2", "1/2-13 UNC")]
    [InlineData("1/2-13", "1/2-13 UNC")]
    [InlineData("1/2 UNF", "1/2-20 UNF")]
    [InlineData("1-1/8-7 UNC", "1-1/8-7 UNC")]
    [InlineData("1-1/4-8 UN", "1-1/4-8 UN")]
    [InlineData("No.10-32", "#10-32 UNF")]
    [InlineData("#8-32 UNC", "#8-32 UNC")]
    public void A_thread_is_known_by_each_usual_spelling(string typed, string designation) =>
        Assert.Equal(designation, Standards.FindThread(typed)?.Designation);

    [Theory]
    [InlineData("M17")]
    [InlineData("16")]
    [InlineData("")]
    [InlineData("M16x3")]
    public void An_unknown_thread_is_not_guessed(string typed) => Assert.Null(Standards.FindThread(typed));

    [Fact]
    public void Every_row_has_a_source()
    {
        Assert.All(Standards.Threads, t => Assert.NotEmpty(t.Source));
        Assert.All(Standards.Grades, g => Assert.NotEmpty(g.Source));
        Assert.All(Standards.Grades, g => Assert.NotEmpty(g.Marking));
        Assert.All(Standards.Materials, m => Assert.NotEmpty(m.Source));
        Assert.All(Standards.Heads.Concat(Standards.Nuts), p => Assert.NotEmpty(p.Source));
        Assert.All(Standards.Washers, w => Assert.NotEmpty(w.Source));
        Assert.All(Standards.Holes, h => Assert.NotEmpty(h.Source));
        Assert.All(Standards.NutFactors, k => Assert.NotEmpty(k.Source));
        Assert.All(Standards.Methods, m => Assert.NotEmpty(m.Source));
    }

    [Fact]
    public void Strengths_and_sizes_are_in_their_natural_order()
    {
        Assert.All(Standards.Grades, g => Assert.True(0 < g.Proof && g.Proof <= g.Yield && g.Yield <= g.Tensile && g.MinDiameter < g.MaxDiameter, g.Grade));
        Assert.All(Standards.Materials, m => Assert.True(0 < m.Yield && m.Yield < m.Tensile && (m.IsGasket ? m.ElasticModulus is > 10 and < 5_000 : m.ElasticModulus > 10_000), m.Name));
        Assert.All(Standards.Heads.Concat(Standards.Nuts), p => Assert.True(p.Diameter < p.BearingDiameter && p.BearingDiameter <= p.Across, p.ToString()));
        Assert.All(Standards.Washers, w => Assert.True(w.Diameter < w.InnerDiameter && w.InnerDiameter < w.OuterDiameter && w.Thickness > 0, w.ToString()));
        Assert.All(Standards.Holes.Where(h => h.Hole is not null), h => Assert.True(h.Hole > h.MaxDiameter, h.ToString()));
        Assert.All(Standards.NutFactors, k => Assert.True(k.Low < k.K && k.K < k.High, k.Lubrication));
        Assert.Equal(Standards.Lengths.Where(l => l.System == MeasureSystem.Metric).Select(l => l.Length).Order(), Standards.Lengths.Where(l => l.System == MeasureSystem.Metric).Select(l => l.Length));
    }

    [Theory]
    [InlineData(ThreadLengthRule.Iso888, 16, 60, 38)]
    [InlineData(ThreadLengthRule.Iso888, 16, 130, 44)]
    [InlineData(ThreadLengthRule.Iso888, 16, 220, 57)]
    [InlineData(ThreadLengthRule.Iso888, 16, 30, 30)]
    [InlineData(ThreadLengthRule.Socket, 12, 100, 36)]
    [InlineData(ThreadLengthRule.Socket, 12, 220, 36)]
    [InlineData(ThreadLengthRule.AsmeHex, 12.7, 57.15, 31.75)]
    [InlineData(ThreadLengthRule.AsmeHex, 12.7, 177.8, 38.1)]
    [InlineData(ThreadLengthRule.AsmeSocket, 12.7, 101.6, 38.1)]
    [InlineData(ThreadLengthRule.AsmeStructural, 19.05, 76.2, 34.925)]
    [InlineData(ThreadLengthRule.None, 16, 60, 60)]
    public void Thread_length_follows_the_standard_of_the_head(ThreadLengthRule rule, double d, double length, double b) =>
        Assert.Equal(b, Standards.ThreadLength(rule, d, length), 9);

    [Theory]
    [InlineData("hex", 16, ThreadLengthRule.Iso888, null)]
    [InlineData("socket", 12, ThreadLengthRule.Socket, null)]
    [InlineData("socket", 12.7, ThreadLengthRule.AsmeSocket, null)]
    [InlineData("countersunk", 12, ThreadLengthRule.Socket, 90.0)]
    [InlineData("countersunk", 12.7, ThreadLengthRule.AsmeSocket, 82.0)]
    public void A_head_says_how_long_the_thread_is_and_how_steep_its_cone(string kind, double d, ThreadLengthRule rule, double? cone)
    {
        var head = Standards.FindHead(kind, d)!;
        Assert.Equal(rule, head.ThreadRule);
        Assert.Equal(cone, head.ConeAngle);
    }

    [Theory]
    [InlineData(18, 24.9)]
    [InlineData(20, 27.7)]
    [InlineData(22, 31.4)]
    [InlineData(24, 33.3)]
    public void Nut_faces_over_16_mm_are_narrower_than_the_heads(double d, double face) => Assert.Equal(face, Standards.FindNut("hex", d)!.BearingDiameter);

    [Theory]
    [InlineData("medium", 16, 17.5)]
    [InlineData("fine", 20, 21)]
    [InlineData("EN 1090-2", 14, 15)]
    [InlineData("EN 1090-2", 20, 22)]
    [InlineData("EN 1090-2", 27, 30)]
    [InlineData("AISC 360", 19.05, 20.6375)]
    [InlineData("AISC 360", 25.4, 28.575)]
    public void Holes_follow_their_tables(string fit, double d, double hole) => Assert.Equal(hole, Standards.FindHole(fit, d)!.Value.Diameter, 3);
}
