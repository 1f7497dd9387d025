using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>Words that say what a number is: length, hole, edge, torque, friction.</summary>
internal sealed partial class QuickReader
{
    private bool TryKeyed()
    {
        if (IsWord(0, "ram", "cylinder", "jack"))
        {
            Ram = true;
            Take(1, "a ram");
            return true;
        }
        if (IsWord(0, "thread", "threaded") && IsWord(1, "length") && LengthAt(2) is var (threaded, more))
        {
            Said[Fields.ThreadLength.Path] = threaded.Text;
            Take(2 + more, "thread length " + threaded.Text);
            return true;
        }
        (string[] Words, Func<int, bool> Keep)[] keys =
        [
            (["torque", "torqued", "tighten", "tightened"], n => KeepAim(n, Dimension.Torque)),
            (["preload", "preloaded", "clamp", "clamping", "pretension", "pretensioned", "prestressed", "prestress", "pre-load",
                "pre-tension", "preloading"], n => KeepAim(n, Dimension.Force)),
            (["hole", "holes", "clearance", "drilled"], n => KeepLength(n, "hole", a => Hole = a)),
            (["edge", "e", "e1"], n => KeepLength(n, "edge distance", a => Edge = a)),
            (["length", "long"], n => KeepLength(n, "bolt length", a => Length = a)),
            (["bore", "seal", "sealed"], n => KeepLength(n, "bore", a => Bore = a)),
            (["friction", "mu", "μ", "µ"], n => AskFriction(n) || KeepNumber(n, 1, "slip coefficient", v => Friction = v)),
            (["slip", "coefficient"], n => KeepNumber(n, 1, "slip coefficient", v => Friction = v)),
            (["pcd", "circle", "bcd"], n => KeepLength(n, "bolt circle", a => Circle = a)),
            (["qty", "quantity", "number", "count", "bolts", "screws", "studs", "rods", "anchors", "off"], KeepCount),
            (["dia", "diameter", "ø", "Ø", "⌀"], n => KeepBeside(n, "hole", a => Hole = a, "hole", "holes") || AskSize(n)),
            (["moment"], AskMoment), (["torsion"], KeepTorsion),
            (["K", "k", "nut"], n => KeepNumber(n, 1, "nut factor K", v => NutFactor = v)),
        ];
        foreach (var (words, keep) in keys)
        {
            if (!IsWord(0, words)) continue;
            var ahead = 1;
            while (IsWord(ahead, "of", "to", "distance", "coefficient", "factor", "force", "load", "=", ":", "is", "dia", "diameter",
                "holes", "at")) ahead++;
            if (Peek(ahead) is { Kind: TokenKind.Number } && keep(ahead)) return true;
        }
        if (!IsWord(0, "torque") || Question != QuickQuestion.None) return false;
        Question = QuickQuestion.Torque;
        Take(1, "asked: the torque");
        return true;
    }

    /// <summary>Threads are lubricated to coefficients that no faces slip at: whose a small one is, is asked.</summary>
    private bool AskFriction(int ahead)
    {
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null, Value: > 0 and <= MostOfThreads } number
            || _line.Contains("slip", StringComparison.OrdinalIgnoreCase) || _line.Contains("faces", StringComparison.OrdinalIgnoreCase))
            return false;
        Refuse(ahead + 1,
            "of the faces against each other, or of thread and head? The torque's own is stated as a nut factor, K 0.18, or on "
            + "the Preload stage", Instead(ahead + 1, $"slip coefficient {number.Text}", "of the faces"));
        return true;
    }

    private const double MostOfThreads = 0.25;

    /// <summary>A number of bolts behind its word: qty 4.</summary>
    private bool KeepCount(int ahead)
    {
        // Bolts 2 in long: a length.
        if (UnitAt(ahead + 1, 1, Dimension.Length) is { } unit && (unit.Symbol != "in" || IsWord(ahead + 2, "long", "lg", "length")))
            return false;
        if (NumberAt(ahead) is not { } number || number < 1
            || !(ahead + 1 >= _tokens.Count - _at || Peek(ahead + 1) is { Kind: TokenKind.Break }
            || BoltsAt(ahead + 1) || IsThreadAt(ahead + 1) || GradeAt(ahead + 1) is not null || KnownPhrase(ahead + 1) is not null
            || IsPlates(ahead + 1) || IsWord(ahead + 1, "plate", "into", "in", "on", "to", "through", "with", "at", "and", "for",
                "holding", "under")
            || Peek(ahead + 1) is { Kind: TokenKind.Number })) return false;
        if (Count is { } before && before != number)
        {
            Refuse(ahead + 1, $"there are {before} bolts already: one number of bolts");
            return true;
        }
        Count = number;
        Take(ahead + 1 + (BoltsAt(ahead + 1) ? 1 : 0), $"{number} {(number == 1 ? "bolt" : "bolts")}");
        return true;
    }

    /// <summary>A length between two words that say together what it is: dia 18 holes.</summary>
    private bool KeepBeside(int ahead, string what, Action<Amount> keep, params string[] behind)
    {
        if (LengthAt(ahead) is not var (amount, count) || !IsWord(ahead + count, behind)) return false;
        keep(amount);
        Take(ahead + count + 1, $"{what} {amount.Text}");
        return true;
    }

    /// <summary>A diameter beside bolts without a size: whether it is theirs is asked.</summary>
    private bool AskSize(int ahead)
    {
        if (Thread is not null || NumberAt(ahead) is not { } number || Standards.FindThread($"M{number}") is not { } size) return false;
        var count = ahead + 1 + (IsWord(ahead + 1, "mm") ? 1 : 0);
        Refuse(count, $"{number} mm in diameter: the bolts?", Instead(count, size.Designation, "the size of the bolts"),
            Instead(count, $"hole {number} mm", "the holes"));
        return true;
    }

    /// <summary>A moment turns the joint or tilts it: which, is asked, unless words behind it say so.</summary>
    private bool AskMoment(int ahead)
    {
        if (Quantity(ahead, Dimension.Torque) is not var (moment, count)) return false;
        var all = ahead + count;
        if (Phrase(QuickWords.Tilting, all) is not null || Phrase(QuickWords.Turning, all) is not null)
        {
            // "Moment 4 kN·m out of plane": the number, with the words behind it, says it all.
            Take(ahead, QuickPart.Nothing);
            return true;
        }
        Refuse(all, "does it turn the joint in the plane of its faces, or tilt it out of it?",
            Instead(all, moment.Text + " turning the joint", "turns the joint"),
            Instead(all, moment.Text + " tilting the joint", "tilts the joint"));
        return true;
    }

    private bool KeepTorsion(int ahead)
    {
        if (Quantity(ahead, Dimension.Torque) is not var (moment, count)) return false;
        Turning = moment;
        Take(ahead + count, $"turned by {moment.Text} in the plane of the faces");
        return true;
    }

    private bool KeepAim(int ahead, Dimension dimension)
    {
        if (Quantity(ahead, dimension) is not var (amount, count)) return false;
        return AimAt(ahead + count, amount.Text);
    }

    private bool AimAt(int count, string aim)
    {
        // A target is each bolt's, whether or not that is said.
        if (Phrase(QuickWords.Each, count) is (_, var each)) count += each;
        if (Aim is not null && Aim != aim)
        {
            Refuse(count, $"there is a target already, {Aim}: one of the two");
            return true;
        }
        Aim = aim;
        _aimPart = _parts.Count;
        Take(count, "target " + aim);
        return true;
    }

    // The part of the line that states the target; none where none does.
    private int? _aimPart;

    /// <summary>A torque that would break the bolts, or that stands beside a bolt circle, turns the joint and tightens nothing.</summary>
    private void SettleAim()
    {
        if (_aimPart is not { } at || Aim is null || QuantityText.Parse(Aim, Dimension.Torque) is not { Ok: true } read) return;
        var torque = Amount.Of(read.Unit!.FromHeld(read.Held), read.Unit);
        // Whoever says tightened means it.
        if (_parts[at].Text.Contains("tighten", StringComparison.OrdinalIgnoreCase)) return;
        var most = Thread is null ? double.PositiveInfinity : 0.4 * Math.PI / 4 * Math.Pow(Thread.Diameter, 3) * StrongestBolt;
        if (torque.Held < most && !QuickWords.Moments.Any(w => _line.Contains(w, StringComparison.OrdinalIgnoreCase))) return;
        Aim = null;
        var part = _parts[at];
        _parts[at] = part with
        {
            Taken = "", Problem = "does it tighten each bolt, turn the joint in the plane of its faces, or tilt it out of it?",
            Answers = [new("tightens each bolt", Replaced(part, $"tightened to {torque.Text}")),
                new("turns the joint", Replaced(part, $"{torque.Text} turning the joint")),
                new("tilts the joint", Replaced(part, $"{torque.Text} tilting the joint"))],
        };
    }

    // MPa: no bolt is stronger.
    private const double StrongestBolt = 1300;

    private bool KeepLength(int ahead, string what, Action<Amount> keep)
    {
        if (LengthAt(ahead) is not var (amount, count)) return false;
        keep(amount);
        Take(ahead + count + (IsWord(ahead + count, "dia", "diameter", "dia.") ? 1 : 0), $"{what} {amount.Text}");
        return true;
    }

    private bool KeepNumber(int ahead, double most, string what, Action<double> keep)
    {
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null } number || number.Value <= 0 || number.Value > most) return false;
        keep(number.Value);
        Take(ahead + 1, $"{what} {number.Text}");
        return true;
    }

    /// <summary>A length with its unit, or a bare number in the units that the line speaks.</summary>
    private (Amount Amount, int Count)? LengthAt(int ahead)
    {
        if (Quantity(ahead, Dimension.Length) is { } given) return given;
        // Edge 1.5 d: of the bolts, wherever the line names them.
        if (Peek(ahead) is { Kind: TokenKind.Number, Other: null } times && IsWord(ahead + 1, "d", "diameters", "diams"))
            return Sized is { } bolt ? (Amount.Of(times.Value * bolt.Diameter, Units.Of(Dimension.Length, "mm")), 2) : null;
        return Peek(ahead) is { Kind: TokenKind.Number, Other: null } bare
            ? (Amount.Of(bare.Value, Units.Of(Dimension.Length, SpeaksInches || bare.Fraction ? "in" : "mm")), 1) : null;
    }

    /// <summary>The size of the bolts, read already or named farther on; null where the line names none.</summary>
    private ScrewThread? Sized => Thread ?? _tokens.Where(t => t.Kind == TokenKind.Word)
        .Select(t => ThreadNamed(t.Text)).FirstOrDefault(t => t is not null);

    /// <summary>The size that a word begins with, M20s and M20x60 as well; null where it names none.</summary>
    private static ScrewThread? ThreadNamed(string word) => Standards.FindThread(word.TrimEnd('s').Split('x', 'X', '×')[0]);

    /// <summary>A number with a unit of that dimension, as many words as the unit has.</summary>
    private (Amount Amount, int Count)? Quantity(int ahead, Dimension dimension)
    {
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null } number) return null;
        for (var n = Math.Min(3, _tokens.Count - _at - ahead - 1); n > 0; n--)
        {
            if (UnitAt(ahead + 1, n, dimension) is { } unit) return (Amount.Of(number.Value, unit), 1 + n);
        }
        return null;
    }

    private Unit? UnitAt(int ahead, int count, Dimension dimension)
    {
        if (_at + ahead + count > _tokens.Count || Enumerable.Range(_at + ahead, count)
            .Any(i => _tokens[i].Kind is TokenKind.Break or TokenKind.Number)) return null;
        // "5000 lbf in shear": what says how it acts belongs to no unit.
        if (count > 1 && Enumerable.Range(ahead + 1, count - 1).Any(i => _tokens[_at + i].Spaced && Phrase(QuickWords.Ways, i) is (_,
            > 1))) return null;
        var read = QuantityText.Parse("1 " + Span(_at + ahead, count), dimension);
        return read.Ok ? read.Unit : null;
    }
}
