using System.Globalization;
using Hasp.Core.Quantities;
using Hasp.Core.Uncertainty;

namespace Hasp.Core.Joints;

/// <summary>How values of one type are read from a document and written into it.</summary>
/// <param name="Kind">How they are written.</param>
/// <param name="Read">The value, or what is wrong (its path is filled in by the reader).</param>
/// <param name="Write">A value as text.</param>
public sealed record FieldType<T>(FieldKind Kind, FieldType<T>.Reader Read, Func<T, string> Write)
{
    /// <summary>Reads what stands in a field.</summary>
    public delegate (T? Value, Fault? Fault) Reader(in Raw raw, Field field);

    /// <summary>What a quantity measures.</summary>
    public Dimension Dimension { get; init; }

    /// <summary>What may be chosen; empty where anything may, or where the catalogue decides.</summary>
    public IReadOnlyList<string> Choices { get; init; } = [];
}

/// <summary>The types of fields. Each says what is wrong in words for the person who typed it.</summary>
public static class Types
{
    /// <summary>Free text, no longer than the field takes, without control characters (a note may have lines).</summary>
    public static readonly FieldType<string> Text = new(FieldKind.Text, ReadText, s => s);

    /// <summary>A day as ISO 8601 writes it.</summary>
    public static readonly FieldType<DateOnly> Date = new(
        FieldKind.Date, ReadDate, d => d.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));

    /// <summary>A name that the catalogue, or another part of the document, has to know.</summary>
    public static readonly FieldType<string> Listed = new(FieldKind.Choice, ReadChoice, s => s);

    /// <summary>A whole number within the field's limits.</summary>
    public static readonly FieldType<int> Whole = new(FieldKind.Count, ReadWhole, n => n.ToString(CultureInfo.InvariantCulture));

    /// <summary>A number without a unit, within the field's limits.</summary>
    public static readonly FieldType<double> Number = new(
        FieldKind.Number, ReadNumber, x => x.ToString("0.########", CultureInfo.InvariantCulture));

    /// <summary>A share of proof, a clamp force or a torque, told apart by the unit.</summary>
    public static readonly FieldType<Aim> Aim = new(FieldKind.Aim, ReadAim, a => $"{a.Value * 100:0.##} %");

    /// <summary>A scatter.</summary>
    public static readonly FieldType<Spread> Spread = new(FieldKind.Spread, ReadSpread, SpreadText.Of);

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly FieldType<double> Length = Quantity(Dimension.Length);
    public static readonly FieldType<double> Area = Quantity(Dimension.Area);
    public static readonly FieldType<double> Angle = Quantity(Dimension.Angle);
    public static readonly FieldType<double> Force = Quantity(Dimension.Force);
    public static readonly FieldType<double> Torque = Quantity(Dimension.Torque);
    public static readonly FieldType<double> Stress = Quantity(Dimension.Stress);
    public static readonly FieldType<double> Temperature = Quantity(Dimension.Temperature);
    public static readonly FieldType<double> Mass = Quantity(Dimension.Mass);
    public static readonly FieldType<double> Speed = Quantity(Dimension.Speed);
#pragma warning restore CS1591

    /// <summary>One of a list of names, capitals or not.</summary>
    public static FieldType<string> OneOf(params IReadOnlyList<string> choices) =>
        new(FieldKind.Choice, ReadChoice, s => s) { Choices = choices };

    /// <summary>One of the named values.</summary>
    public static FieldType<T> Named<T>(Named<T> names)
        where T : struct => new(FieldKind.Choice, (in raw, field) => ReadNamed(raw, field, names), v => names[v]) { Choices = names.Names };

    /// <summary>A string with a unit, within the field's limits, in held units.</summary>
    private static FieldType<double> Quantity(Dimension dimension) =>
        new(FieldKind.Quantity, ReadQuantity, held => QuantityText.ShowText(held, dimension, UnitSystem.Si)) { Dimension = dimension };

    private static (string?, Fault?) ReadText(in Raw raw, Field field)
    {
        if (raw.Text?.Trim() is not { } text || text.Length > field.MaxLength) return (null, NotAllowed(field));
        if (text.Any(c => char.IsControl(c) && !(field.Lines && c is '\n' or '\r' or '\t'))) return (null,
            Fault.At("unprintable", "holds characters that cannot be shown; type it anew"));
        return field.Required && text.Length == 0 ? (null, Fault.At("empty", "empty; " + field.Allowed)) : (text, null);
    }

    private static (DateOnly, Fault?) ReadDate(in Raw raw, Field field) =>
        DateOnly.TryParseExact(raw.Text?.Trim(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? (day, null)
            : (default, NotAllowed(field));

    private static (string?, Fault?) ReadChoice(in Raw raw, Field field)
    {
        if (raw.Text is not { Length: <= 200 } given) return (null, NotAllowed(field));
        var text = given.Trim();
        if (field.Choices.Count == 0) return (text, null);
        var choice = field.Choices.FirstOrDefault(c => c.Equals(text, StringComparison.OrdinalIgnoreCase));
        return choice is null ? (null, NotAllowed(field)) : (choice, null);
    }

    private static (T, Fault?) ReadNamed<T>(in Raw raw, Field field, Named<T> names)
        where T : struct
    {
        var (name, fault) = ReadChoice(raw, field);
        return fault is null ? (names.Of(name)!.Value, null) : (default, fault);
    }

    private static (int, Fault?) ReadWhole(in Raw raw, Field field) =>
        raw.Whole is { } n && field.Admits(n) ? (n, null) : (0, NotAllowed(field));

    private static (double, Fault?) ReadNumber(in Raw raw, Field field) =>
        raw.Number is { } x && field.Admits(x) ? (x, null) : (0, NotAllowed(field));

    private static (double, Fault?) ReadQuantity(in Raw raw, Field field)
    {
        if (raw.Text is not { } text) return (0, Fault.At("not-text", "must be a string with a unit, " + field.Allowed));
        var read = QuantityText.Parse(text, field.Dimension);
        if (read.Problem is { } problem) return (0, Fault.At("unreadable", problem));
        return field.Admits(read.Held) ? (read.Held, null) : (0, NotAllowed(field));
    }

    private static (Spread, Fault?) ReadSpread(in Raw raw, Field field) =>
        raw.Text is { } text && SpreadText.Parse(text) is { } spread ? (spread, null) : (default, NotAllowed(field));

    private static (Aim, Fault?) ReadAim(in Raw raw, Field field)
    {
        if (raw.Text is not { } text) return (default, Fault.At("not-text", "must be a string: " + field.Allowed));
        var (aim, problem) = AimText.Parse(text);
        return aim is { } a ? (a, null) : (default, Fault.At("unreadable", problem!));
    }

    private static Fault NotAllowed(Field field) => Fault.At("not-allowed", "must be " + field.Allowed);
}
