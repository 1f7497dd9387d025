using Hasp.Core.Documents;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Files;

/// <summary>
/// The rule of the reader, by lines that nobody wrote: every character belongs to a reading that is shown, to a question or to what was not
/// understood; a word that is added changes only what it says; the order of the pieces changes nothing.
/// </summary>
public sealed class QuickFuzzTests
{
    /// <summary>What a line can say: how it is spelled, and the fields that it goes into.</summary>
    private static readonly (string[] Spellings, string[] Fields)[] Pieces =
    [
        (["4 M16", "6 no M16", "8 off M16", "four M16 bolts", "M16 x 4", "12 pcs M16"], ["bolts.count", "bolts.thread"]),
        (["8.8", "grade 10.9", "class 8.8", "property class 12.9"], ["bolts.grade"]),
        (["72 kN apart", "tension 50 kN", "20 kN in tension", "Ft = 30 kN", "5 kN tension each", "per bolt 4 kN tension"], ["loads["]),
        (["24 kN across", "shear 30 kN", "V = 12 kN", "3 kN shear per bolt", "12 kN sideways"], ["loads["]),
        (["12 + 20 steel", "10 mm S355 + 15 mm S355", "two 12 mm plates", "12 plus 16 steel", "8 to 12 aluminium"], ["layers["]),
        (["oiled", "dry", "zinc plated", "moly paste"], ["tightening.lubrication"]),
        (["hardened washers", "no washers", "large washers"], ["washers."]),
        (["by feel", "impact wrench", "turn of nut", "hydraulic tensioner"], ["tightening.method"]),
        (["hole 18 mm", "18 mm hole"], ["hole.diameter"]),
        (["slip critical", "may slip", "impact load"], ["judging.shearBy"]),
        (["friction 0.3", "slip coefficient 0.2"], ["faceFriction"]),
        (["70 mm long", "length 80 mm"], ["bolts.length"]),
        (["edge 40 mm", "50 mm edge distance"], ["edgeDistance", "layers["]),
        (["as found", "second hand"], ["bolts.condition"]),
    ];

    /// <summary>What stands between the pieces, and what nobody expects there.</summary>
    private static readonly string[] Noise =
    [
        "foo", "-12", "no", "not", "x", "&", "7,5", "1,234", "15.500", "each", "a bolt circle", "used", "impact", "alloy", "?", "=", "max", "about",
        "between", "each side", "2 washers", "½", "3 mm gap", "blind", "M8x50x30", "M12 x 2", "without oil", "±", "€", "20 kN", "4", "kN", "up to", "5 t",
    ];

    private const string Separators = ",;|().";

    [Fact]
    public void Every_character_belongs_to_a_reading_a_question_or_what_was_not_understood()
    {
        var random = new Random(26);
        var (lines, characters) = (0, 0);
        for (; lines < 1500; lines++)
        {
            var words = Chosen(random).Select(p => Spelled(random, p)).ToList();
            for (var i = random.Next(4); i > 0; i--) words.Insert(random.Next(words.Count + 1), Noise[random.Next(Noise.Length)]);
            var line = string.Join(random.Next(2) == 0 ? ", " : " ", words);
            if (line.Length > QuickLine.MaxLength) continue;
            var parts = QuickLine.Read(line, UnitSystem.Si).Parts;
            for (var i = 0; i < line.Length; i++)
            {
                if (char.IsWhiteSpace(line[i]) || Separators.Contains(line[i])) continue;
                Assert.True(parts.Any(p => p.Start <= i && i < p.Start + p.Length), $"{line}: nothing is said of \"{line[i..]}\"");
                characters++;
            }
        }
        Assert.True(characters > 60_000, $"{characters} characters in {lines} lines");
    }

    [Fact]
    public void The_same_pieces_in_another_order_come_to_the_same_joint()
    {
        var random = new Random(27);
        var kept = 0;
        for (var i = 0; i < 500; i++)
        {
            var words = Chosen(random).Select(p => Spelled(random, p)).ToArray();
            var one = QuickLine.Read(string.Join(", ", words), UnitSystem.Si);
            random.Shuffle(words);
            var line = string.Join(", ", words);
            var other = QuickLine.Read(line, UnitSystem.Si);
            Assert.Equal(one.Understood, other.Understood);
            Assert.True(Stated(one.Draft).SequenceEqual(Stated(other.Draft)),
                $"{one.Draft.Text("name")} | {line}: {string.Join("; ", Stated(one.Draft).Except(Stated(other.Draft)))} | {string.Join("; ", Stated(other.Draft).Except(Stated(one.Draft)))}");
            if (one.Understood) kept++;
        }
        Assert.True(kept > 350, $"{kept} understood");
    }

    [Fact]
    public void A_piece_that_is_added_changes_only_what_it_says()
    {
        var random = new Random(28);
        var kept = 0;
        for (var i = 0; i < 500; i++)
        {
            var pieces = Chosen(random);
            if (pieces.Count < 2) continue;
            var words = pieces.Select(p => Spelled(random, p)).ToList();
            var at = random.Next(words.Count);
            var without = words.Where((_, w) => w != at).ToList();
            // One bolt's load is the joint's only once the number of bolts is there.
            if (words.Any(w => w.Contains("each", StringComparison.Ordinal) || w.Contains("per bolt", StringComparison.Ordinal))) continue;
            var (with, before) = (Stated(QuickLine.Read(string.Join(", ", words), UnitSystem.Si).Draft),
                Stated(QuickLine.Read(string.Join(", ", without), UnitSystem.Si).Draft));
            var changed = with.Except(before).Concat(before.Except(with)).ToList();
            Assert.All(changed, c => Assert.True(pieces[at].Fields.Any(f => c.StartsWith(f, StringComparison.Ordinal)),
                $"{string.Join(", ", words)}: \"{words[at]}\" changed {c}"));
            kept++;
        }
        Assert.True(kept > 250, $"{kept}");
    }

    private static List<(string[] Spellings, string[] Fields)> Chosen(Random random)
    {
        var pieces = Pieces.ToArray();
        random.Shuffle(pieces);
        return [.. pieces.Take(random.Next(1, 8))];
    }

    private static string Spelled(Random random, (string[] Spellings, string[] Fields) piece) => piece.Spellings[random.Next(piece.Spellings.Length)];

    /// <summary>What somebody stated, in the order of the document.</summary>
    private static List<string> Stated(Draft draft) =>
        [.. draft.Places().Where(p => !draft.IsChosen(p) && p.Field.Path is not ("name" or "loads[].name" or "layers[].name"))
            .Select(p => $"{draft.PathOf(p)} = {draft[p]!.Text}").Where(t => t is not ("loads[0].tension = 0 kN" or "loads[0].shear = 0 kN"))];
}
