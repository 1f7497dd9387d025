using System.Globalization;
using System.Text.Json.Nodes;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;

namespace Hasp.Files.Shop;

/// <summary>What was asked for at a bolt at the moment of an entry, and what that rested on: the server writes it into the entry that it
/// signs, so that it stands as it was whatever is changed later.</summary>
/// <param name="Measure">What the pass goes by; null where the plan had no such pass.</param>
/// <param name="Asked">How much, held units; a torque as the wrench was to be set.</param>
/// <param name="Window">Within what a reading counts, held units; null where the pass goes by no figure.</param>
/// <param name="Test">Number of the lot's test that held then; null where none did.</param>
/// <param name="Tester">What showed the tension in it.</param>
/// <param name="Temperature">Of the bolts in it, °C.</param>
/// <param name="CalibratedUntil">Day on which the calibration of the wrench was to end, as the Stores had it then.</param>
public sealed record Evidence(
    PassMeasure? Measure, double? Asked, (double From, double To)? Window, long? Test, string Tester, double? Temperature,
    DateOnly? CalibratedUntil)
{
    // More figures than any dial shows.
    private const int Figures = 7;

    /// <summary>A copy of an entry's document with it.</summary>
    public JsonObject In(JsonObject document)
    {
        var written = (JsonObject)document.DeepClone();
        void Write(Field field, JsonNode? value)
        {
            if (value is not null) written[field.Path] = value;
        }

        if (DimensionOf(Measure) is { } dimension && Asked is { } asked && Window is var (from, to))
        {
            string Show(double held) => QuantityText.ShowText(held, dimension, UnitSystem.Si, Figures);
            (written[EntryKind.AskedThen.Path], written[EntryKind.AskedFrom.Path], written[EntryKind.AskedTo.Path]) = (Show(asked),
                Show(from), Show(to));
        }
        Write(EntryKind.TestThen, Test is { } test ? JsonValue.Create(test) : null);
        Write(EntryKind.TesterThen, Tester.Length > 0 ? Tester : null);
        Write(EntryKind.TemperatureThen, Temperature is { } t ? QuantityText.ShowText(t, Dimension.Temperature, UnitSystem.Si, Figures)
            : null);
        Write(EntryKind.CalibratedThen, CalibratedUntil?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
        return written;
    }

    /// <summary>The same document with what another copy of it bears of evidence, and with none where that bears none.</summary>
    public static JsonObject As(JsonObject document, JsonObject kept)
    {
        var written = (JsonObject)document.DeepClone();
        foreach (var field in EntryKind.OfEvidence) if (kept[field.Path] is { } value) written[field.Path] = value.DeepClone();
        return written;
    }

    private static Dimension? DimensionOf(PassMeasure? measure) => measure switch
    {
        PassMeasure.Torque => Dimension.Torque,
        PassMeasure.Turn => Dimension.Angle,
        PassMeasure.Force => Dimension.Force,
        PassMeasure.Stretch => Dimension.Length,
        _ => null,
    };
}
