using System.Text.RegularExpressions;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>What only the whole line can tell.</summary>
internal sealed partial class QuickReader
{
    /// <summary>What only the whole line can tell: words as numbers of bolts, inches or millimetres of bare thicknesses, a ram's
    /// force.</summary>
    private void Settle()
    {
        if (Question == QuickQuestion.Carries && Tension is null && Shear is null)
        {
            var begun = Amount.Of(1, Units.Of(Dimension.Force, "kN"));
            if (AskedWay == Way.Across) Shear = begun;
            else Tension = begun;
            Count ??= 1;
            HasAskedLoad = true;
        }
        if (Circle is not null && Count is null
            && _parts.FindIndex(p => p.Taken.StartsWith("bolt circle", StringComparison.Ordinal)) is var round and >= 0)
        {
            _parts[round] = _parts[round] with { Taken = "", Problem = "how many bolts stand on it?" };
        }
        // What the bolts go into is the last part.
        if (LastMaterial is { } into && Plates is [.., _, { Material: null } last]) Plates = [.. Plates.SkipLast(1), last with
            { Material = into }];
        if (PartsMaterial is { } loose) Plates = [.. Plates.Select(p => p with { Material = p.Material ?? loose })];
        if (Plates.Any(p => p.Unit is null))
        {
            var at = _parts.FindIndex(p => p.Taken.EndsWith("parts", StringComparison.Ordinal) || p.Taken == "a part");
            var inches = SpeaksInches;
            // A bare whole number beside inch bolts could be either.
            var unsure = inches && Plates.Any(p => p.Unit is null && !p.Fraction && p.Value > 4);
            if (unsure && Standing(at) is { } part)
            {
                var bare = part.Text;
                _parts[at] = part with
                {
                    Taken = "", Problem = "inches or millimetres?",
                    Answers = [new("millimetres", Replaced(part, WithUnit(bare, "mm"))),
                        new("inches", Replaced(part, WithUnit(bare, "in")))],
                };
                Plates = [];
                return;
            }
            Plates = [.. Plates.Select(p => p with { Unit = p.Unit ?? Units.Of(Dimension.Length, inches || p.Fraction ? "in" : "mm") })];
        }
        SettleGasket();
        if (Plates.Count == 3)
        {
            foreach (var said in Enumerable.Range(0, _parts.Count).Where(i => TwicePhrases.Any(w => _parts[i].Text
                .EndsWith(w, StringComparison.OrdinalIgnoreCase)))) _parts[said] = _parts[said] with
                {
                    Taken = "cut twice, as three parts are", Problem = null, Answers = [],
                };
        }
        SettlePressure();
        if (Ram && Tension is null && Shear is null && !(Bore is not null && Pressure is not null)
            && _parts.FindIndex(p => p.Taken == "a ram") is var ram and >= 0)
        {
            _parts[ram] = _parts[ram] with { Taken = "",
                Problem = "how strong? Write its force (160 kN ram) or its bore and pressure (80 mm bore × 160 bar)" };
        }
    }

    /// <summary>What seals lies between two parts: 3 mm gasket between 25 mm flanges; where it does not, that is asked.</summary>
    private void SettleGasket()
    {
        static bool Seals(QuickPlate p) => p.Material?.StartsWith("Gasket", StringComparison.Ordinal) == true;
        if (Plates.Count < 2 || !(Seals(Plates[0]) || Seals(Plates[^1])) || Plates.All(Seals)) return;
        if (Plates.Count == 2 && _line.Contains("between", StringComparison.OrdinalIgnoreCase))
        {
            var (seal, part) = Seals(Plates[0]) ? (Plates[0], Plates[1]) : (Plates[1], Plates[0]);
            Plates = [part, seal, part];
            return;
        }
        if (_parts.FindIndex(p => p.Problem is null && (p.Taken.EndsWith("parts", StringComparison.Ordinal)
            || p.Taken.StartsWith("a part", StringComparison.Ordinal))) is var at and >= 0)
            Ask(at, "a gasket lies between two parts: write them in their order, 25 + 3 gasket + 25");
    }

    /// <summary>A pressure, and what it acts on, go together; beside a force apart neither is dropped.</summary>
    private void SettlePressure()
    {
        void Ask(string taken, string problem)
        {
            var at = _parts.FindIndex(p => p.Taken.StartsWith(taken, StringComparison.Ordinal));
            if (at >= 0) _parts[at] = _parts[at] with { Taken = "", Problem = problem };
        }

        if (Pressure is not null && Bore is null)
            Ask("pressure ", "on all that lies inside which diameter? Write 6 bar on 150 mm bore, or begin with cover 250 seal");
        if (Hole is not null && Fit is not null) Ask(Fit + " fit", $"the hole is stated already, {Hole.Text}: one of the two");
        if (Bore is not null && Pressure is null) Ask("bore ", "under which pressure? Write 6 bar on 150 mm bore");
        if (Bore is null || Pressure is null || Tension is null) return;
        Ask(Pressure.Text + " on all", "a pressure beside a force apart: write one, and the other as a load case of its own on the Bench");
        Ask("pressure ", "a pressure beside a force apart: write one, and the other as a load case of its own on the Bench");
    }

    private QuickPart? Standing(int index) => index >= 0 ? _parts[index] : null;

    private string Replaced(QuickPart part, string text) => _line[..part.Start] + text + _line[(part.Start + part.Length)..];

    private static string WithUnit(string text, string unit) =>
        System.Text.RegularExpressions.Regex.Replace(text, @"([0-9]+(?:\.[0-9]+)?)(?=\s*(\+|$|[A-Za-z]))", "$1 " + unit);
}
