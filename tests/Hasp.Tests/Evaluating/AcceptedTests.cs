using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Web.Drawing;
using Hasp.Web.Services;

namespace Hasp.Tests.Evaluating;

/// <summary>What a document is accepted with is computed and drawn: tiny, huge, at the limits of every field of every kind and basis.</summary>
public sealed class AcceptedTests
{
    private static readonly double[] Sizes = [1e-9, 1e-6, 1e-4, 0.01, 0.1, 0.3, 1, 3, 9, 27, 90, 300, 900, 3000, 19_999, 1e6];

    public static TheoryData<string, string> KindsAndBases
    {
        get
        {
            var all = new TheoryData<string, string>();
            foreach (var kind in Kind.All) foreach (var basis in Basis.All) all.Add(kind.Id, basis.Id);
            return all;
        }
    }

    private static JsonObject Example(Kind kind, string basis)
    {
        var document = kind.IsParts ? Samples.With() : Typing.Example(kind);
        Typing.Set(document, Fields.Basis.Path, basis, UnitSystem.Si);
        return document;
    }

    private static IEnumerable<Field> SizesOf(Kind kind) =>
        kind.Inputs().Concat(kind.IsParts ? Fields.All.Where(f => f.Path.StartsWith("bolts.", StringComparison.Ordinal)
            || f.Path.StartsWith("seal.", StringComparison.Ordinal)) : [Fields.HoleDiameter]).Where(f => f.Kind == FieldKind.Quantity && f.Dimension == Dimension.Length);

    [Theory]
    [MemberData(nameof(KindsAndBases))]
    public void Every_size_at_and_beyond_its_limits_is_refused_or_computed_and_drawn(string kindId, string basis)
    {
        var kind = Kind.ById(kindId)!;
        var (accepted, refused) = (0, 0);
        string[] paths = [.. SizesOf(kind).Select(f => f.Path), .. kind.IsParts
            ? new[] { "layers[0].thickness", "layers[1].thickness", "layers[0].width", "layers[0].edgeDistance", "layers[1].edgeDistance" } : []];
        foreach (var path in paths)
        {
            foreach (var size in Sizes)
            {
                var document = Example(kind, basis);
                Typing.Set(document, path, $"{size:0.#########} mm", UnitSystem.Si);
                if (Survives(document, $"{path} = {size} mm")) accepted++;
                else refused++;
            }
        }
        Assert.True(accepted >= 3 * paths.Length && refused >= paths.Length, $"{accepted} accepted, {refused} refused of {paths.Length} fields");
    }

    /// <summary>Every length of a document at random at once, by tens up and down.</summary>
    [Theory]
    [MemberData(nameof(KindsAndBases))]
    public void Sizes_at_random_are_refused_or_computed_and_drawn(string kindId, string basis)
    {
        var (kind, random, accepted) = (Kind.ById(kindId)!, new Random(5), 0);
        for (var i = 0; i < 40; i++)
        {
            var document = Example(kind, basis);
            foreach (var field in SizesOf(kind).Where(_ => random.Next(3) == 0))
            {
                Typing.Set(document, field.Path, $"{Math.Pow(10, (random.NextDouble() * 4) - 1):0.####} mm", UnitSystem.Si);
            }
            if (Survives(document, $"seed {i}")) accepted++;
        }
        // Most of what is thrown together is refused: that some is not makes it a test.
        Assert.True(accepted >= 1, "nothing was accepted");
    }

    private static bool Survives(JsonObject document, string what)
    {
        if (JointDocument.Read(document.ToJsonString()).Joint is not { } joint) return false;
        try
        {
            var result = Evaluation.Run(joint);
            Assert.All(result.Checks, c => Assert.False(c.Factor is { } f && double.IsNaN(f), $"{what}: {c.Check.Id} is no number"));
            Assert.All(result.Values, v => Assert.False(double.IsNaN(v.Value), $"{what}: {v.Term.Id} is no number"));
            foreach (var units in new[] { UnitSystem.Si, UnitSystem.Us })
            {
                Assert.NotEmpty(CallOut.Of(result, units).Text);
                if (joint.Kind.IsParts)
                {
                    _ = new SectionDrawing(result, 120, 90, units);
                    _ = new SectionDrawing(result, 330, 372, units);
                }
                else
                {
                    _ = new SheetDrawing(joint.Kind.Draw(joint), 640, 372, units);
                    _ = new SheetDrawing(joint.Kind.Draw(joint), 640, 540, units);
                    _ = new SheetDrawing(joint.Kind.Draw(joint), 120, 84, units, 2, false);
                }
            }
            _ = ResultDocument.Of(result).ToJsonString();
        }
        catch (Exception e) when (e is not Xunit.Sdk.XunitException)
        {
            Assert.Fail($"{what}: {e.GetType().Name} {e.Message}\n{e.StackTrace}");
        }
        return true;
    }
}
