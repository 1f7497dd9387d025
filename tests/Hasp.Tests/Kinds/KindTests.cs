using System.Text.Json.Nodes;
using CsCheck;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Kinds.BasePlates;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Web.Drawing;

namespace Hasp.Tests.Kinds;

/// <summary>What every kind of joint promises, whichever it is: a sixth is tested by being registered.</summary>
public sealed class KindTests
{
    public static TheoryData<string> Kinds => [.. Kind.All.Where(k => !k.IsParts).Select(k => k.Id)];

    internal static Joint Example(string kind) => Read(Typing.Example(Kind.ById(kind)!));

    internal static Joint Read(JsonObject document)
    {
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.True(joint is not null, string.Join("\n", faults.Select(f => $"{f.Path}: {f.Problem}")));
        return joint;
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Its_example_holds_in_full_and_says_so(string kind)
    {
        var result = Evaluation.Run(Example(kind));
        Assert.True(result.Holds && result.IsComplete,
            string.Join("; ", result.Checks.Where(c => !c.Holds).Select(c => $"{c.Check.Name} {c.Factor}"))
            + string.Join("; ", result.Asks));
        Assert.NotNull(result.Governing);
        Assert.DoesNotContain("NaN", CallOut.Of(result, UnitSystem.Us).Text, StringComparison.Ordinal);
        Assert.True(CallOut.Of(result, UnitSystem.Si).IsInstruction);
        // The example is all chosen, so that its values are seen to be nobody's yet.
        Assert.NotEmpty(result.Joint.Chosen);
        Assert.True(result.Limits.Count > 0, "nothing says what goes first");
        Assert.Equal(result.Limits.OrderBy(l => l.Times), result.Limits);
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Its_line_makes_one_that_holds(string kind)
    {
        var read = QuickLine.Read(Kind.ById(kind)!.Line, UnitSystem.Si);
        Assert.True(read.Understood, string.Join("; ", read.Parts.Where(p => p.Problem is not null).Select(p => $"{p.Text}: {p.Problem}")));
        var joint = Read(read.Draft.Json());
        Assert.Equal(kind, joint.Kind.Id);
        var reserves = TwoReserves.Of(Mechanics<Plain>.Of(joint));
        Assert.True(reserves.Holds, $"{reserves.First}");
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_line_says_what_it_did_not_understand_and_keeps_the_rest(string kind)
    {
        var line = Kind.ById(kind)!.Line + ", with bells on";
        var read = QuickLine.Read(line, UnitSystem.Si);
        var odd = Assert.Single(read.Parts, p => p.Problem is not null);
        Assert.Equal("bells", line.Substring(odd.Start, odd.Length));
        Read(read.Draft.Json());
    }

    [Theory]
    [InlineData("splice 12/18 plates, 8 M20 8.8", "in all, or on each side?")]
    [InlineData("splice 12/18 plates, 8 M20 8.8 on each side", "splice.columns=4;splice.rows=2")]
    [InlineData("splice 12/18 plates, 8 M20 8.8 in all", "splice.columns=2;splice.rows=2")]
    [InlineData("splice 12/18 plates, 9 M20 8.8 each side, 3 across", "splice.columns=3;splice.rows=3")]
    [InlineData("splice 12/18 plates, 3 across, 9 M20 8.8 a side", "splice.columns=3;splice.rows=3")]
    [InlineData("splice 12/18 plates, 3 M20 8.8 per side", "splice.columns=3;splice.rows=1")]
    [InlineData("splice 12/18 plates, 9 M20 8.8 in all", "9 cannot be shared evenly: say how many on each side")]
    [InlineData("splice 12/18 plates, 8 M20 8.8 on each side, 3 across", "8 bolts do not fill 3 lines across")]
    [InlineData("lap 12 plates, 8 M20 8.8", "splice.columns=4;splice.rows=2")]
    [InlineData("plug 100 bore 124 tube, 12 M12 8.8, 2 rows, 9 MPa", "in all, or in each row?")]
    [InlineData("plug 100 bore 124 tube, 2 rows, 12 M12 8.8 in all, 9 MPa", "closure.perRow=6;closure.rows=2")]
    [InlineData("plug 100 bore 124 tube, 6 M12 8.8 in each row, 2 rows, 9 MPa", "closure.perRow=6;closure.rows=2")]
    [InlineData("plug 100 bore 124 tube, 6 M12 8.8, 9 MPa", "closure.perRow=6")]
    [InlineData("base HEA 200, plate 340 × 300 × 25, 6 M24 4.6, C20, 300 kN down", "basePlate.perRow=3")]
    [InlineData("base HEA 200, plate 340 × 300 × 25, 5 M24 4.6, C20, 300 kN down", "a foot has two rows of at least two bolts: an even number from 4 on")]
    [InlineData("pin, 2 M20 8.8, eye 16 thick, 20 kN", "one bolt is the pin")]
    [InlineData("cover 250 seal, 12 M16 8.8, 22 thick, 1 MPa", "bolts.count=12")]
    public void A_number_of_bolts_is_taken_for_what_it_says_or_asked_about(string line, string expected)
    {
        var read = QuickLine.Read(line, UnitSystem.Si);
        var odd = read.Parts.Where(p => p.Problem is not null).ToList();
        if (!expected.Contains('=', StringComparison.Ordinal))
        {
            var asked = Assert.Single(odd);
            Assert.Equal(expected, asked.Problem);
            // Each answer is the line that would have been understood.
            Assert.All(asked.Answers, a => Assert.True(QuickLine.Read(a.Line, UnitSystem.Si).Understood, a.Line));
            Assert.Equal(expected.EndsWith('?'), asked.Answers.Count == 2);
            return;
        }
        Assert.Empty(odd);
        foreach (var pair in expected.Split(';')) Assert.Equal(pair.Split('=')[1], Typing.Get(read.Draft.Json(), pair.Split('=')[0]));
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_dimension_on_the_drawing_is_the_documents(string kind)
    {
        var seen = 0;
        foreach (var joint in Varied(kind).Append(Example(kind)))
        {
            foreach (var measure in kind == "" ? [] : joint.Kind.Draw(joint).Views.SelectMany(v => v.Measures))
            {
                if (measure.Field is not Field<double> field) continue;
                seen++;
                var stated = joint.Said.Stated(field);
                var text = stated is { } held ? QuantityText.ShowText(held, Dimension.Length, UnitSystem.Si, 6)
                    : field.Chosen(joint, UnitSystem.Si);
                var drawn = QuantityText.ShowText(measure.Length, Dimension.Length, UnitSystem.Si, 6);
                Assert.True(stated is { } s ? Math.Abs(s - measure.Length) < 1e-6
                    : text.StartsWith(QuantityText.ShowText(measure.Length, Dimension.Length, UnitSystem.Si), StringComparison.Ordinal),
                    $"{kind} {field.Path}: drawn {drawn}, stated {text}");
            }
        }
        Assert.True(seen > 80, $"only {seen} dimensions were compared");
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void No_label_of_the_drawing_stands_on_another(string kind)
    {
        var labels = 0;
        foreach (var joint in Varied(kind).Append(Example(kind)))
        {
            foreach (var (width, height) in new[] { (640.0, 372.0), (480.0, 420.0) })
            {
                var drawing = new SheetDrawing(joint.Kind.Draw(joint), width, height, UnitSystem.Us);
                var boxes = drawing.Views.SelectMany(v => v.Labels.Select(l => l.Box)).ToList();
                labels += boxes.Count;
                for (var i = 0; i < boxes.Count; i++) for (var j = 0; j < i; j++) Assert.False(boxes[i].Meets(boxes[j]),
                    $"{kind}: {boxes[i]} on {boxes[j]}");
                Assert.All(boxes, b => Assert.True(b.X >= -1 && b.X + b.Width <= drawing.Width + 1,
                    $"{kind}: {b} runs out of {drawing.Width:0}"));
                Assert.True(drawing.Width <= width + 1, $"{kind}: {drawing.Width} wide");
            }
        }
        Assert.True(labels > 100, $"only {labels} labels were laid out");
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Its_small_drawing_fills_its_room_and_carries_no_words(string kind)
    {
        foreach (var joint in Varied(kind).Append(Example(kind)))
        {
            foreach (var views in new[] { 1, 2 })
            {
                var drawing = new SheetDrawing(joint.Kind.Draw(joint), 120, 84, UnitSystem.Si, views, measured: false);
                Assert.All(drawing.Views, v => Assert.Empty(v.Labels));
                Assert.True(drawing.Width <= 121 && drawing.Height <= 85, $"{kind}: {drawing.Width} by {drawing.Height}");
                Assert.True(drawing.Width > 90 || drawing.Height > 70, $"{kind}: only {drawing.Width:0.#} by {drawing.Height:0.#}");
            }
        }
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void It_goes_out_and_comes_back_the_same_and_in_inches(string kind)
    {
        var document = Typing.Example(Kind.ById(kind)!);
        var joint = Read(document);
        var again = Read((JsonObject)JsonNode.Parse(document.ToJsonString(ResultDocument.Indented))!);
        Assert.Equal(ResultDocument.Of(Evaluation.Run(joint)).ToJsonString(), ResultDocument.Of(Evaluation.Run(again)).ToJsonString());
        var inches = (JsonObject)document.DeepClone();
        foreach (var field in joint.Kind.Inputs().OfType<Field<double>>().Where(f => f.Dimension == Dimension.Length))
        {
            if (joint.Said.Stated(field) is { } mm) Typing.Set(inches, field.Path, (mm / 25.4)
                .ToString("R", System.Globalization.CultureInfo.InvariantCulture) + " in", UnitSystem.Us);
        }
        Assert.Equal(TwoReserves.Of(Mechanics<Plain>.Of(joint)).Load.Value, TwoReserves.Of(Mechanics<Plain>.Of(Read(inches))).Load.Value,
            1e-9);
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void More_load_never_holds_better(string kind)
    {
        var kept = 0;
        foreach (var joint in Varied(kind))
        {
            var (now, more) = (TwoReserves.Of(Mechanics<Plain>.Of(joint)).Load, TwoReserves.Of(Mechanics<Plain>.Of(joint.WithLoad(1.3)))
                .Load);
            if (now.Check < 0) continue;
            kept++;
            Assert.True(more.Value <= now.Value * (1 + 1e-9), $"{kind}: {now} then {more}");
        }
        Assert.True(kept >= 20, $"only {kept}");
    }

    // What a default brings about, and nobody did.
    private static readonly string[] OfDefaults =
        ["edgeDistance", "pitch", "tighteningLow", "tighteningAboveProof", "settling", "longBolt", "threadShowing", "weakNut", "galling", "embrittlement"];

    /// <summary>Neither a kind's example nor what its line makes falls into a caution that its own choices caused.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void What_it_chooses_itself_needs_no_caution(string kind)
    {
        var of = Kind.ById(kind)!;
        foreach (var document in new[] { Typing.Example(of), QuickLine.Read(of.Line, UnitSystem.Si).Draft.Json() })
        {
            var result = Evaluation.Run(Read(document));
            Assert.True(result is { Holds: true, IsComplete: true }, $"{result.GoverningReserve} {result.Governing?.Check.Id}");
            Assert.Empty(result.Cautions.Select(c => c.Id).Intersect(OfDefaults));
        }
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Every_basis_judges_it_or_says_that_it_has_no_rules(string kind)
    {
        foreach (var basis in Basis.All)
        {
            var document = Typing.Example(Kind.ById(kind)!).By(basis.Id);
            if (basis.Id != "machine") (document["judging"] as JsonObject)?.Remove("shearBy");
            var result = Evaluation.Run(Read(document));
            Assert.True(result.Governing is not null || result.Asks.Any(a => a.Path == Fields.Basis.Path),
                $"{kind} by {basis.Name} is neither judged nor refused");
            Assert.All(result.Checks, c => Assert.False(double.IsNaN(c.Factor ?? 0), $"{kind}, {basis.Name}, {c.Check.Id}"));
        }
    }

    public static TheoryData<string, string> KindsAndBases
    {
        get
        {
            var all = new TheoryData<string, string>();
            foreach (var kind in Kind.All) foreach (var basis in Core.Checks.Basis.All) all.Add(kind.Id, basis.Id);
            return all;
        }
    }

    [Theory]
    [MemberData(nameof(KindsAndBases))]
    public void A_way_that_is_taken_is_what_was_judged(string kind, string basis)
    {
        var taken = 0;
        foreach (var times in new[] { 1.5, 3, 6 })
        {
            var document = Kind.ById(kind)! is { IsParts: true } ? Samples.With() : Typing.Example(Kind.ById(kind)!);
            Typing.Set(document, Core.Joints.Fields.Basis.Path, basis, Core.Quantities.UnitSystem.Si);
            foreach (var load in document["loads"]!.AsArray().OfType<System.Text.Json.Nodes.JsonObject>())
            {
                foreach (var key in new[] { "fx", "fy", "fz", "tension", "shear", "pressure" })
                {
                    if (load[key]?.GetValue<string>().Split(' ') is [var number, var unit]) load[key] = $"{double.Parse(number, System.Globalization.CultureInfo.InvariantCulture) * times:R} {unit}";
                }
            }
            if (JointDocument.Read(document.ToJsonString()).Joint is not { } joint) continue;
            foreach (var way in Core.Sizing.WaysOut.Of(joint))
            {
                var changed = (System.Text.Json.Nodes.JsonObject)document.DeepClone();
                Typing.Take(changed, way, Core.Quantities.UnitSystem.Si);
                var result = Evaluation.Run(Read(changed));
                Assert.True(result.Holds, $"{way.Words}: {result.Governing?.Check.Id} {result.GoverningReserve}");
                Assert.Equal(way.Reserve, result.GoverningReserve!.Value, 1e-9 * way.Reserve);
                taken++;
            }
        }
        if (kind is "parts" or "closure" or "splice" && basis == "machine") Assert.True(taken > 0, "no way was offered");
    }

    [Fact]
    public void A_closure_takes_the_fewest_that_hold_by_every_check()
    {
        var (kept, random) = (0, new Random(9));
        for (var i = 0; i < 60; i++)
        {
            var document = Typing.Example(Kind.ById("closure")!);
            var closure = document["closure"]!.AsObject();
            closure.Remove("perRow");
            document["loads"]![0]!["pressure"] = $"{random.Next(2, 30)} MPa";
            closure["outer"] = $"{random.Next(112, 150)} mm";
            if (JointDocument.Read(document.ToJsonString()).Joint is not { } joint) continue;
            var chosen = joint.AllBolts;
            bool HoldsWith(int n)
            {
                closure["perRow"] = n;
                return JointDocument.Read(document.ToJsonString()).Joint is { } with && TwoReserves.Of(Mechanics<Core.Formulas.Plain>.Of(with)).Design.Value >= 1;
            }
            var fewest = new[] { 2, 3, 4, 6, 8, 12, 24 }.FirstOrDefault(HoldsWith);
            if (fewest == 0) continue;
            Assert.Equal(fewest, chosen);
            kept++;
        }
        Assert.True(kept > 15, $"only {kept}");
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Ways_out_mend_what_falls_short(string kind)
    {
        var joint = Example(kind);
        var document = Typing.Example(joint.Kind);
        // Somewhat more than it can carry: a larger size, or a size of its own, mends it.
        var times = Capacity.Of(joint)[0].Times * 1.15;
        foreach (var (load, i) in ((JsonArray)document["loads"]!).Select((l, i) => ((JsonObject)l!, i)))
        {
            foreach (var field in joint.Kind.Loads())
            {
                if (joint.Said[Fields.Loads][i]
                    .Stated((Field<double>)field) is { } held) load[field.Key] = QuantityText.ShowText(held * times, field.Dimension,
                    UnitSystem.Si, 9);
            }
        }
        var short_ = Evaluation.Run(Read(document));
        Assert.False(short_.Holds);
        Assert.NotEmpty(short_.Ways);
        foreach (var way in short_.Ways)
        {
            var mended = (JsonObject)document.DeepClone();
            Typing.Take(mended, way, UnitSystem.Si);
            Assert.True(Evaluation.Run(Read(mended)).Holds, $"{kind}: {way.Words} does not mend it");
        }
    }

    /// <summary>The example of a kind with other sizes and loads, as far as they make a joint.</summary>
    private static List<Joint> Varied(string kind)
    {
        var joint = Example(kind);
        var random = new Random(7);
        var made = new List<Joint>();
        for (var i = 0; i < 60; i++)
        {
            var said = joint.Said;
            foreach (var field in joint.Kind.Inputs().OfType<Field<double>>().Where(f => f.Dimension == Dimension.Length))
            {
                if (said.Stated(field) is { } now) said = said.With(field.To(Math.Round(now * (0.85 + (0.4 * random.NextDouble())), 1)));
            }
            foreach (var field in joint.Kind.Inputs().OfType<Field<int>>()
                .Where(f => random.Next(3) == 0)) said = said.With(field.To(Math.Min(4, (int)field.Min + random.Next(3))));
            if (JointRules.JointOf(said, []) is { } varied) made.Add(varied);
        }
        Assert.True(made.Count >= 20, $"only {made.Count} of {kind} could be made");
        return made;
    }
}
