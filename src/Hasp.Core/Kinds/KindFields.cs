using System.Globalization;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Core.Kinds;

/// <summary>Fields of kinds: what an empty control reads is the value that the kind has chosen, marked as chosen.</summary>
internal static class KindFields
{
    internal const string Needed = "needed";

    /// <summary>A length above nothing.</summary>
    /// <param name="path">Where it stands.</param>
    /// <param name="label">What it is called.</param>
    /// <param name="meaning">What it says.</param>
    /// <param name="otherwise">What is chosen, in words; null where it has to be stated.</param>
    /// <param name="chosen">What was chosen, mm; null where there is nothing to show.</param>
    internal static Field<double> Length<TInputs>(string path, string label, string meaning, string? otherwise = null,
        Func<TInputs, double>? chosen = null)
        where TInputs : class => new(path, Types.Length, label, meaning)
        {
            Min = LeastLength, Max = 20_000, Default = otherwise ?? Needed, Blank = Size(Dimension.Length, otherwise ?? Needed, chosen),
        };

    /// <summary>A hundredth of a millimetre: less is no size of steel, and no drawing shows it.</summary>
    private const double LeastLength = 0.01;

    /// <summary>A material by its name.</summary>
    internal static Field<string> Material<TInputs>(string path, string label, string meaning, string otherwise,
        Func<TInputs, Catalogue.Material?> chosen)
        where TInputs : class => new(path, Types.Listed, label, meaning)
        {
            Default = otherwise, Blank = (j, _) => j.As<TInputs>() is { } inputs && chosen(inputs) is { } material ? material.Name
                + ", chosen" : otherwise,
        };

    /// <summary>What an empty control of a quantity reads.</summary>
    internal static Func<Joint, UnitSystem, string> Size<TInputs>(Dimension dimension, string otherwise, Func<TInputs, double>? chosen)
        where TInputs : class =>
        (j, units) => chosen is not null && j.As<TInputs>() is { } inputs && chosen(inputs) is var value && double.IsFinite(value)
            ? QuantityText.ShowText(value, dimension, units) + ", chosen" : otherwise;

    /// <summary>What an empty control of a number reads.</summary>
    internal static Func<Joint, UnitSystem, string> Count<TInputs>(string otherwise, Func<TInputs, double> chosen)
        where TInputs : class => (j, _) => j.As<TInputs>() is { } inputs ? chosen(inputs).ToString("0.###", CultureInfo.InvariantCulture)
            + ", chosen" : otherwise;
}
