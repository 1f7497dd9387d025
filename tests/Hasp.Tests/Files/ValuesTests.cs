using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Files;

namespace Hasp.Tests.Files;

/// <summary>What a document said: three states, and variations that are what the changed document would have said.</summary>
public sealed class ValuesTests
{
    [Fact]
    public void A_field_is_absent_faulty_or_given()
    {
        var reader = new DocumentReader(Core.Documents.DocumentShape.Joint);
        using var json = System.Text.Json.JsonDocument.Parse("""{"name": "N", "bolts": {"thread": "M16", "grade": "8.8", "length": "long"}}""");
        var draft = reader.Draft(json.RootElement);
        var said = draft.Said;
        Assert.Equal(new Read<string>(ReadState.Given, "M16"), said.Read(Fields.Thread));
        Assert.True(said.Read(Fields.Length).IsFaulty);
        Assert.Equal(new Read<double>(ReadState.Absent, 0.15), said.Read(Fields.FaceFriction));
        Assert.Null(said.Stated(Fields.Relaxation));
        Assert.Throws<InvalidOperationException>(() => said.Of(Fields.ThreadLength));
        Assert.Equal("bolts.length", Assert.Single(draft.Faults, f => f.Id != "missing").Path);
    }

    private static readonly Change[] Changes =
    [
        Fields.Thread.To("M30"), Fields.Relaxation.To(0.2), Fields.FaceFriction.To(0.33), Fields.ConeHalfAngle.To(0.5, "0.5 rad"),
        Fields.Required[7].To(2.5),
        Fields.ShearBy.To(true), Fields.Samples.To(5_000), Fields.SpreadLoad.To(new(Core.Uncertainty.Distribution.Normal, 0.2)),
        Fields.HandTolerance.To(0.1),
        Fields.LayerThickness.To(33, "33 mm").At(0), Fields.LayerHoles.To(2).At(1), Fields.CaseFactor.To(1.7).At(0),
        Fields.CasePressure.To(0.3, "0.3 MPa").At(0),
        Fields.PatternX.To(40, "40 mm"), Fields.PatternRows.To(4), Fields.Tension.To(Core.LoadPath.TensionSchool.Pivot),
        Fields.Note.To("told"),
    ];

    /// <summary>
    /// A variation keeps what was made of the parts that it leaves alone. Whatever a change touches, the joint is the one that the changed
    /// document describes.
    /// </summary>
    [Fact]
    public void A_variation_is_the_joint_of_the_changed_document()
    {
        var kept = 0;
        foreach (var (_, document) in Samples.DemoDocuments)
        {
            var joint = Samples.Read(document);
            foreach (var change in Changes)
            {
                var changed = (JsonObject)document.DeepClone();
                if (changed.Draft().At(change.Path) is null) continue;
                Typing.Set(changed, change.Path, change.Text, Core.Quantities.UnitSystem.Si);
                // As the document writes it: a pattern may have grown with it, and a count gone.
                var expected = JointDocument.Read(changed.ToJsonString()).Joint;
                var varied = JointRules.JointOf(joint.Said.With(change), []);
                Assert.Equal(expected is null, varied is null);
                if (expected is null) continue;
                kept++;
                Assert.Equal(Figures(expected), Figures(varied!));
            }
        }
        Assert.True(kept > 80, $"only {kept} variations were joints");
    }

    private static string Figures(Joint joint) => ResultDocument.Of(Evaluation.Run(joint)).ToJsonString() + ChancesOf(joint);

    private static string ChancesOf(Joint joint) =>
        $"{joint.Sampling.Samples} {string.Join(", ", joint.Sampling.Stated)} {joint.HandFigures.Tolerance}";
}
