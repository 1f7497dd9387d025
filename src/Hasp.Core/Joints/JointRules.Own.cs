using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;

namespace Hasp.Core.Joints;

/// <content>Grades and materials of the user's own, and figures calculated by hand.</content>
public static partial class JointRules
{
    /// <summary>The grades that a document brings with it; one that has a fault is left out.</summary>
    public static IReadOnlyList<GradeBand> OwnGradesOf(Values said) =>
        [.. said[Fields.OwnGrades].Select(g => OwnGrade(g, [])).OfType<GradeBand>()];

    internal static IReadOnlyList<Material> OwnMaterialsOf(Values said) =>
        [.. said[Fields.OwnMaterials].Select(m => OwnMaterial(m, [])).OfType<Material>()];

    /// <summary>A grade of the user's own; null where it has a fault, which is added.</summary>
    public static GradeBand? OwnGrade(Values said, List<Fault> faults)
    {
        var before = faults.Count;
        var (proof, yield, tensile) = (said.Stated(Fields.OwnGradeProof), said.Stated(Fields.OwnGradeYield),
            said.Stated(Fields.OwnGradeTensile));
        var (min, max) = (said.Stated(Fields.OwnGradeMin), said.Stated(Fields.OwnGradeMax));
        if (proof > tensile || yield > tensile)
        {
            faults.Add(new("own-strengths", said.PathOf(Fields.OwnGradeTensile), null,
                "proof and yield must not be above the tensile strength"));
        }
        if (min > max) faults.Add(new("own-sizes", said.PathOf(Fields.OwnGradeMax), null, "must not be below the smallest diameter"));
        if (said.HasFaults || faults.Count > before) return null;
        return new GradeBand(
            said.Of(Fields.OwnGradeName), "own", MeasureSystem.Any, min!.Value, max!.Value, proof!.Value, yield!.Value, tensile!.Value,
            said.Of(Fields.OwnGradeModulus), UsualExpansion, false, "as the maker states", said.Of(Fields.OwnGradeSource), true);
    }

    /// <summary>A material of the user's own; null where it has a fault, which is added.</summary>
    public static Material? OwnMaterial(Values said, List<Fault> faults)
    {
        var before = faults.Count;
        var (yield, tensile) = (said.Stated(Fields.OwnMaterialYield), said.Stated(Fields.OwnMaterialTensile));
        if (yield > tensile) faults.Add(new("own-strengths", said.PathOf(Fields.OwnMaterialTensile), null,
            "yield must not be above the tensile strength"));
        if (said.HasFaults || faults.Count > before) return null;
        return new Material(
            said.Of(Fields.OwnMaterialName), double.PositiveInfinity, said.Of(Fields.OwnMaterialModulus), yield!.Value, tensile!.Value,
            said.Of(Fields.OwnMaterialBearing), said.Stated(Fields.OwnMaterialExpansion), said.Of(Fields.OwnMaterialBrittle), null, "own",
            said.Of(Fields.OwnMaterialSource), true);
    }

    private static void RefuseOwn(Values said, List<Fault> faults)
    {
        foreach (var grade in said[Fields.OwnGrades]) OwnGrade(grade, faults);
        foreach (var material in said[Fields.OwnMaterials]) OwnMaterial(material, faults);
    }

    private static ImmutableArray<Acceptance> AcceptedFor(Values said) =>
    [
        .. said[Fields.Accepted].Where(a => !a.HasFaults).Select(a => new Acceptance(
            a.Of(Fields.AcceptedName), a.Of(Fields.AcceptedOpen), a.Of(Fields.AcceptedKind), a.Of(Fields.AcceptedBasis),
            a.Of(Fields.AcceptedReason), a.Of(Fields.AcceptedBy))),
    ];

    private static HandFigures HandFiguresFor(Values said, List<Fault> faults) =>
        new(said.Of(Fields.HandTolerance), [.. said[Fields.HandChecks].Where(h => !h.HasFaults).Select(h => HandFigureFor(h, faults))
            .OfType<HandFigure>()]);

    private static HandFigure? HandFigureFor(Values said, List<Fault> faults)
    {
        var (step, figure) = (said.Of(Fields.HandStep), said.Of(Fields.HandFigure));
        if (Terms.All.FirstOrDefault(t => t.Id == step.Split('#')[0]) is not { } term)
        {
            faults.Add(new("hand-step", said.PathOf(Fields.HandStep), null, "no value of that name"));
            return null;
        }
        var (value, problem) = HandText.Parse(figure, term.Dimension);
        if (problem is null) return new HandFigure(said.Of(Fields.HandCheck), step, value);
        faults.Add(new("hand-figure", said.PathOf(Fields.HandFigure), null, problem));
        return null;
    }
}
