using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds;

/// <summary>Reads the inputs of a kind: what it needs, what it chooses where nothing is stated, what it refuses. Collects every
/// fault.</summary>
/// <param name="said">The document.</param>
/// <param name="faults">Takes what is wrong.</param>
internal sealed class KindReader(Values said, List<Fault> faults)
{
    private readonly int _before = faults.Count;

    /// <summary>The document.</summary>
    public Values Said => said;

    /// <summary>True where something was refused.</summary>
    public bool Failed => faults.Count > _before;

    /// <summary>A value that has to be stated; not a number where it is missing or faulty.</summary>
    public double Need(Field<double> field)
    {
        if (said.Stated(field) is { } value) return value;
        Missing(field);
        return double.NaN;
    }

    /// <summary>A whole number that has to be stated; 0 where it is missing or faulty.</summary>
    public int Need(Field<int> field)
    {
        if (said.Stated(field) is { } value) return value;
        Missing(field);
        return 0;
    }

    /// <summary>A value, or what is chosen where none is stated.</summary>
    public double Or(Field<double> field, double chosen) => said.Stated(field) ?? chosen;

    /// <summary>Diameter of the clearance hole of bolts, mm: as stated, by the fit, or a tenth over the bolt where no table has
    /// it.</summary>
    public double Hole(double diameter) =>
        said.Stated(Fields.HoleDiameter) ?? Standards.FindHole(said.Of(Fields.Fit), diameter)?.Diameter ?? (1.1 * diameter);

    /// <summary>A material by its name, with the strengths of that thickness; null where it is missing, unknown or too thick.</summary>
    public Material? MaterialOf(Field<string> field, double thickness, string? otherwise = null)
    {
        if (said.Stated(field) is not { } name)
        {
            if (said.IsFaulty(field)) return null;
            if (otherwise is null)
            {
                Missing(field);
                return null;
            }
            name = otherwise;
        }
        return double.IsNaN(thickness) ? null : JointRules.MaterialNamed(name, thickness, field.Path, JointRules.OwnMaterialsOf(said),
            faults);
    }

    /// <summary>The thread; null where it is missing or unknown.</summary>
    public ScrewThread? Thread()
    {
        if (!said.Has(Fields.Thread)) Missing(Fields.Thread);
        return JointRules.ThreadFor(said, faults);
    }

    /// <summary>The grade for a thread; null where it is missing, unknown or not made in that size.</summary>
    public GradeBand? Grade(ScrewThread? thread)
    {
        if (!said.Has(Fields.Grade)) Missing(Fields.Grade);
        return JointRules.GradeFor(said, thread, faults);
    }

    /// <summary>Refuses a value: what is wrong with it and what would be allowed.</summary>
    public void Refuse(bool when, string id, Field field, string was, string problem, params ReadOnlySpan<Mend> mends)
    {
        if (when && faults.All(f => f.Path != field.Path)) faults.Add(new(id, field.Path, was, problem) { Mends = [.. mends] });
    }

    /// <summary>A length in words.</summary>
    public static string Mm(double value) => QuantityText.ShowText(value, Dimension.Length, UnitSystem.Si);

    /// <summary>A length to be written into a field.</summary>
    public static Mend To(Field field, double value, string words) => new(words, field.Path, Mm(value));

    private void Missing(Field field)
    {
        if (!said.IsFaulty(field) && faults.All(f => f.Path != field.Path)) faults.Add(new("missing", field.Path, null, "missing; "
            + field.Allowed));
    }
}

/// <summary>Writes the joint under a kind: parts from head to nut, and load cases, with where each value came from.</summary>
/// <param name="said">The document of the kind.</param>
internal sealed class Laying(Values said)
{
    private readonly List<Values> _parts = [];
    private readonly Dictionary<string, string> _from = [];
    private Values _said = said;

    /// <summary>Puts a part under those that are there.</summary>
    public Laying Part(string name, double thickness, Field from, Material material, Field ofMaterial, Side side,
        params ReadOnlySpan<(Change Change, Field From)> more)
    {
        var path = $"layers[{_parts.Count}]";
        var part = new Values(path, [], [], []).With(
            Fields.LayerName.To(name), Fields.LayerThickness.To(thickness), Fields.LayerMaterial.To(material.Name),
            Fields.LayerSide.To(side));
        _from[path + ".thickness"] = from.Path;
        _from[path + ".material"] = ofMaterial.Path;
        foreach (var (change, origin) in more)
        {
            part = part.With(change);
            _from[$"{path}.{change.Field.Key}"] = origin.Path;
        }
        _parts.Add(part);
        return this;
    }

    /// <summary>States fields of the joint underneath that came from one field of the kind.</summary>
    public Laying With(Field from, params ReadOnlySpan<Change> changes)
    {
        _said = _said.With(changes);
        foreach (var change in changes) _from[change.Field.Path] = from.Path;
        return this;
    }

    /// <summary>States a field of the joint underneath, unless somebody has.</summary>
    public Laying Unless(Change change)
    {
        if (!_said.Has(change.Field)) _said = _said.With(change);
        return this;
    }

    /// <summary>Rewrites every load case: what a kind's cases bring to its bolts.</summary>
    public Laying Cases(Func<Values, Values> of)
    {
        _said = _said.With(Fields.Loads, [.. _said[Fields.Loads].Select(of)]);
        return this;
    }

    /// <summary>Places free bolts.</summary>
    public Laying Bolts(IEnumerable<LoadPath.PlanPoint> at, Field from)
    {
        var points = at.Select((p, i) =>
        {
            var path = $"pattern.points[{i}]";
            _from[path + ".x"] = _from[path + ".y"] = from.Path;
            return new Values(path, [], [], []).With(Fields.PointX.To(p.X), Fields.PointY.To(p.Y));
        }).ToImmutableArray();
        _said = _said.With(Fields.PatternKind.To(LoadPath.PatternKind.Points)).With(Fields.Points, points);
        return this;
    }

    /// <summary>The joint underneath.</summary>
    public Laid Done() => new(_parts.Count > 0 ? _said.With(Fields.Layers, [.. _parts]) : _said, _from);
}
