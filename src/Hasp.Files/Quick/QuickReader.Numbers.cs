using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Quick;

/// <summary>Numbers with their units: loads, shares, lengths, how many.</summary>
internal sealed partial class QuickReader
{
    private bool TryNumber()
    {
        var token = _tokens[_at];
        if (token.Other is { } other) return AskComma(token, other);
        if (AskGrouped(token)) return true;
        if (AskTon(token)) return true;
        if (IsWord(1, "turn", "turns"))
        {
            Refuse(2, "how far it is turned follows from bolt, length and procedure: it stands on the Tightening stage", Instead(2,
                "turn of nut", "tightened by turn"));
            return true;
        }
        if (IsWord(1, "%")) return TryShare();
        if (token.Value is > 0 and <= 1 && IsWord(1, "friction", "slip"))
        {
            Friction = token.Value;
            Take(2 + (IsWord(2, "coefficient", "factor") ? 1 : 0), $"slip coefficient {token.Text}");
            return true;
        }
        if (IsWord(1, "pcd", "bcd") && token.Other is null)
        {
            Circle = LengthAt(0)!.Value.Amount;
            Take(2, "bolt circle " + Circle.Text);
            return true;
        }
        if (IsWord(1, "bore") && Bore is null && Peek(2) is not { Kind: TokenKind.Number, Spaced: false })
        {
            Bore = LengthAt(0)!.Value.Amount;
            Take(2, "bore " + Bore.Text);
            return true;
        }
        if (Quantity(0, Dimension.Torque) is var (turn, long_) && Phrase(QuickWords.Turning, long_) is (_, var turned))
        {
            Turning = turn;
            Take(long_ + turned, $"turned by {turn.Text} in the plane of the faces");
            return true;
        }
        if (Quantity(0, Dimension.Torque) is var (tilt, wide) && Phrase(QuickWords.Tilting, wide) is (_, var tilted))
        {
            Tilting = tilt;
            Take(wide + tilted, $"tilted by {tilt.Text} out of the plane of the faces");
            return true;
        }
        if (Quantity(0, Dimension.Torque) is var (torque, words)) return AimAt(words + (IsWord(words, "torque") ? 1 : 0), torque.Text);
        if (Quantity(0, Dimension.Force) is var (force, pieces)) return Forced(force, pieces);
        if (WeightAt(0) is var (weight, size)) return Forced(weight, size);
        if (Quantity(0, Dimension.Stress) is var (pressure, n)) return Pressed(pressure, n);
        if (MetricBoltsAt(0) is { } metric) return Threaded(metric, 3);
        if (Quantity(0, Dimension.Length) is var (length, m) && TryLength(length, m)) return true;
        if (IsWord(1, "deep", "engaged") && LengthAt(0) is var (depth, bare)) return TryLength(depth, bare);
        return TryCount(token) || (token.Fraction && AskFraction(token));
    }

    /// <summary>F = 45 kN axial: a letter that says a force and not how it acts.</summary>
    private bool TryLetter()
    {
        if (!IsWord(0, QuickWords.Letters) || !IsWord(1, "=") || (Quantity(2, Dimension.Force) ?? WeightAt(2)) is null) return false;
        Take(2, QuickPart.Nothing);
        return true;
    }

    private bool AskComma(Token token, double thousandth)
    {
        var many = token.Value.ToString("0", CultureInfo.InvariantCulture);
        var few = thousandth.ToString("0.000", CultureInfo.InvariantCulture);
        // The words behind it stay; they belong to the question.
        var count = 1;
        while (Peek(count) is { Kind: TokenKind.Word } && count < 3) count++;
        Refuse(count, $"is {token.Text} {many} or {few}?",
            Instead(count, many + Rest(count), $"{many}{Rest(count)}"), Instead(count, Decimals() + Rest(count), $"{few}{Rest(count)}"));
        return true;

        // Written so that it is not asked again: never with three figures behind the point.
        string Decimals() => thousandth.ToString("0.0##", CultureInfo.InvariantCulture) is var text && text.Length > 4
            && text[^4] == '.' ? text + "0" : text;

        string Rest(int words) => _line[token.End.._tokens[_at + words - 1].End];
    }

    /// <summary>20 500 N: a blank that groups thousands, or a number of something and a force.</summary>
    private bool AskGrouped(Token token)
    {
        if (token.Fraction || token.Text.Length > 3 || Peek(1) is not { Kind: TokenKind.Number, Spaced: true, Text.Length: 3 } next
            || !next.Text.All(char.IsAsciiDigit)
            || (Quantity(1, Dimension.Force) ?? Quantity(1, Dimension.Torque) ?? Quantity(1, Dimension.Stress)) is not var (_, count))
            return false;
        var unit = _line[next.End.._tokens[_at + count].End];
        Refuse(count + 1, $"one number, {token.Text}{next.Text}?", Instead(count + 1, $"{token.Text}{next.Text}{unit}",
            $"{token.Text}{next.Text}{unit}"), Instead(count + 1, $"{token.Text} bolts, {next.Text}{unit}",
                $"{token.Text} bolts, {next.Text}{unit}"));
        return true;
    }

    private bool AskTon(Token token)
    {
        if (!IsWord(1, "ton", "tons", "t", "tonf") || Quantity(0, Dimension.Force) is not null) return false;
        var count = 2;
        while (Peek(count) is { Kind: TokenKind.Word } && count < 4) count++;
        var rest = _line[_tokens[_at + 1].End.._tokens[_at + count - 1].End];
        Refuse(count, "which ton? They differ by up to 12 %",
            Instead(count, $"{token.Text} tonnes{rest}", "metric tonne, 9.81 kN"),
            Instead(count, $"{token.Text} US tons{rest}", "US ton, 2000 lbf"),
            Instead(count, $"{token.Text} UK tons{rest}", "UK ton, 2240 lbf"));
        return true;
    }

    private bool TryShare()
    {
        var count = 2;
        while (IsWord(count, "of", "the")) count++;
        var what = "";
        if (IsWord(count, QuickWords.Ultimate))
        {
            while (IsWord(count, QuickWords.Ultimate) || IsWord(count, "strength", "load", "stress")) count++;
            Refuse(count, "a share of the tensile strength: write it as a share of proof or of yield, or as a force");
            return true;
        }
        if (IsWord(count, "proof", "yield", "Rp0.2", "Rp"))
        {
            what = IsWord(count, "proof") ? "proof" : "yield";
            count += IsWord(count, "Rp") && Peek(count + 1) is { Text: "0.2" } ? 2 : 1;
            if (IsWord(count, "load", "strength", "stress")) count++;
        }
        return AimAt(count, $"{_tokens[_at].Text} %{(what == "yield" ? " of yield" : "")}");
    }

    /// <summary>A force: a target beside the word preload, a ram's, else a load with its direction before or behind it.</summary>
    private bool Forced(Amount force, int count)
    {
        if (IsWord(count, "preload", "clamp", "clamping", "pretension")) return AimAt(count + 1
            + (IsWord(count + 1, "force", "load") ? 1 : 0), force.Text);
        if (IsWord(count, "ram", "cylinder", "jack", "press"))
        {
            Ram = true;
            count++;
        }
        if (EachAt(count) is > 0 and var eachWords) (_each, count) = (true, count + eachWords);
        if (AskInclined(force, count)) return true;
        var ahead = count;
        while (Peek(ahead) is { Kind: TokenKind.Word } && Phrase(QuickWords.Ways, ahead) is null && SmallAt(ahead) is > 0 and var quiet)
            ahead += quiet;
        if (Phrase(QuickWords.Ways, ahead) is var (way, words)) return Loaded(force, way, ahead + words);
        if (Phrase(QuickWords.Symbols, count) is var (symbol, one)) return Loaded(force, symbol, count + one);
        // "60 kN reversing shear", "60 kN ULS shear": what stands between says its own.
        if (Between(ahead) is { } between && Phrase(QuickWords.Ways, ahead + between) is var (later, more))
        {
            var at = _at;
            _at += ahead;
            TryPhrases();
            var said = _parts[^1];
            _parts.RemoveAt(_parts.Count - 1);
            _at = at;
            var done = Loaded(force, later, ahead + between + more);
            _parts[^1] = _parts[^1] with { Taken = _parts[^1].Taken + ", " + said.Taken, Problem = _parts[^1].Problem ?? said.Problem };
            return done;
        }
        if (Ram) return Loaded(force, Way.Apart, count);
        if (HasLever) return Leaned(force, count);
        if (WayOfLine is { } only) return Loaded(force, only, count);
        Refuse(count, "does it pull the parts apart, or shear them?",
            Instead(count, Span(_at, count) + " apart", "pulls them apart"), Instead(count, Span(_at, count) + " across", "shears them"));
        return true;
    }

    /// <summary>40 kN at 30°: from the faces or from the bolts is asked; each answer says both parts of it.</summary>
    private bool AskInclined(Amount force, int count)
    {
        if (!IsWord(count, "at", "inclined", "under") || _each) return false;
        var ahead = count + 1;
        while (IsWord(ahead, "at", "an", "angle", "of")) ahead++;
        if (Peek(ahead) is not { Kind: TokenKind.Number, Other: null, Value: > 0 and < 90 } angle
            || !IsWord(ahead + 1, "°", "deg", "degs", "degree", "degrees", "deg.")) return false;
        var (sine, cosine) = Math.SinCos(angle.Value * Math.PI / 180);
        Refuse(ahead + 2, "from the faces of the parts, or from the bolts?",
            Instead(ahead + 2, Parts(sine, cosine), "from the faces: " + Parts(sine, cosine)),
            Instead(ahead + 2, Parts(cosine, sine), "from the bolts: " + Parts(cosine, sine)));
        return true;

        string Parts(double apart, double across) => $"{Share(apart)} apart and {Share(across)} across";
        // Rounded up, so that nothing of the load is lost.
        string Share(double of) => Amount.Of(Math.Ceiling((force.Unit.FromHeld(force.Held) * of * 100) - 1e-6) / 100, force.Unit).Text;
    }

    private static readonly string[] SlipWords = ["slip", "friction", "bearing", "hsfg"];

    private static readonly string[] TwicePhrases = ["double shear", "single shear", "shear planes"];

    private (bool Known, Way? Way, int Said) _wayOfLine;

    /// <summary>How the one force of a line acts where the word for it stands apart from it: lifting eye, 50 kN; what slips, bears or is
    /// cut twice is sheared, "slip critical, 150 kN". Null where nothing says it, or more than one force or way is there to say it
    /// of.</summary>
    private Way? WayOfLine
    {
        get
        {
            if (_wayOfLine.Known) return _wayOfLine.Way;
            var (at, forces, ways, sheared, said) = (_at, 0, new HashSet<Way>(), false, 0);
            for (_at = 0; _at < _tokens.Count; _at++)
            {
                if (_tokens[_at].Kind == TokenKind.Number) forces += ForceAt(0) is null ? 0 : 1;
                if (_tokens[_at].Kind != TokenKind.Word) continue;
                sheared |= (Phrase(QuickWords.ShearBy) is (_, var slip) && SlipWords.Any(w => Span(_at, slip)
                    .Contains(w, StringComparison.OrdinalIgnoreCase)))
                    || (Peek(1) is { Kind: TokenKind.Word } && TwicePhrases.Contains(Span(_at, 2), StringComparer.OrdinalIgnoreCase));
                if (Phrase(QuickWords.Ways) is not var (way, words)) continue;
                ways.Add(way);
                said++;
                _at += words - 1;
            }
            _at = at;
            if (sheared) ways.Remove(Way.Apart);
            if (sheared) ways.Add(Way.Across);
            _wayOfLine = (true, forces == 1 && ways is { Count: 1 } && ways.Single() is Way.Apart or Way.Across ? ways.Single() : null,
                said);
            return _wayOfLine.Way;
        }
    }

    /// <summary>How many pieces a phrase has that may stand between a force and its way; null where none stands there.</summary>
    private int? Between(int ahead) => Phrase(QuickWords.ShearBy, ahead)?.Count ?? Phrase(QuickWords.Said, ahead)?.Count;

    private bool Loaded(Amount force, Way way, int count)
    {
        if (EachAt(count) is > 0 and var eachWords) (_each, count) = (true, count + eachWords);
        var (one, before) = (_each, _parts.Count);
        _each = false;
        var done = LoadedBy(force, way, count);
        if (_parts.Count > before && _parts[before].Problem is null)
        {
            if (one) _eachOf.Add(before);
            else _loadOf = before;
        }
        return done;
    }

    private bool LoadedBy(Amount force, Way way, int count)
    {
        switch (way)
        {
            case Way.Down or Way.Across when HasLever: return Leaned(force, count);
            case Way.Down:
                var said = Span(_at, count);
                var load = force.Text;
                Refuse(count, "down: does it hang from the bolts, slide along the face, or press the parts together?",
                    Instead(count, load + " across", "along the face: shear"),
                    Instead(count, load + " apart", "hangs from the bolts: tension"),
                    Instead(count, load + " pressing", "presses them together"));
                return true;
            case Way.Leaning:
                Refuse(count, "how does that lie to the faces?",
                    Instead(count, force.Text + " apart", "it pulls them apart"), Instead(count, force.Text + " across", "it shears them"),
                    Instead(count, force.Text + " pressing", "it presses them together"));
                return true;
            case Way.Across when Shear is not null:
                Refuse(count, $"there is {Shear.Text} across already: write one, and the other as a load case of its own on the Bench");
                return true;
            case Way.Across:
                Shear = force;
                Take(count, $"shear {force.Text}");
                return true;
            default:
                if (Tension is not null)
                {
                    Refuse(count, $"there is {Tension.Text} apart already: write one, "
                        + $"and the other as a load case of its own on the Bench");
                    return true;
                }
                Tension = way == Way.Together ? Amount.Of(-force.Unit.FromHeld(force.Held), force.Unit) : force;
                Take(count, way == Way.Together ? $"pressed together by {force.Text}" : $"tension {force.Text}");
                return true;
        }
    }

    private bool Pressed(Amount pressure, int count)
    {
        if (Pressure is not null)
        {
            Refuse(count, $"there is a pressure already, {Pressure.Text}");
            return true;
        }
        if (AskArea(pressure, count)) return true;
        Pressure = pressure;
        // 6 bar on 150 bore, 16 bar over 200 mm: what it acts on stands behind it.
        var ahead = count;
        while (IsWord(ahead, "on", "over", "in", "inside", "within", "across", "at", "of", "a", "an", "the", "acting")) ahead++;
        if (Bore is null && ahead > count && LengthAt(ahead) is var (bore, more)
            && (bore.Unit.Symbol.Length > 0 && Quantity(ahead, Dimension.Length) is not null || IsSealed(ahead + more)))
        {
            Bore = bore;
            count = ahead + more;
            while (IsSealed(count)) count++;
            Take(count, $"{pressure.Text} on all that lies inside {bore.Text}");
            return true;
        }
        Take(count, "pressure " + pressure.Text);
        return true;
    }

    /// <summary>So deep: how far the thread engages where it runs into a part, and asked where it does not, of which a beam is one
    /// kind.</summary>
    private void Deep(Amount depth, int count)
    {
        if (!RunsIntoPart)
        {
            Refuse(count + 1, $"{depth.Text} deep: what is? The thread's engagement is written 20 mm engaged", Instead(count + 1,
                depth.Text + " engaged", "how far the thread engages"));
            return;
        }
        Said[Fields.Engagement.Path] = depth.Text;
        Take(count + 1, "engagement " + depth.Text);
    }

    private bool? _runsIntoPart;

    /// <summary>True where the line says anywhere that the thread runs into a part, or asks how far.</summary>
    private bool RunsIntoPart
    {
        get
        {
            return _runsIntoPart ??= Anywhere(() => Phrase(QuickWords.Ends) is ("tapped" or "insert", _)
                || IsWord(0, "into", "tapped", "threaded") || Phrase(QuickWords.Questions) is (QuickQuestion.Engagement, _));
        }
    }

    /// <summary>True where something is so at any piece of the line.</summary>
    private bool Anywhere(Func<bool> isSo)
    {
        var (at, found) = (_at, false);
        for (_at = 0; _at < _tokens.Count && !found; _at++) found = isSo();
        _at = at;
        return found;
    }

    private bool IsSealed(int ahead) => IsWord(ahead, "bore", "diameter", "dia", "dia.", "seal", "sealed", "opening", "ø", "Ø");

    /// <summary>A length that the word behind it explains.</summary>
    private bool TryLength(Amount length, int count)
    {
        (string[] Words, string What, Action<Amount> Keep)[] keys =
        [
            (["long", "length"], "bolt length", a => Length = a), (["hole", "holes", "clearance"], "hole", a => Hole = a),
            (["edge"], "edge distance", a => Edge = a), (["bore", "seal", "sealed"], "bore", a => Bore = a),
            (["pcd", "bcd", "circle"], "bolt circle", a => Circle = a),
            (["engaged", "engagement"], "engagement", a => Said[Fields.Engagement.Path] = a.Text),
        ];
        if (IsWord(count, "deep"))
        {
            Deep(length, count);
            return true;
        }
        // 150 mm bolt circle, 18 mm diameter holes.
        if (IsWord(count, "bolt") && IsWord(count + 1, "circle")) count++;
        if (IsWord(count, "dia", "diameter", "pitch") && IsWord(count + 1, "hole", "holes", "circle", "pcd")) count++;
        foreach (var (words, what, keep) in keys)
        {
            if (!IsWord(count, words)) continue;
            keep(length);
            Take(count + 1 + (IsWord(count + 1, "distance") ? 1 : 0), $"{what} {length.Text}");
            return true;
        }
        if (IsWord(count, "x", "X", "×", "*", "@", "at") && Pressure is null
            && Quantity(count + 1, Dimension.Stress) is var (pressure, more))
        {
            (Bore, Pressure, Ram) = (length, pressure, true);
            Take(count + 1 + more, $"a ram of {length.Text} bore at {pressure.Text}");
            return true;
        }
        if (IsWord(count, "dia", "diameter", "diam") && Thread is null && Standards.FindThread("M" + _tokens[_at].Text) is { } size)
        {
            Refuse(count + 1, $"{length.Text} in diameter: the bolts?", Instead(count + 1, size.Designation, "the size of the bolts"),
                Instead(count + 1, "hole " + length.Text, "the holes"));
            return true;
        }
        if (IsWord(-1, "at", "@"))
        {
            Refuse(count, SpacingAsked, Instead(count, length.Text + " centres", "between bolts"),
                Instead(count, length.Text + " arm", "to the force"));
            return true;
        }
        Refuse(count, $"{length.Text} of what? Write 12 + 20 for parts, 60 mm long for the bolt, hole 18 mm, edge 30 mm",
            Instead(count, $"{length.Text} plate", "a part this thick"), Instead(count, $"{length.Text} long", "the bolt's length"),
            Instead(count, $"edge {length.Text}", "the edge distance"));
        return true;
    }

    private bool TryCount(Token token)
    {
        if (token.Fraction || token.Value != Math.Floor(token.Value) || token.Value is < 1 or > 1000) return false;
        // 20 per bolt: of something, and no number of bolts.
        var ended = IsWord(1, "each") && Peek(2) is null or { Kind: TokenKind.Break };
        if (EachAt(1) > 0 && !BoltsAt(1) && !(ended && Thread is not null)) return false;
        var ahead = 1;
        while (IsWord(ahead, "x", "X", "×", "*", "-", "off", "no", "no.", "nos", "nr", "pcs", "of", "number", "ea", ".")) ahead++;
        // Known words may stand between a number and its size: 4 HV M20, 4 DIN 931 M16.
        var named = ahead;
        while (named < ahead + (2 * MostPieces) && !IsThreadAt(named)
            && (KnownPhrase(named) ?? (named > ahead ? GradeAt(named)?.Count : null)) is { } words) named += words;
        var counts = BoltsAt(1) || ended || IsThreadAt(ahead) || (named > ahead && (IsThreadAt(named) || ThreadSoonAt(named)))
            || MetricBoltsAt(ahead) is not null || StandsAsCount() || ThreadSoonAt(ahead) || GradeAt(ahead) is not null
            || Phrase(QuickWords.Heads, ahead) is not null || Phrase(QuickWords.Finishes, ahead) is not null;
        if (!counts) return false;
        if (OfWhatIsUnknown(token) is { } word)
        {
            Refuse(1, $"does {token.Text} belong to {word}, or is it the number of bolts?",
                Instead(1, $", {token.Text} bolts", "the number of bolts"));
            return true;
        }
        if (IsWord(-1, "x", "X", "×") && token.Value >= MostCrossed && !BoltsAt(1))
        {
            Refuse(1, $"{token.Text} bolts, or {token.Text} mm long?", Instead(1, $", {token.Text} bolts", "the number of bolts"),
                Instead(1, $", {token.Text} mm long", "the length of the bolt"));
            return true;
        }
        if (Count is { } before && before != (int)token.Value)
        {
            Refuse(1, $"there are {before} bolts already: one number of bolts");
            return true;
        }
        Count = (int)token.Value;
        Take((BoltsAt(1) && !IsThreadAt(1)) || ended ? 2 : 1, $"{token.Text} {(Count == 1 ? "bolt" : "bolts")}");
        return true;
    }

    /// <summary>
    /// What a number stands right behind and nobody understood, where it is that word's rather than a number of bolts: a symbol (Fv = 40,
    /// p9 80), a sum (4 + 4), or a number larger than a joint mostly has (a product's, 243).
    /// </summary>
    private string? OfWhatIsUnknown(Token token)
    {
        // 18-8, 2-4: two numbers with a dash between them.
        if (_at >= 2 && _tokens[_at - 1] is { Text: "-" } && _tokens[_at - 2] is { Kind: TokenKind.Number } one && !token.Spaced
            && _parts.Any(p => p.Problem is not null && p.Start <= one.Start && p.Start + p.Length >= one.End)) return one.Text + "-";
        if (_at == 0 || _parts is not [.., { Problem: not null } before] || _tokens[_at - 1] is not { Kind: not TokenKind.Break } last
            || before.Start + before.Length != last.End) return null;
        var symbol = last is { Kind: TokenKind.Word, Text.Length: <= LongestSymbol } && last.Text.Any(char.IsDigit);
        return last.Text is "=" or "+" or "-" or "half" || symbol || token.Value > MostBehindUnknown ? last.Text : null;
    }

    private const double MostBehindUnknown = 36;
    private const int LongestSymbol = 3;

    // M16 8.8 x 60: from here on it may be a length as well.
    private const int MostCrossed = 16;

    /// <summary>A number in brackets, or behind a cross, beside a size that is known: M12 (6), M16 8.8 x4.</summary>
    private bool StandsAsCount() => Count is null && _at > 0
        && ((_tokens[_at - 1].Text == "(" && Peek(1) is { Text: ")" } && (Thread is not null || IsThreadAt(2) || ThreadSoonAt(2)))
            || (Thread is not null && _tokens[_at - 1].Text is "x" or "X" or "×" && Peek(1) is not { Kind: TokenKind.Number }
                && UnitAt(1, 1, Dimension.Length) is null && !IsWord(1, "long", "x", "X", "×")));

    /// <summary>A number of bolts in a word: four M16, six bolts. A number word that stands by itself is asked about.</summary>
    private bool TryWordedCount(Token token)
    {
        if (token.Kind != TokenKind.Word || !QuickWords.Numbers.TryGetValue(token.Text, out var number)) return false;
        if (TryCount(token with { Value = number })) return true;
        if (Count is not null) return false;
        Refuse(1, $"{token.Text} of what?", Instead(1, $"{number} bolts", "the number of bolts"));
        return true;
    }

    /// <summary>16 mm bolts: the size; null where no such bolts stand there.</summary>
    private ScrewThread? MetricBoltsAt(int ahead) => Peek(ahead) is { Kind: TokenKind.Number, Other: null, Fraction: false } number
        && IsWord(ahead + 1, "mm") && BoltsAt(ahead + 2) ? Standards.FindThread("M" + number.Text) : null;

    /// <summary>A size in inches without its threads per inch stands there: 1/2" grade 5.</summary>
    private bool ThreadSoonAt(int ahead) =>
        Peek(ahead) is { Kind: TokenKind.Number } t && (t.Fraction || (InchMark(ahead + 1) > 0 && t.Value <= 4))
            && Standards.FindThread(Inches(t)) is not null
            && (IsWord(ahead + 1 + InchMark(ahead + 1), "-", "dia", "diameter", "diam")
                || GradeAt(ahead + 1 + InchMark(ahead + 1)) is not null
                || SuffixedAt(ahead + 1 + InchMark(ahead + 1))
                || BoltsAt(ahead + 1 + InchMark(ahead + 1))
            || SeriesAfter(ahead + 1) > 0);

    private bool AskFraction(Token token)
    {
        Refuse(1, $"{token.Text} of what?", Instead(1, $"{Inches(token)} in plate", "a part this thick, in inches"),
            Instead(1, $"{Inches(token)} UNC", "the size of the bolts"));
        return true;
    }

    private static string Hint(Token token)
    {
        return token.Kind == TokenKind.Number
            ? "a number without its meaning. Write 4 bolts, 12 + 20 for parts, 72 kN apart, hole 18"
            : "not understood. Say bolts (4 M16 8.8), a load (72 kN apart, 24 kN across), parts (12 + 20 steel), a finish (oiled, "
                + "dry, zinc)";
    }
}
