using System.Globalization;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files;

/// <summary>The joint with one value of the field put in.</summary>
/// <param name="Value">In <see cref="JustHolds.Unit"/>.</param>
/// <param name="Load">The load's reserve; NaN where the value is refused.</param>
/// <param name="Tightening">The tightening's; NaN where the value is refused.</param>
/// <param name="Governs">What is to be looked at first; null where nothing is judged or the value is refused.</param>
/// <param name="Refused">Why a joint cannot have that value; empty where it can.</param>
public readonly record struct Tried(double Value, double Load, double Tightening, Check? Governs, string Refused)
{
    /// <summary>The lesser of both reserves; NaN where the value is refused.</summary>
    public double Least => Math.Min(Load, Tightening);

    /// <summary>True where every check reaches its required factor.</summary>
    public bool Holds => Refused.Length == 0 && Load >= 1 && Tightening >= 1;
}

/// <summary>Where a range in which the joint holds begins or ends.</summary>
/// <param name="Value">In <see cref="JustHolds.Unit"/>, rounded to the side that holds.</param>
/// <param name="Text">What to type to have it.</param>
/// <param name="Beyond">The joint a little past it.</param>
public sealed record HoldingEdge(double Value, string Text, Tried Beyond);

/// <summary>A range in which everything holds.</summary>
/// <param name="From">Where it begins; null where it reaches down to the least that was tried.</param>
/// <param name="To">Where it ends; null where it reaches up to the most that was tried.</param>
public readonly record struct HoldingRange(HoldingEdge? From, HoldingEdge? To);

/// <summary>
/// The value of one field that just holds: the reserves over a range of it, found by putting each value into the document and judging the
/// joint in full, and the edges between holding and not by bisection. Where that is not monotone there are several ranges; where no value
/// helps there is none.
/// </summary>
public sealed class JustHolds
{
    private const int Points = 72;
    private const int MostWhole = 48;

    private readonly Draft _draft;
    private readonly Place _place;
    private readonly UnitSystem _shown;
    private readonly bool _share;

    private JustHolds(Draft draft, Place place, UnitSystem shown, Joint joint)
    {
        (_draft, _place, _shown) = (draft, place, shown);
        var (field, text) = (place.Field, draft[place]?.Text);
        _share = field.Kind == FieldKind.Aim && (text is null || text.Contains('%', StringComparison.Ordinal));
        Unit = UnitOf(field, text, shown, _share);
        Now = StatedIn(Unit, text);
        (Logarithmic, var values) = ValuesOf(joint);
        // A bound that may not be reached is not tried: nothing is offered right beside it.
        Curve = Refined([.. values.Where(v => !Field.AboveMin || v > Shown(Field.Min)).Select(Try)]);
        Ranges = [.. RangesOf(Curve)];
    }

    /// <summary>Where the field stands.</summary>
    public string Path => _draft.PathOf(_place);

    /// <summary>The field.</summary>
    public Field Field => _place.Field;

    /// <summary>The unit of all values; null for a number without one, and for a share in per cent.</summary>
    public Unit? Unit { get; }

    /// <summary>What is stated now, in <see cref="Unit"/>; null where it is chosen or cannot be read.</summary>
    public double? Now { get; }

    /// <summary>True where the values tried are spread by their ratio.</summary>
    public bool Logarithmic { get; }

    /// <summary>The values tried, ascending.</summary>
    public IReadOnlyList<Tried> Curve { get; }

    /// <summary>Where everything holds, ascending; empty where no value tried helps.</summary>
    public IReadOnlyList<HoldingRange> Ranges { get; }

    /// <summary>The unit as it is written; empty for a bare number.</summary>
    public string UnitText => Unit?.Symbol ?? (_share ? "%" : "");

    /// <summary>True where a field has a value that can be looked for.</summary>
    public static bool Offers(Field field) =>
        field.Kind is FieldKind.Quantity or FieldKind.Number or FieldKind.Count or FieldKind.Aim
        && field.Dimension is not (Dimension.Mass or Dimension.Speed)
        && !Left.Any(l => field.Path.StartsWith(l, StringComparison.Ordinal));

    // What is required, how it is sampled, and the own figures of a grade are not sizes to choose by what holds; nor is what a lot was
    // found to have, or how it is put together.
    private static readonly string[] Left = ["judging.required", "uncertainty.", "own.", "handChecks", "loads[].row", "fatigue.knee",
        "plan.", "tightening.lot."];

    /// <summary>The value that just holds and its curve; null where the field is none to look for, or the joint as it stands has
    /// other faults.</summary>
    /// <param name="draft">The joint.</param>
    /// <param name="path">The field.</param>
    /// <param name="shown">Unit of a field where none is stated.</param>
    public static JustHolds? Of(Draft draft, string path, UnitSystem shown) =>
        draft.At(path) is { } place && Offers(place.Field) && draft.Judged().Joint is { } joint
            ? new JustHolds(draft, place, shown, joint) : null;

    private static Unit? UnitOf(Field field, string? text, UnitSystem shown, bool share)
    {
        if (field.Kind is FieldKind.Number or FieldKind.Count || share) return null;
        Dimension[] may = field.Kind == FieldKind.Aim ? [Dimension.Torque, Dimension.Force] : [field.Dimension];
        foreach (var dimension in may)
        {
            if (text is not null && QuantityText.Parse(text, dimension) is { Ok: true } read
                && Units.Belongs(read.Unit!, shown)) return read.Unit;
        }
        return field.Kind == FieldKind.Aim
            ? Units.Shown(text is not null && QuantityText.Parse(text, Dimension.Torque).Ok ? Dimension.Torque : Dimension.Force, shown)
            : JointEdits.BareUnit(field, shown);
    }

    private static double? StatedIn(Unit? unit, string? text)
    {
        if (text is null) return null;
        if (unit is not null) return QuantityText.Parse(text, unit.Dimension) is { Ok: true } read ? unit.FromHeld(read.Held) : null;
        return double.TryParse(text.TrimEnd('%', ' '), NumberStyles.Float, CultureInfo.InvariantCulture, out var bare) ? bare : null;
    }

    /// <summary>What is worth trying: the whole of a short range, else a stretch round what is stated or usual.</summary>
    private (bool Logarithmic, IEnumerable<double> Values) ValuesOf(Joint joint)
    {
        var (low, high) = (Shown(Field.Min), Shown(Field.Max));
        if (Field.Kind == FieldKind.Count)
        {
            var most = (int)Math.Min(high, Math.Max(24, Math.Min(MostWhole, 3 * (Now ?? joint.Bolts.Count))));
            return (false, Enumerable.Range((int)low, most - (int)low + 1).Select(n => (double)n));
        }
        if (_share) return (false, Even(5, 100));
        if (Field.Dimension == Dimension.Temperature) return (false, Even(Shown(-50), Shown(300)));
        var thread = Shown(joint.Bolts.Thread.Diameter);
        var signed = Field.Min < 0;
        if (signed && Field.Dimension == Dimension.Length) return (false, Even((Now ?? 0) - (20 * thread), (Now ?? 0) + (20 * thread)));
        if (Field.Dimension == Dimension.Angle) return (false, Even(Math.Max(low, Shown(-Math.PI)), Math.Min(high, Shown(Math.PI))));
        if (Field.Dimension is Dimension.None && high - low <= 30) return (false, Even(low, high));
        if (Field == Fields.Settling) return (false, Even(low, Math.Min(high, Math.Max(Shown(0.1), 4 * (Now ?? 0)))));
        var about = Now is { } now && now != 0 ? Math.Abs(now) : Usual(joint, thread);
        var sign = Now < 0 ? -1 : 1;
        var (from, to) = (Math.Max(about / 20, signed ? 0 : low), Math.Min(20 * about, high));
        var spread = Enumerable.Range(0, Points + 1).Select(i => sign * from * Math.Pow(to / from, i / (double)Points));
        if (Field.Min <= 0 && !Field.AboveMin) spread = spread.Prepend(0);
        // A bare limit may be refused by the last digit of a conversion.
        return (true, (sign < 0 ? spread.Reverse() : spread).Where(v => Math.Abs(v) <= high * (1 - 1e-12)));
    }

    /// <summary>A size to begin from where nothing is stated, in <see cref="Unit"/>.</summary>
    private double Usual(Joint joint, double thread)
    {
        var hold = joint.Bolts.Count * Mechanics<Plain>.Of(joint).ProofLoad.Value;
        return (Unit?.Dimension ?? Field.Dimension) switch
        {
            Dimension.Length => 2 * thread,
            Dimension.Force => Shown(hold) / 4,
            Dimension.Torque => Shown(hold * joint.Bolts.Thread.Diameter) / 4,
            Dimension.Stress => Shown(1),
            Dimension.Area => thread * thread * joint.Bolts.Count,
            _ => Field == Fields.CaseCycles ? 1e6 : 1,
        };
    }

    private double Shown(double held) => Unit is { } unit && double.IsFinite(held) ? unit.FromHeld(held) : held;

    private static IEnumerable<double> Even(double from, double to) =>
        Enumerable.Range(0, Points + 1).Select(i => from + ((to - from) * i / Points));

    private string TextOf(double value)
    {
        var number = value.ToString("R", CultureInfo.InvariantCulture);
        return Unit is { } unit ? $"{number} {unit.Symbol}" : _share ? number + " %" : number;
    }

    private Tried Try(double value)
    {
        var (joint, faults) = _draft.State(_place, TextOf(value), _shown).Judged();
        if (joint is null) return new(value, double.NaN, double.NaN, null, faults[0].Problem);
        var reserves = TwoReserves.Of(Mechanics<Plain>.Of(joint));
        var least = reserves.Design.Value < reserves.Tightening.Value ? reserves.Design : reserves.Tightening;
        return new(value, reserves.Design.Value, reserves.Tightening.Value, least.Check < 0 ? null : Check.All[least.Check], "");
    }

    /// <summary>
    /// The same curve with the tops between its points looked for, where they may rise over 1 unseen: a window narrower than the step is
    /// found from its best point.
    /// </summary>
    private IReadOnlyList<Tried> Refined(List<Tried> curve)
    {
        if (Field.Kind == FieldKind.Count) return curve;
        var tops = Enumerable.Range(0, curve.Count).Where(i => !curve[i].Holds && Least(i) >= Least(i - 1)
            && Least(i) >= Least(i + 1) && Least(i) > 0)
            .OrderByDescending(Least).Take(MostTops).ToList();
        foreach (var found in tops.Select(i => Top(curve[Math.Max(0, i - 1)].Value, curve[i],
            curve[Math.Min(curve.Count - 1, i + 1)].Value)).Where(t => t.Holds).ToList())
        {
            curve.Insert(curve.FindIndex(t => t.Value > found.Value) is var at and >= 0 ? at : curve.Count, found);
        }
        return curve;

        double Least(int i) => i < 0 || i >= curve.Count || double.IsNaN(curve[i].Least) ? double.NegativeInfinity : curve[i].Least;
    }

    private const int MostTops = 2;

    /// <summary>The best between two values, by the golden section; the search ends as soon as one holds.</summary>
    private Tried Top(double low, Tried best, double high)
    {
        const double Golden = 0.3819660112501051;
        for (var i = 0; i < 30 && !best.Holds && high - low > 1e-9 * Math.Max(Math.Abs(high), 1e-9); i++)
        {
            var right = high - best.Value > best.Value - low;
            var next = Try(right ? best.Value + (Golden * (high - best.Value)) : best.Value - (Golden * (best.Value - low)));
            if (next.Least > best.Least)
            {
                (low, high) = right ? (best.Value, high) : (low, best.Value);
                best = next;
            }
            else if (right) high = next.Value;
            else low = next.Value;
        }
        return best;
    }

    private IEnumerable<HoldingRange> RangesOf(IReadOnlyList<Tried> curve)
    {
        HoldingEdge? from = null;
        var inside = curve.Count > 0 && curve[0].Holds;
        for (var i = 1; i < curve.Count; i++)
        {
            if (curve[i].Holds == inside) continue;
            if (inside) yield return new(from, EdgeBetween(curve[i - 1], curve[i]));
            else from = EdgeBetween(curve[i], curve[i - 1]);
            inside = !inside;
        }
        if (inside) yield return new(from, null);
    }

    private HoldingEdge EdgeBetween(Tried holds, Tried beyond)
    {
        for (var i = 0; i < 40 && Field.Kind != FieldKind.Count
            && Math.Abs(beyond.Value - holds.Value) > 1e-7 * Math.Max(Math.Abs(holds.Value), 1e-9); i++)
        {
            var middle = Try((holds.Value + beyond.Value) / 2);
            if (middle.Holds) holds = middle;
            else beyond = middle;
        }
        var rounded = Rounded(holds, beyond);
        return new(rounded, TextOf(rounded), beyond);
    }

    /// <summary>Few figures where they still hold: rounded away from the edge, and tried.</summary>
    private double Rounded(Tried holds, Tried beyond)
    {
        if (holds.Value == 0 || Field.Kind == FieldKind.Count) return holds.Value;
        foreach (var figures in (int[])[3, 4, 5])
        {
            var step = Math.Pow(10, Math.Floor(Math.Log10(Math.Abs(holds.Value))) + 1 - figures);
            var steps = holds.Value / step;
            var rounded = (decimal)(holds.Value > beyond.Value ? Math.Ceiling(steps) : Math.Floor(steps)) * (decimal)step;
            if (Try((double)rounded).Holds) return (double)rounded;
        }
        return holds.Value;
    }
}
