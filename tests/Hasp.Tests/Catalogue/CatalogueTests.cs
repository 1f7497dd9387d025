using Hasp.Core.Catalogue;
using Hasp.Core.Formulas;

namespace Hasp.Tests.Catalogue;

/// <summary>The figures that ship, against the formulas that should produce them and against sense.</summary>
public sealed class CatalogueTests
{
    public static IEnumerable<TheoryDataRow<ScrewThread>> Published =>
        Standards.Threads.Where(t => t.PublishedStressArea is not null)
            .Select(t => new TheoryDataRow<ScrewThread>(t) { TestDisplayName = t.Designation });

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
        Assert.All(Standards.Grades, g => Assert.True(0 < g.Proof && g.Proof <= g.Yield && g.Yield <= g.Tensile
            && g.MinDiameter < g.MaxDiameter, g.Grade));
        Assert.All(Standards.Materials, m => Assert.True(
            // Of concrete the yield is what it bears, and the tensile strength what it cracks at.
            0 < m.Yield && (m.Kind == "concrete" ? m.Tensile < m.Yield : m.Yield < m.Tensile)
            && (m.Kind is "gasket" or "plastic" ? m.ElasticModulus is > 10 and < 10_000 : m.ElasticModulus > 10_000), m.Name));
        Assert.All(Standards.Heads.Concat(Standards.Nuts),
            p => Assert.True(p.Diameter < p.BearingDiameter && p.BearingDiameter <= p.Across, p.ToString()));
        Assert.All(Standards.Washers, w => Assert.True(w.Diameter < w.InnerDiameter && w.InnerDiameter < w.OuterDiameter && w.Thickness > 0,
            w.ToString()));
        Assert.All(Standards.Holes.Where(h => h.Hole is not null), h => Assert.True(h.Hole > h.MaxDiameter, h.ToString()));
        Assert.All(Standards.NutFactors, k => Assert.True(k.Low < k.K && k.K < k.High, k.Lubrication));
        Assert.Equal(Standards.Lengths.Where(l => l.System == MeasureSystem.Metric).Select(l => l.Length).Order(),
            Standards.Lengths.Where(l => l.System == MeasureSystem.Metric).Select(l => l.Length));
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
    [InlineData(ThreadLengthRule.HvHex, 20, 90, 33)]
    [InlineData(ThreadLengthRule.AllThread, 6, 30, 30)]
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
    public void Nut_faces_over_16_mm_are_narrower_than_the_heads(double d, double face) =>
        Assert.Equal(face, Standards.FindNut("hex", d)!.BearingDiameter);

    [Theory]
    [InlineData("medium", 16, 17.5)]
    [InlineData("fine", 20, 21)]
    [InlineData("EN 1090-2", 14, 15)]
    [InlineData("EN 1090-2", 20, 22)]
    [InlineData("EN 1090-2", 27, 30)]
    [InlineData("AISC 360", 19.05, 20.6375)]
    [InlineData("AISC 360", 25.4, 28.575)]
    public void Holes_follow_their_tables(string fit, double d, double hole) =>
        Assert.Equal(hole, Standards.FindHole(fit, d)!.Value.Diameter, 3);

    [Fact]
    public void Every_size_that_is_offered_can_be_made_into_a_joint()
    {
        var unusable = Standards.Threads.Where(t => Ways(t).All(w => Samples.Faults(w).Count > 0))
            .Select(t => $"{t.Designation}: {Samples.Faults(Ways(t).Last())[0].Problem}").ToList();
        Assert.True(unusable.Count == 0, string.Join("\n", unusable));

        static IEnumerable<(string, string)[]> Ways(ScrewThread thread) =>
            from head in new[] { "hex", "socket", "stud" }
            from grade in Finding(thread)
            select new[] { ("bolts.thread", thread.Designation), ("bolts.grade", grade), ("bolts.head", head),
                ("layers[0].edgeDistance", "200 mm"), ("layers[1].edgeDistance", "200 mm"),
                ("bolts.length", head == "stud" ? "" : "200 mm"), ("bolts.threadLength", head == "stud" ? "" : "190 mm") };

        static IEnumerable<string> Finding(ScrewThread thread) => Core.Sizing.Finder.GradesFor(Samples.Joint().Said, [thread]).Take(3);
    }

    [Fact]
    public void Every_grade_and_material_head_nut_and_washer_serves_some_size()
    {
        var threads = Standards.Threads.Where(t => t.FirstChoice).ToList();
        bool Serves(Func<ScrewThread, (string, string)[]> changes) => threads.Any(t => Samples.Faults(
            [("bolts.thread", t.Designation), ("bolts.grade", t.System == MeasureSystem.Metric ? "8.8" : "SAE 8"),
                ("layers[0].edgeDistance", "200 mm"), ("layers[1].edgeDistance", "200 mm"), .. changes(t)]).Count == 0);
        foreach (var grade in Standards.Names(Standards.Grades, g => g.Grade)) Assert.True(Serves(_ => [("bolts.grade", grade)]), grade);
        foreach (var material in Standards.Materials.Select(m => m.Name)
            .Distinct()) Assert.True(Serves(_ => [("layers[1].material", material), ("layers[1].thickness", "3 mm")]), material);
        foreach (var kind in Standards.Names(Standards.Heads, h => h.Kind)) Assert.True(Serves(_ => [("bolts.head", kind)]), kind);
        foreach (var kind in Standards.Names(Standards.Nuts, n => n.Kind)) Assert.True(Serves(_ => [("threadEnd.nut", kind)]), kind);
        foreach (var kind in Standards.Names(Standards.Washers,
            w => w.Kind)) Assert.True(Serves(t => [("washers.head", kind),
            ("bolts.grade", t.System == MeasureSystem.Metric ? "4.6" : "A307-A")]), kind);
        foreach (var name in Standards.Names(Standards.NutClasses, c => c.Name)) Assert.True(Serves(_ => [("threadEnd.nutClass", name)]),
            name);
    }

    /// <summary>Within a standard what is larger is larger in every size; within a material what is thicker is no stronger.</summary>
    [Fact]
    public void Rows_grow_with_their_size()
    {
        var compared = 0;
        void Grow<T>(IEnumerable<T> rows, Func<T, string> series, Func<T, double> size, params Func<T, double>[] figures)
        {
            foreach (var of in rows.GroupBy(series))
            {
                var sorted = of.OrderBy(size).ToList();
                for (var i = 1; i < sorted.Count; i++)
                {
                    foreach (var figure in figures) Assert.True(figure(sorted[i]) >= figure(sorted[i - 1]) - 1e-9, $"{sorted[i - 1]} then {sorted[i]}");
                    compared++;
                }
            }
        }
        bool Inch(double d) => Standards.Threads.Any(t => t.System == MeasureSystem.Inch && Math.Abs(t.Diameter - d) < 0.005);
        string Series(string kind, double d, string source) => $"{kind} {Inch(d)} {(source.Contains("EN 14399", StringComparison.Ordinal) ? "EN" : "")}";
        Grow(Standards.Heads, h => Series(h.Kind, h.Diameter, h.Source), h => h.Diameter, h => h.Height, h => h.Across, h => h.BearingDiameter);
        Grow(Standards.Nuts, n => Series(n.Kind, n.Diameter, n.Source), n => n.Diameter, n => n.Height, n => n.Across, n => n.BearingDiameter);
        Grow(Standards.Washers, w => Series(w.Kind, w.Diameter, w.Source), w => w.Diameter, w => w.InnerDiameter, w => w.OuterDiameter);
        Grow(Standards.Holes.Where(h => h.Hole is not null), h => $"{h.Fit} {Inch(h.MinDiameter)}", h => h.MinDiameter, h => h.Hole!.Value);
        Grow(Standards.Materials.Where(m => !m.IsGasket), m => m.Name, m => m.MaxThickness, m => -m.Yield, m => -m.Tensile);
        Assert.True(compared > 400, $"only {compared}");
    }

    /// <summary>The bands of a grade and of a class of nut meet and do not overlap; every other name is of a row.</summary>
    [Fact]
    public void Bands_meet_and_other_names_lead_to_rows()
    {
        foreach (var of in Standards.Grades.GroupBy(g => (g.Grade, g.System)))
        {
            var sorted = of.OrderBy(g => g.MinDiameter).ToList();
            for (var i = 1; i < sorted.Count; i++) Assert.InRange(sorted[i].MinDiameter - sorted[i - 1].MaxDiameter, 1e-6, 0.01);
        }
        Assert.All(Standards.OtherNames, n =>
        {
            Assert.NotEmpty(n.Source);
            if (n.Kind == "material") Assert.Equal(n.Of, Standards.MaterialBands(n.Name.ToLowerInvariant())[0].Name);
            else Assert.Equal(n.Of, Standards.GradeBands(n.Name.ToLowerInvariant())[0].Grade);
        });
        Assert.Equal("hex style 2", Samples.Joint(("bolts.thread", "M20"), ("bolts.grade", "12.9")).Bolts.Nut!.Kind);
        Assert.Equal("hex", Samples.Joint(("bolts.thread", "M16"), ("bolts.grade", "12.9")).Bolts.Nut!.Kind);
        Assert.Equal("socket", Samples.Joint(("bolts.thread", "1/2"), ("bolts.grade", "A574")).Bolts.Head.Kind);
        Assert.Equal("heavy hex", Samples.Joint(("bolts.thread", "3/4"), ("bolts.grade", "B7")).Bolts.Nut!.Kind);
    }

    [Fact]
    public void The_nut_class_of_a_grade_is_listed_and_carries_its_proof_load()
    {
        var paired = 0;
        foreach (var grade in Standards.Grades)
        {
            foreach (var thread in Standards.Threads.Where(t => (grade.System == MeasureSystem.Any || t.System == grade.System)
                && t.Diameter >= grade.MinDiameter && t.Diameter <= grade.MaxDiameter))
            {
                if (Standards.FindNutClass(grade.NutClass, thread) is not { } nut) continue;
                paired++;
                Assert.True(nut.Proof >= grade.Proof,
                    $"{grade.Grade} in {thread.Designation}: nut {nut.Name} proof {nut.Proof} under {grade.Proof}");
            }
        }
        Assert.True(paired > 900, $"only {paired} pairs");
    }
}
