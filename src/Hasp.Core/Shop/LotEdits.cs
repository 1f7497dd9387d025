using System.Globalization;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Shop;

/// <summary>Puts the figures of a lot into a joint and takes them out.</summary>
public static class LotEdits
{
    /// <summary>
    /// The lot's figures; what said the same otherwise goes. A target that was chosen by the table's wider band is held: a narrower one
    /// would choose another, which the lot was not tested at.
    /// </summary>
    /// <param name="draft">The joint.</param>
    /// <param name="lot">The figures.</param>
    /// <param name="joint">The joint as it was when the lot was tested for it.</param>
    /// <param name="shown">Units.</param>
    public static Draft Use(this Draft draft, MeasuredLot lot, Joint joint, UnitSystem shown)
    {
        if (AimOf(joint.Tightening) is { } aim) draft = draft.State(Fields.Aim, aim, UnitSystem.Si);
        Field[] saidTwice = [Fields.NutFactor, Fields.Scatter, Fields.ThreadFriction, Fields.BearingFriction];
        draft = saidTwice.Aggregate(draft, (d, f) => d.State(f, "", shown));
        (Field Field, string Text)[] figures =
        [
            (LotFields.Name, lot.Name), (LotFields.Bolts, lot.Bolts), (LotFields.Lubrication, lot.Lubrication),
            (LotFields.NutFactor, Number(lot.NutFactor)), (LotFields.Low, Number(lot.Low)),
            (LotFields.High, Number(lot.High)), (LotFields.Tests, Number(lot.Tests)), (LotFields.Tension, $"{Number(lot.Tension)} N"),
            (LotFields.Torque, $"{Number(lot.Torque / 1000)} N·m"),
            (LotFields.Tested, lot.Tested), (LotFields.Tool, lot.Tool), (LotFields.Entry, Number(lot.Entry)),
        ];
        return figures.Aggregate(draft, (d, f) => d.State(f.Field, f.Text, shown));
    }

    /// <summary>The joint without a lot's figures.</summary>
    public static Draft DropLot(this Draft draft) => LotFields.All.Aggregate(draft, (d, f) => d.State(f, "", UnitSystem.Si));

    /// <summary>The target as it is written, where nobody stated it and it follows from the band; null where it stays as it is.</summary>
    private static string? AimOf(Tightening how) => (how.AimChosen, how.Aim) switch
    {
        (null, _) or (_, AimKind.Structural) => null,
        (_, AimKind.ProofShare) => $"{Number(how.AimValue * 100)} %",
        _ => $"{Number(how.AimValue)} N",
    };

    private static string Number(double value) => value.ToString("0.########", CultureInfo.InvariantCulture);
}
