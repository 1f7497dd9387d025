using System.Diagnostics.CodeAnalysis;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <summary>How a field is written in a document.</summary>
public enum FieldKind
{
    /// <summary>Free text.</summary>
    Text,

    /// <summary>One of a list.</summary>
    Choice,

    /// <summary>A whole number.</summary>
    Count,

    /// <summary>A number without a unit.</summary>
    Number,

    /// <summary>A string with a unit.</summary>
    Quantity,

    /// <summary>A share ("75 %"), a force or a torque, told apart by its unit.</summary>
    Aim,

    /// <summary>A day: 2026-11-26.</summary>
    Date,

    /// <summary>A scatter: "10 %", "uniform 20 %", "lognormal 15 %".</summary>
    Spread,
}

/// <summary>
/// One field of a document. Parser, form, schema, documentation, ways out and undo all read this declaration. Fields are the same only
/// where they are the same object.
/// </summary>
public abstract class Field(string path, FieldKind kind, string label, string meaning)
{
    /// <summary>Where it stands; <c>[]</c> is any element of a list.</summary>
    public string Path => path;

    /// <summary>How it is written.</summary>
    public FieldKind Kind => kind;

    /// <summary>What it is called on a form and in a message: the trade's own term.</summary>
    public string Label => label;

    /// <summary>What it says, in the field's words.</summary>
    public string Meaning => meaning;

    /// <summary>What a quantity measures.</summary>
    public abstract Dimension Dimension { get; }

    /// <summary>What may be chosen; names from the catalogue are checked by <see cref="JointRules"/> instead.</summary>
    public abstract IReadOnlyList<string> Choices { get; }

    /// <summary>True where a document without it is refused.</summary>
    public bool Required { get; init; }

    /// <summary>What is taken where it is absent, in words.</summary>
    [AllowNull]
    public string Default
    {
        get => field ?? OtherwiseText;
        init;
    }

    /// <summary>What is taken where it is absent, as it is written; empty where that depends on the joint.</summary>
    public abstract string OtherwiseText { get; }

    /// <summary>What is always taken, in the units shown.</summary>
    protected abstract string OtherwiseIn(UnitSystem units);

    /// <summary>What an empty control reads in a joint; null where that is what is always taken.</summary>
    public Func<Joint, UnitSystem, string>? Blank { get; init; }

    /// <summary>Smallest value in held units.</summary>
    public double Min { get; init; } = double.NegativeInfinity;

    /// <summary>The value, in held units, that is itself too small.</summary>
    public double Above
    {
        init => (Min, AboveMin) = (value, true);
    }

    /// <summary>True where the smallest value itself is refused.</summary>
    public bool AboveMin { get; private init; }

    /// <summary>Largest value in held units.</summary>
    public double Max { get; init; } = double.PositiveInfinity;

    /// <summary>How choices read in a list, where that is not their own name.</summary>
    public Dictionary<string, string> Labels { get; init; } = [];

    /// <summary>How a choice reads in a list.</summary>
    public string LabelOf(string choice) => Labels.GetValueOrDefault(choice, choice);

    /// <summary>Most characters of a text.</summary>
    public int MaxLength { get; init; } = 200;

    /// <summary>True for a text of several lines.</summary>
    public bool Lines => MaxLength > 1000 && !OneLine;

    /// <summary>True for a long text that is one line all the same.</summary>
    public bool OneLine { get; init; }

    /// <summary>The last part of the path.</summary>
    public string Key { get; } = path[(path.LastIndexOf('.') + 1)..];

    /// <summary>The part of the document that it stands in: <c>bolts</c>, <c>loads</c>.</summary>
    public string Section { get; } = path.Split('.', '[')[0];

    /// <summary>In words, what is allowed: <c>above 0 mm, at most 500 mm</c>.</summary>
    public string Allowed => Choices.Count > 0 ? "one of " + string.Join(", ", Choices) : AllowedByKind();

    /// <summary>What a control reads that holds nothing: the value taken for this joint, marked as chosen.</summary>
    public string Chosen(Joint joint, UnitSystem units) =>
        Blank is not null ? Blank(joint, units) : OtherwiseText.Length > 0 ? LabelOf(OtherwiseIn(units)) + ", chosen" : "";

    /// <summary>True where <paramref name="held"/> is within the limits; NaN and infinities never are.</summary>
    public bool Admits(double held) =>
        double.IsFinite(held) && (AboveMin ? held > Min : held >= Min) && held <= Max;

    /// <summary>The value that stands in a document; the fault where it cannot be read, <see cref="Fault.Path"/> still empty.</summary>
    public abstract (object? Value, Fault? Fault) Parse(in Raw raw);

    private string AllowedByKind() => Kind switch
    {
        FieldKind.Text => $"text of at most {MaxLength} characters",
        FieldKind.Choice => "a name that is listed",
        FieldKind.Date => "a day written 2026-11-26",
        FieldKind.Aim => "a share of proof such as 75 % (above 0, at most 100 %), a clamp force such as 68 kN, a torque such as 196 N·m, "
            + "70 % of yield, 75 % of root yield, or \"structural\" for the least preload of structural practice",
        FieldKind.Spread => "a share such as 10 % (standard deviation of a normal distribution), lognormal 15 %, "
            + "uniform 20 % or triangular 20 % (half the width); "
            + "0 % to 100 %. Normal draws are held at a tenth of the mean",
        FieldKind.Count => "a whole number" + Limits(),
        FieldKind.Number => "a number" + Limits(),
        _ => (Units.Name(Dimension)[0] is 'a' ? "an " : "a ") + Units.Name(Dimension) + " with its unit" + Limits(),
    };

    private string Limits()
    {
        string Show(double v) => Kind == FieldKind.Quantity ? QuantityText.ShowText(v, Dimension, UnitSystem.Si) : QuantityText.Figures(v);
        var low = double.IsNegativeInfinity(Min) ? "" : (AboveMin ? ", above " : ", at least ") + Show(Min);
        return double.IsPositiveInfinity(Max) ? low : low + ", at most " + Show(Max);
    }
}

/// <summary>A field whose values are of one type.</summary>
/// <param name="path">Where it stands.</param>
/// <param name="type">How its values are read and written.</param>
/// <param name="label">What it is called.</param>
/// <param name="meaning">What it says.</param>
public sealed class Field<T>(string path, FieldType<T> type, string label, string meaning) : Field(path, type.Kind, label, meaning)
    where T : notnull
{
    private readonly T? _otherwise;

    /// <summary>What is taken where it is absent.</summary>
    /// <exception cref="InvalidOperationException">What is taken depends on the joint.</exception>
    public T Otherwise
    {
        get => HasOtherwise ? _otherwise! : throw new InvalidOperationException($"what is taken for {Path} depends on the joint");
        init => (_otherwise, HasOtherwise) = (value, true);
    }

    /// <summary>True where one value is taken whenever it is absent.</summary>
    public bool HasOtherwise { get; private init; }

    /// <inheritdoc/>
    public override Dimension Dimension => type.Dimension;

    /// <inheritdoc/>
    public override IReadOnlyList<string> Choices => type.Choices;

    /// <inheritdoc/>
    public override string OtherwiseText => HasOtherwise ? type.Write(_otherwise!) : "";

    /// <inheritdoc/>
    protected override string OtherwiseIn(UnitSystem units) =>
        Kind == FieldKind.Quantity && Otherwise is double held ? QuantityText.ShowText(held, Dimension, units) : OtherwiseText;

    /// <summary>The change that states this value.</summary>
    public Change To(T value) => new(this, value, type.Write(value));

    /// <summary>The change that states this value, written as <paramref name="text"/>.</summary>
    public Change To(T value, string text) => new(this, value, text);

    /// <summary>The change that states nothing, so that a value is chosen.</summary>
    public Change Cleared => new(this, null, "");

    /// <inheritdoc/>
    public override (object? Value, Fault? Fault) Parse(in Raw raw)
    {
        var (value, fault) = type.Read(raw, this);
        return (fault is null ? value : null, fault);
    }
}

/// <summary>A value to be stated in a field, or to be left to be chosen.</summary>
/// <param name="Field">The field.</param>
/// <param name="Value">Of the field's type; null to state nothing.</param>
/// <param name="Text">As a document writes it; empty to state nothing.</param>
public readonly record struct Change(Field Field, object? Value, string Text)
{
    /// <summary>The list element that the field belongs to; −1 for a field of no list.</summary>
    public int Index { get; init; } = -1;

    /// <summary>The field's path, its element named.</summary>
    public string Path => Index < 0 ? Field.Path : Field.Path.Replace("[]", $"[{Index}]", StringComparison.Ordinal);

    /// <summary>The same change in one element of the field's list.</summary>
    public Change At(int index) => this with { Index = index };
}

/// <summary>A list of a document: its elements have the fields whose paths begin with <c>path[]</c>.</summary>
/// <param name="path">Where it stands.</param>
/// <param name="element">What one element is called in a message.</param>
/// <param name="most">No list is longer.</param>
public sealed class ListField(string path, string element, int most)
{
    /// <summary>Where it stands.</summary>
    public string Path => path;

    /// <summary>What one element is called in a message.</summary>
    public string Element => element;

    /// <summary>No list is longer.</summary>
    public int Most => most;
}

/// <summary>What stands in a document where a field is, before it is understood.</summary>
/// <param name="Text">A string; null where something else stands there.</param>
/// <param name="Number">A number; null where something else stands there.</param>
/// <param name="Whole">A whole number; null where something else stands there.</param>
public readonly record struct Raw(string? Text, double? Number, int? Whole)
{
    /// <summary>What stands there as a file has it, where it is neither text nor number.</summary>
    public string? Other { get; init; }

    /// <summary>A text.</summary>
    public static implicit operator Raw(string text) => new(text, null, null);

    /// <summary>A whole number.</summary>
    public static implicit operator Raw(int number) => new(null, number, number);

    /// <summary>A number.</summary>
    public static implicit operator Raw(double number) =>
        new(null, number, number == Math.Truncate(number) && Math.Abs(number) <= int.MaxValue ? (int)number : null);
}

/// <summary>Whether a document said something, and whether it could be read.</summary>
public enum ReadState
{
    /// <summary>Nothing stands there.</summary>
    Absent,

    /// <summary>Something stands there that has its fault already.</summary>
    Faulty,

    /// <summary>It was stated.</summary>
    Given,
}

/// <summary>What a document said in one field.</summary>
/// <param name="State">Absent, faulty or given.</param>
/// <param name="Value">What was given; where it was not, what is always taken, or the type's empty value where that depends on the
/// joint.</param>
public readonly record struct Read<T>(ReadState State, T? Value)
{
    /// <summary>True where it has its fault already, and nothing more is to be said of it.</summary>
    public bool IsFaulty => State == ReadState.Faulty;
}
