using System.Globalization;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>Parts by their thicknesses, in either order.</summary>
internal sealed partial class QuickReader
{
    /// <summary>Thicknesses and materials in either order, joined by a plus or a word: 12 steel + 20 aluminium, ½ + ¾ in, 2 x 12 mm
    /// plates.</summary>
    private bool TryPlates()
    {
        if (TryAlikePlates() || TryAlikeBehind()) return true;
        // The 60 of 8 x 60 is a width.
        if (_at > 1 && IsWord(-1, "x", "X", "×", "by") && Peek(-2) is { Kind: TokenKind.Number } && !IsPlates(1)
            && UnitAt(1, 1, Dimension.Length) is null) return false;
        var ahead = 0;
        var plates = new List<QuickPlate>();
        // 6082 by itself is a number; behind "in" or "into" it is a metal.
        string? lead = MaterialAt(0) is var (name, words) && (_tokens[_at].Kind == TokenKind.Word || IsWord(-1, "in", "into")) ? name
            : null;
        if (lead is not null) ahead = MaterialAt(0)!.Value.Count;
        var start = ahead;
        var said = lead is not null;
        var (intoLast, apart) = (false, false);
        var listed = IsWord(ahead, "plates", "parts", "sheets", "plies");
        if (listed || IsWord(ahead, "plate") || (IsWord(ahead, "t", "t1", "t2", "t3", "thk", "tp") && IsWord(ahead + 1, "="))) (ahead,
            said) = (ahead + 1, true);
        said |= IsWord(ahead, "PL");
        if (!said && NounFirst(ahead) is > 0 and var noun_) (ahead, said) = (ahead + noun_, true);
        // Plate 1 12 mm: the first number says which.
        if (said && NumberAt(ahead) is 1 or 2 or 3 && Quantity(ahead + 1, Dimension.Length) is not null) ahead++;
        while (said && (IsWord(ahead, "thickness", "thicknesses", "of", "=", "are", "is") || Peek(ahead) is { Text: ":" })) ahead++;
        var joined = false;
        while (PlateAt(ahead, joined) is var (plate, count))
        {
            plates.Add(plate);
            ahead += count;
            var noun = PartAt(ahead);
            // Shackle plate: whose plate it is says nothing.
            if (noun == 0 && plate.Unit is not null && Peek(ahead) is { Kind: TokenKind.Word } whose && KnownPhrase(ahead) is null
                && !Joiners.Contains(whose.Text) && !QuickWords.Bolts.Contains(whose.Text) && !IsThreadAt(ahead) && GradeAt(ahead) is null
                && Phrase(QuickWords.Laid, ahead) is null && Phrase(QuickWords.Levers, ahead) is null && PartAt(ahead
                    + 1) is > 0 and var of)
                noun = 1 + of;
            if (noun > 0 && IsWord(ahead + noun, "each") && EachAt(ahead + noun) > 0) noun++;
            said |= noun > 0 || plate.Material is not null || IsThick(ahead - 1);
            ahead += noun;
            // Plates 10 20 10: behind their word nothing need stand between.
            if (listed && Peek(ahead) is { Kind: TokenKind.Number } && PlateAt(ahead) is not null) continue;
            if (listed && Peek(ahead) is { Text: "," } && PlateAt(ahead + 1) is ({ Unit: not null }, var other)
                && (Peek(ahead + 1 + other) is null or { Kind: TokenKind.Break } || PartAt(ahead + 1 + other) > 0))
            {
                ahead++;
                continue;
            }
            if (!(Peek(ahead) is { } joiner && Joiners.Contains(joiner.Text))) break;
            // "To a 25 mm base".
            var article = IsWord(ahead + 1, "a", "an", "the") ? 1 : 0;
            joined = said && joiner is { Text: "/", Spaced: false };
            if (PlateAt(ahead + 1 + article, joined) is not var (next, _)) break;
            // "12 mm plate on 100 x 100": behind a word a bare number is a thickness only where the first was bare as well.
            if (joiner.Kind == TokenKind.Word && plate.Unit is not null && next is { Unit: null, Material: null }
                && !IsPlates(ahead + 2 + article)) break;
            intoLast = joiner.Text.Equals("into", StringComparison.OrdinalIgnoreCase);
            apart |= noun > 0 && joiner.Kind == TokenKind.Word && !IsPlates(ahead - 1) && !IsThick(ahead - 1);
            ahead += 1 + article;
        }
        if (!said && plates is [{ Unit: null, Material: null, Value: var upper }, { Unit: null, Material: null,
            Value: <= LargestShare } lower]
            && upper < lower.Value && ahead == 3 && Peek(1) is { Text: "/", Spaced: false } && !IsPlates(ahead))
        {
            Refuse(ahead, "a part of one, or two thicknesses?", Instead(ahead, $"plates {Span(_at, ahead)}", "two thicknesses"));
            return true;
        }
        // 2/20 mm is two of 20 mm to some, and two thicknesses to others.
        if (plates is [{ Unit: null, Material: null, Value: 2 or 3 } times, { Unit: not null } each_] && each_.Value >= 3 * times.Value
            && Peek(lead is null ? 1 : 2) is { Text: "/", Spaced: false })
        {
            var size = each_.Value.ToString(CultureInfo.InvariantCulture);
            Refuse(ahead, $"two thicknesses, or {times.Value} parts of one?", Instead(ahead, $"{times.Value} x {size} mm plates",
                $"{times.Value} parts"), Instead(ahead, $"{times.Value} mm + {size} mm", "two thicknesses"));
            return true;
        }
        // Stainless A2-70: the grade says of which metal it is.
        if (plates.Count == 0 && lead is not null && lead.StartsWith("Stainless", StringComparison.Ordinal)
            && (GradeAt(start)?.Grade ?? Grade) is ['A', '2' or '4', ..])
        {
            Take(start, QuickPart.Nothing);
            return true;
        }
        if (plates.Count == 0 && lead is not null && NamesFasteners(start))
        {
            Refuse(start + 1, "which grade? Name it: A2-70, A4-80, 8.8, B7");
            return true;
        }
        // Into a metal, in a tapped hole in it: that of the part behind the others, whether or not they were said before.
        if (plates.Count == 0 && lead is not null && LastMaterial is null && (IsWord(-1, "into")
            || (IsWord(-1, "in", "hole", "holes") && (End is "tapped" or "insert" || Question == QuickQuestion.Engagement))))
        {
            (LastMaterial, End) = (lead, End ?? "tapped");
            Take(start + BodyAt(start), "tapped into " + lead);
            return true;
        }
        // A 12 mm flange to cast iron: that of the part behind it.
        if (plates.Count == 0 && lead is not null && LastMaterial is null && IsWord(-1, "to", "on", "onto", "against") && Plates.Count < 2
            && !NamesFasteners(start) && !IsPlates(start))
        {
            LastMaterial = lead;
            Take(start + BodyAt(start), "the last part of " + lead);
            return true;
        }
        // A cast iron housing, 18 mm cover: of what the parts are bolted to.
        if (plates.Count == 0 && lead is not null && LastMaterial is null && Plates.Count < 2 && BodyAt(start) is > 0 and var body)
        {
            LastMaterial = lead;
            Take(start + body, "the last part of " + lead);
            return true;
        }
        if (plates.Count == 0 && lead is not null && Plates.Count > 0 && Plates.All(p => p.Material is null))
        {
            Plates = [.. Plates.Select(p => p with { Material = lead })];
            Take(start, "parts of " + lead);
            return true;
        }
        if (plates.Count == 0 && lead is not null && Plates.Count == 0)
        {
            if (IsOfParts(lead)) PartsMaterial = lead;
            else
            {
                Refuse(start, "of the parts, or of the bolts? Bolts are named by their grade: A2-70, A4-80, B7",
                    Instead(start, "parts of " + Span(_at, start), "of the parts"));
                return true;
            }
            Take(start, "parts of " + lead);
            return true;
        }
        if (plates.Count < 2 && !(plates.Count == 1 && said)) return false;
        // "Tapped into 30 mm steel, 12 mm plate": what the bolts go into is the last part, wherever it stands.
        var into = IsWord(-1, "into", "in", "tapped");
        if (Plates.Count == 1 && plates.Count == 1 && !(into && _into))
        {
            plates = [plates[0] with { Material = plates[0].Material ?? lead }];
            Plates = _into ? [plates[0], .. Plates] : [.. Plates, plates[0]];
            Take(ahead, "a part more");
            return true;
        }
        if (Plates.Count > 0)
        {
            Refuse(ahead, "there are parts already: write them together, joined by +");
            return true;
        }
        // "30 mm plate tapped M12, 12 mm cover": so is a part that its thread is said of right behind it.
        _into = into || IsWord(ahead, "tapped");
        if (intoLast && End is null) End = "tapped";
        // A material said once is of all; a unit said once is of all.
        var named = plates.Where(p => p.Material is not null).ToList();
        // Said of the first or the last it is of all; what lies between two parts, and what seals, is that part's alone.
        // Of what the bolts run into it is that part's, and behind a part with a name of its own, 10 mm bracket to 20 mm brass.
        var ofAll = named.Count == 1 && !intoLast && !(apart && named[0] == plates[^1] && named[0] != plates[0])
            && !named[0].Material!.StartsWith("Gasket", StringComparison.Ordinal)
            && (plates.Count < 3 || plates[0] == named[0] || plates[^1] == named[0]);
        var shared = lead ?? (ofAll ? named[0].Material : null);
        var unit = plates.LastOrDefault(p => p.Unit is not null)?.Unit;
        Plates = [.. plates.Select(p => p with { Material = p.Material ?? shared, Unit = p.Unit ?? unit })];
        Take(ahead, plates.Count == 1 ? "a part" : $"{plates.Count} parts{(intoLast ? ", the last one tapped" : "")}");
        return true;
    }

    /// <summary>Flange 20 mm: a part by its noun, its thickness behind it; how many words, none where it is not so.</summary>
    private int NounFirst(int ahead) => PartAt(ahead) is > 0 and var words && !IsThick(ahead)
        && Quantity(ahead + words, Dimension.Length) is var (_, count)
        && (Peek(ahead + words + count) is null or { Kind: TokenKind.Break } || IsThick(ahead + words + count)
            || Joiners.Contains(Peek(ahead + words + count)!.Value.Text)) ? words : 0;

    // True where the one part that was read is what the bolts go into.
    private bool _into;

    /// <summary>True for a metal that can only be the parts': a word in front says so, or it stands apart from size and grade.</summary>
    private bool IsOfParts(string metal) => metal == "Steel" || _at == 0
        || IsWord(-1, "of", "in", "on", "to", "plates", "plate", "parts")
        || (_tokens[_at - 1].Kind == TokenKind.Break && !(_parts.Count > 0
            && (_parts[^1].Taken.StartsWith("size ", StringComparison.Ordinal)
                || _parts[^1].Taken.StartsWith("grade ", StringComparison.Ordinal))));

    // More parts alike than these are stated one by one: a larger number before "plates" is a thickness.
    private const int MostAlike = 6;

    /// <summary>A number of parts alike: two 12 mm plates, 2 plates 10 mm S355, a pair of 3/8 in plates. Without their thickness it
    /// is asked for.</summary>
    private bool TryAlikePlates()
    {
        if (NumberAt(0) is not { } number || number is < 2 or > MostAlike) return false;
        var ahead = IsWord(1, "of", "off") ? 2 : 1;
        var counted = IsPlates(ahead);
        if (counted) ahead++;
        while (counted && IsWord(ahead, "of", "each", "in")) ahead++;
        // "2 steel plates": a material, and no thickness yet.
        var (plate, count) = PlateAt(ahead) ?? (null!, 0);
        // 2 x 15 plates; of 2 x 15 mm the size tells that no bolts are meant.
        var crossed = IsWord(ahead - 1, "x", "X", "×", "off") || (!counted && IsWord(ahead, "x", "X", "×"));
        // What a comma parts is no number of plates: 4 off, 10 mm plates.
        if (plate is null && !counted && IsWord(ahead, "x", "X", "×") && PlateAt(ahead + 1) is var (behind, n))
            (plate, count) = (behind, n + 1);
        if (plate is null) return counted && AskThickness(number, ahead);
        if (crossed && !counted && plate is { Unit: null, Material: null } && Thread is not null && Plates.Count == 0
            && EndsPart(ahead + count) && plate.Value <= MostInRow)
        {
            Refuse(ahead + count, $"{number} parts of {plate.Value:0.###} mm, or {number} rows of bolts?",
                Instead(ahead + count, $"{number} x {plate.Value:0.###} mm plates", $"{number} parts of {plate.Value:0.###} mm"),
                Instead(ahead + count, $"{number} rows of {plate.Value:0.###}", $"{number} rows of {plate.Value:0.###} bolts"));
            return true;
        }
        var alike = counted || (IsPlates(ahead + count) ? plate.Unit is not null || crossed
            : crossed && !(Peek(ahead + count) is { } next && Joiners.Contains(next.Text)) && (plate.Material is not null
                || (number == 2 && plate.Unit is not null && Thread is not null && Plates.Count == 0 && EndsPart(ahead + count))));
        if (!alike) return false;
        if (counted && ListedFrom(ahead, number) is var (each, end))
        {
            Plates = each;
            Take(end, $"{number} parts");
            return true;
        }
        ahead += count + (IsPlates(ahead + count) ? 1 : 0) + (IsWord(ahead + count, "thick", "each") ? 1 : 0);
        if (Plates.Count > 0) Refuse(ahead, "there are parts already: write them together, joined by +");
        else
        {
            Plates = [.. Enumerable.Repeat(plate, number)];
            Take(ahead, $"{number} parts");
        }
        return true;
    }

    /// <summary>Behind a thickness nothing that would make a length of another sort of it.</summary>
    private bool EndsPart(int ahead) => Peek(ahead) is null or { Kind: TokenKind.Break };

    /// <summary>10 mm S275 x2: parts as many, and no bolts.</summary>
    private bool TryAlikeBehind()
    {
        if (!IsWord(0, "x", "X", "×") || NumberAt(1) is not { } number || number is < 2 or > MostAlike || !EndsPart(2)) return false;
        if (LonePartInFront is null) return false;
        Plates = [.. Enumerable.Repeat(Plates[0], number)];
        Take(2, $"{number} parts of it");
        return true;
    }

    /// <summary>Three plates 10, 20, 10: as many thicknesses as were counted, with commas between them or without.</summary>
    private (IReadOnlyList<QuickPlate> Plates, int End)? ListedFrom(int ahead, int number)
    {
        var plates = new List<QuickPlate>();
        while (plates.Count < number && PlateAt(ahead) is var (plate, count))
        {
            plates.Add(plate);
            ahead += count;
            if (plates.Count < number && Peek(ahead) is { } between && (between.Text == "," || Joiners.Contains(between.Text))) ahead++;
        }
        return plates.Count == number && Plates.Count == 0 ? (plates, ahead) : null;
    }

    private bool AskThickness(int number, int ahead)
    {
        Refuse(ahead, $"{number} parts, how thick? Write 12 + 12 for two of 12 mm, or 2 x 12 mm plates");
        return true;
    }

    /// <summary>How many words name what parts are bolted to, whose thickness nobody says; none where nothing does.</summary>
    private int BodyAt(int ahead) => IsWord(ahead, QuickWords.Bodies) && Peek(ahead + 1) is null or { Kind: not TokenKind.Number } ? 1 : 0;

    /// <summary>A material in front of these is theirs, not the parts'.</summary>
    private bool NamesFasteners(int ahead) =>
        IsWord(ahead, "bolts", "bolt", "screws", "screw", "studs", "stud", "nuts", "nut", "washers", "washer", "fasteners",
            "capscrews", "threads") || (IsThreadAt(ahead) && BoltsAt(ahead + 1));

    private bool IsThick(int ahead) => _at + ahead > 0 && IsWord(ahead, "thick", "thk", "thk.");

    /// <summary>How many words say what a thickness is of: thick, plate, beam web; none where nothing does.</summary>
    private int PartAt(int ahead)
    {
        if (IsThick(ahead)) return 1;
        // Lug plate, column flange: one thing by several words.
        var count = 0;
        while (Peek(ahead + count) is { Kind: TokenKind.Word } noun && QuickWords.Parts.Contains(noun.Text)) count++;
        return count > 0 ? count : Peek(ahead + 1) is { Kind: TokenKind.Word } second && Peek(ahead) is { Kind: TokenKind.Word } first
            && QuickWords.Parts.Contains($"{first.Text} {second.Text}") ? 2 : 0;
    }

    private bool IsPlates(int ahead) => IsWord(ahead, QuickWords.PartsCounted);

    /// <summary>A whole number in figures or in a word.</summary>
    private int? NumberAt(int ahead) => Peek(ahead) switch
    {
        { Kind: TokenKind.Number, Other: null, Fraction: false } t when t.Value == Math.Floor(t.Value) && t.Value < 1000 => (int)t.Value,
        { Kind: TokenKind.Word } t when QuickWords.Numbers.TryGetValue(t.Text, out var number) => number,
        _ => null,
    };

    /// <summary>A part's thickness, with its material where it stands beside it.</summary>
    /// <param name="ahead">Where.</param>
    /// <param name="joined">True behind 12/ of parts: what comes next, a size of bolts as well, says nothing of it.</param>
    private (QuickPlate Plate, int Count)? PlateAt(int ahead, bool joined = false)
    {
        // PL12, PL-16.
        var before = !IsWord(ahead, "PL") ? 0 : IsWord(ahead + 1, "-") ? 2 : 1;
        string? material = null;
        if (before == 0 && MaterialAt(ahead) is var (lead, words) && Peek(ahead) is { Kind: TokenKind.Word }) (material, before) = (lead,
            words);
        if (Peek(ahead + before) is not { Kind: TokenKind.Number, Other: null, Value: > 0 } number) return null;
        var count = before + 1;
        var unit = UnitAt(ahead + count, 1, Dimension.Length);
        // Feet and metres are no thickness: 15/15 FT 120 kN names a force.
        if (unit is { Symbol: "ft" or "m" }) return null;
        if (unit is not null) count++;
        if (IsThick(ahead + count)) count++;
        if (material is null && MaterialAt(ahead + count) is var (after, more)) (material, count) = (after, count + more);
        // 150x75 channel: the sizes of a section.
        if (unit is null && material is null && IsWord(ahead + count, "x", "X", "×") && !BoltsAt(ahead + count + 2)
            && Peek(ahead + count + 1) is { Kind: TokenKind.Number } && !IsThreadAt(ahead + count + 2)) return null;
        // A number with another unit is no thickness, nor is one that counts or names bolts.
        if (!joined && unit is null && material is null && (OtherUnitAt(ahead + count) || GradeAt(ahead) is not null || IsThreadAt(ahead)
            || IsThreadAt(ahead + count) || BoltsAt(ahead + count)
            || (Peek(ahead + count) is { Kind: TokenKind.Word } noun && QuickWords.Counted.Contains(noun.Text)))) return null;
        if (IsWord(ahead + count, "deep", "engaged", "wide", "high", "across")) return null;
        // Nor are so many inches of a flange: its nominal size.
        if (unit is { Symbol: "in" or "\"" } && number.Value > ThickestInches && IsWord(ahead - 1, "flange", "flanges", "pipe"))
            return null;
        // A bare number so large is the number of an alloy or a year, never a thickness.
        if (unit is null && number.Value > ThickestBare) return null;
        return (new(number.Value, unit, number.Fraction, material), count);
    }

    private const double ThickestInches = 3;

    private bool OtherUnitAt(int ahead) =>
        Enumerable.Range(1, 3).Any(n => new[] { Dimension.Force, Dimension.Torque, Dimension.Stress,
            Dimension.Mass }.Any(d => UnitAt(ahead, n, d) is not null)) || IsWord(ahead, "%", "ton", "tons", "t");

    private bool IsThreadAt(int ahead) =>
        Peek(ahead) is { } t && ((t.Kind == TokenKind.Word
            && ThreadNamed(t.Text) is not null)
            || (t.Kind == TokenKind.Number && IsWord(ahead + 1, "-") && Peek(ahead + 2) is { Kind: TokenKind.Number }
                && HyphenatedAt(ahead) is not null));

    private bool BoltsAt(int ahead) => Peek(ahead) is { } t && QuickWords.Bolts.Contains(t.Text);

    private (string Name, int Count)? MaterialAt(int ahead)
    {
        for (var n = Math.Min(MostPieces, _tokens.Count - _at - ahead); n > 0; n--)
        {
            if (Enumerable.Range(_at + ahead, n).Any(i => _tokens[i].Kind == TokenKind.Break)) continue;
            if (QuickWords.MaterialNamed(Span(_at + ahead, n)) is { } name) return (name, n);
        }
        return null;
    }
}
