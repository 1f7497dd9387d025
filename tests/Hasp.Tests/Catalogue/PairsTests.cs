using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;

namespace Hasp.Tests.Catalogue;

/// <summary>
/// Every grade with every finish, washer, nut, head and temperature, two and two together: possible, refused with what mends it, or open
/// with what would close it. Nothing goes through in silence and nothing ends in an exception.
/// </summary>
public sealed class PairsTests
{
    private static readonly string[] Grades = [.. Standards.Names(Standards.Grades, g => g.Grade)];
    private static readonly string[] Finishes = [.. Standards.Names(Standards.NutFactors, k => k.Lubrication)];
    private static readonly string[] Washers = ["none", .. Standards.Names(Standards.Washers, w => w.Kind)];
    private static readonly string[] Nuts = [.. Standards.Names(Standards.Nuts, n => n.Kind)];
    private static readonly string[] Heads = [.. Standards.Names(Standards.Heads, h => h.Kind), JointRules.Stud];
    private static readonly string[] Temperatures = ["-100 °C", "20 °C", "220 °C", "450 °C"];

    /// <summary>The six, each with the field that states it.</summary>
    private static readonly (string Path, string[] Values)[] Six =
    [
        ("bolts.grade", Grades), ("tightening.lubrication", Finishes), ("washers.head", Washers), ("threadEnd.nut", Nuts), ("bolts.head", Heads),
        ("temperature.bolts", Temperatures),
    ];

    public static TheoryData<int, int> Pairs
    {
        get
        {
            var pairs = new TheoryData<int, int>();
            for (var a = 0; a < 6; a++) for (var b = a + 1; b < 6; b++) pairs.Add(a, b);
            return pairs;
        }
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public void Each_pair_is_possible_refused_with_the_mend_or_open(int first, int second)
    {
        var (possible, refused, open) = (0, 0, 0);
        foreach (var a in Six[first].Values)
        {
            foreach (var b in Six[second].Values)
            {
                var grade = first == 0 ? a : "8.8";
                var band = Standards.GradeBands(grade)[0];
                var document = Samples.With(
                    ("bolts.thread", band.System == MeasureSystem.Inch ? "3/4-10 UNC" : "M20"), ("bolts.grade", grade), ("bolts.length", ""),
                    ("washers.head", "none"), ("washers.nut", "none"), ("layers[0].edgeDistance", "60 mm"), ("layers[1].edgeDistance", "60 mm"),
                    (Six[first].Path, a), (Six[second].Path, b));
                var (joint, faults) = Hasp.Files.JointDocument.Read(document.ToJsonString());
                if (joint is null)
                {
                    refused++;
                    Assert.All(faults, f => Assert.True(f.Problem.Length > 15, $"{a}, {b}: {f.Problem}"));
                    continue;
                }
                var result = Evaluation.Run(joint);
                Assert.All(result.Checks, c => Assert.False(double.IsNaN(c.Factor ?? 0), $"{a}, {b}: {c.Check.Id}"));
                if (result.IsComplete) possible++;
                else open++;
                // What cannot be is never held in full.
                var (bolt, finish) = (joint.Bolts.Grade, joint.Tightening.NutFactor);
                var hot = joint.Temperatures.Bolts;
                if (!bolt.Takes(finish) || hot < bolt.Service.Least || hot > bolt.Service.Most || hot > finish.ServiceMost) Assert.False(result.IsComplete, $"{a}, {b}");
            }
        }
        Assert.True(possible > 0, $"{possible} possible, {refused} refused, {open} open");
    }
}
