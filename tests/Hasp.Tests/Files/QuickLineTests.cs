using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Files;

/// <summary>The quick line reads what a fabricator writes: what each line must come to, what is asked, what is pointed at.</summary>
public sealed class QuickLineTests
{
    /// <summary>A line, and what stands at some paths of the joint it makes: <c>path=text; path=text</c>; a tilde stands for nothing.</summary>
    [Theory]
    [InlineData("4 M16 8.8, 72 kN apart, 24 kN across, 12 + 20 steel, oiled", "bolts.count=4; bolts.thread=M16; bolts.grade=8.8; loads[0].tension=72 kN; loads[0].shear=24 kN; layers[0].thickness=12 mm; layers[1].thickness=20 mm; layers[1].material=Steel; tightening.lubrication=lubricated")]
    [InlineData("4 M16 8.8 72 kN apart 24 kN across 12 + 20 steel oiled", "bolts.count=4; loads[0].tension=72 kN; loads[0].shear=24 kN; layers[1].thickness=20 mm; tightening.lubrication=lubricated")]
    [InlineData("6 off M20 8.8 90 kN shear", "bolts.count=6; bolts.thread=M20; loads[0].shear=90 kN; loads[0].tension=~")]
    [InlineData("4 bolts, 20 kN apart", "bolts.count=4; loads[0].tension=20 kN")]
    [InlineData("6 1/2-13 grade 8 bolts, 18 kip apart", "bolts.count=6; bolts.thread=1/2-13 UNC; bolts.grade=SAE 8; loads[0].tension=18 kip")]
    [InlineData("1/2\" grade 5, 3000 lb tension", "bolts.thread=1/2-13 UNC; bolts.grade=SAE 5; loads[0].tension=3000 lbf")]
    [InlineData("5/16-18 SAE 8 dry 4200 lbf preload", "bolts.thread=5/16-18 UNC; bolts.grade=SAE 8; tightening.lubrication=dry; tightening.aim=4200 lbf")]
    [InlineData("M16x60", "bolts.thread=M16; bolts.length=60 mm")]
    [InlineData("M16 x 60 8.8", "bolts.thread=M16; bolts.length=60 mm; bolts.grade=8.8")]
    [InlineData("M16x1.5x60", "bolts.thread=M16x1.5; bolts.length=60 mm")]
    [InlineData("M12 x 4, 30kN apart", "bolts.thread=M12; bolts.count=4; loads[0].tension=30 kN")]
    [InlineData("4xM16 10.9", "bolts.count=4; bolts.thread=M16; bolts.grade=10.9")]
    [InlineData("4 x M16 - 8.8", "bolts.count=4; bolts.thread=M16; bolts.grade=8.8")]
    [InlineData("10.9 zinc", "bolts.grade=10.9; tightening.lubrication=zinc")]
    [InlineData("class 8.8", "bolts.grade=8.8")]
    [InlineData("property class 10.9, M20", "bolts.grade=10.9; bolts.thread=M20")]
    [InlineData("hex head M16", "bolts.thread=M16")]
    [InlineData("B7 studs", "bolts.grade=B7; bolts.head=stud")]
    [InlineData("M12 socket cap screws 12.9", "bolts.thread=M12; bolts.head=socket; bolts.grade=12.9; washers.head=hardened")]
    [InlineData("M10 csk 8.8", "bolts.head=countersunk; washers.head=~")]
    [InlineData("torque 200 N·m", "tightening.aim=200 N·m")]
    [InlineData("M16 8.8 tightened to 85 ft·lb", "tightening.aim=85 ft·lbf")]
    [InlineData("M16 8.8 200 Nm", "tightening.aim=200 N·m")]
    [InlineData("M16 8.8, preload 60 kN", "tightening.aim=60 kN")]
    [InlineData("M16 8.8, 70 % of proof", "tightening.aim=70 %")]
    [InlineData("12 steel + 20 aluminium", "layers[0].thickness=12 mm; layers[0].material=Steel; layers[1].thickness=20 mm; layers[1].material=Aluminium 6082-T6")]
    [InlineData("½ + ¾ in", "layers[0].thickness=0.5 in; layers[1].thickness=0.75 in")]
    [InlineData("3/8 in + 1/2 in A36, A325, 20 kip across", "layers[0].thickness=0.375 in; layers[1].thickness=0.5 in; layers[0].material=A36; bolts.grade=A325; loads[0].shear=20 kip")]
    [InlineData("1/2 + 1/2 A36, 1/2-13 grade 5", "layers[0].thickness=0.5 in; layers[1].material=A36; bolts.thread=1/2-13 UNC")]
    [InlineData("12 + 20 304 stainless", "layers[0].thickness=12 mm; layers[1].thickness=20 mm; layers[0].material=Stainless 1.4301; layers[1].material=Stainless 1.4301")]
    [InlineData("steel 12 + 20", "layers[0].thickness=12 mm; layers[1].material=Steel")]
    [InlineData("2 x 12 mm plates, M16", "layers[0].thickness=12 mm; layers[1].thickness=12 mm")]
    [InlineData("10 mm S355 + 8 mm S275, M12", "layers[0].material=S355; layers[1].material=S275; layers[1].thickness=8 mm")]
    [InlineData("2 tonnes apart, M16", "loads[0].tension=2 tf")]
    [InlineData("500 kg hanging, M12", "loads[0].tension=500 kgf")]
    [InlineData("18 US ton ram", "loads[0].tension=18 US tonf")]
    [InlineData("80 mm bore x 160 bar, M20", "loads[0].helper.kind=ram push; loads[0].helper.bore=80 mm; loads[0].helper.pressure=160 bar")]
    [InlineData("4 M16, 12 kN per bolt apart", "loads[0].tension=48 kN")]
    [InlineData("7,5 kN apart, M10", "loads[0].tension=7.5 kN")]
    [InlineData("3,5 kN across", "loads[0].shear=3.5 kN")]
    [InlineData("12'500 N apart", "loads[0].tension=12500 N")]
    [InlineData("12 000 N apart", "loads[0].tension=12000 N")]
    [InlineData("1,234,567 N apart, M36 10.9", "loads[0].tension=1234567 N")]
    [InlineData("lift 30 kN", "~")]
    [InlineData("30 kN lift, M16", "loads[0].tension=30 kN")]
    [InlineData("30 kN sideways, M16", "loads[0].shear=30 kN; loads[0].tension=~")]
    [InlineData("30 kN in shear, M16", "loads[0].shear=30 kN")]
    [InlineData("M16, hole 18, 30 kN across", "hole.diameter=18 mm")]
    [InlineData("M16, 18 mm holes", "hole.diameter=18 mm")]
    [InlineData("M16, edge distance 30 mm, 12 + 20 steel", "layers[0].edgeDistance=30 mm; layers[1].edgeDistance=30 mm")]
    [InlineData("M16, 30 mm edge, 12 + 20", "layers[0].edgeDistance=30 mm")]
    [InlineData("M16, friction 0.3", "faceFriction=0.3")]
    [InlineData("M16 60 mm long", "bolts.length=60 mm")]
    [InlineData("as found M16, 12 + 12", "bolts.condition=unknown grade; bolts.grade=4.6")]
    [InlineData("M16 8.8 hardened washers", "washers.head=hardened; washers.nut=hardened")]
    [InlineData("M16 8.8 no washers", "washers.head=~; washers.nut=~")]
    [InlineData("M16 10.9 washers", "washers.head=hardened")]
    [InlineData("M16 8.8 by turn of nut", "tightening.method=turn")]
    [InlineData("M12 tapped into 10 + 30 steel", "threadEnd.kind=tapped; layers[1].thickness=30 mm; washers.nut=~")]
    [InlineData("M16 8.8 snug tight, 20 kN across", "judging.shearBy=bearing")]
    [InlineData("3/4 bolts A325, 1/2 in + 1/2 in A36", "bolts.thread=3/4-10 UNC; bolts.grade=A325; washers.head=hardened")]
    [InlineData("#10-24 grade 5", "bolts.thread=#10-24 UNC")]
    [InlineData("20 kN tension each, 4 M12", "loads[0].tension=80 kN; bolts.count=4")]
    [InlineData("20 kN each in tension, 4 M12", "loads[0].tension=80 kN")]
    [InlineData("4 M12, 20 kN per bolt in tension", "loads[0].tension=80 kN")]
    [InlineData("4 M12, each bolt 20 kN tension", "loads[0].tension=80 kN")]
    [InlineData("4 M12, 5 kN shear on every bolt, 20 kN apart", "loads[0].shear=20 kN; loads[0].tension=20 kN")]
    [InlineData("4 M12, 5 kN across a bolt", "loads[0].shear=20 kN")]
    [InlineData("20 kN tension, four M12 bolts, each", "loads[0].tension=80 kN")]
    [InlineData("40 kN shear, 2 plates 10 mm S355", "layers[0].thickness=10 mm; layers[1].thickness=10 mm; layers[0].material=S355; layers[2].thickness=~; loads[0].shear=40 kN; bolts.thread=M10")]
    [InlineData("two 12 mm plates, 60 kN shear", "layers[0].thickness=12 mm; layers[1].thickness=12 mm; layers[2].thickness=~")]
    [InlineData("a pair of 12 mm plates, M16", "layers[0].thickness=12 mm; layers[1].thickness=12 mm; layers[2].thickness=~")]
    [InlineData("four M16 8.8, three plates of 8 mm S275", "bolts.count=4; layers[2].thickness=8 mm; layers[2].material=S275")]
    [InlineData("two 12 mm plates, M16, 60 kN shear, reversing", "judging.shearBy=friction")]
    [InlineData("M10 A4-80, 10 kN apart", "tightening.lubrication=~")]
    [InlineData("M10 10.9 washers", "washers.head=plain 300 HV")]
    [InlineData("A2-70 M10", "bolts.grade=A2-70; bolts.thread=M10")]
    public void A_line_comes_to_its_joint(string line, string expected)
    {
        var quick = QuickLine.Read(line, UnitSystem.Si);
        if (expected == "~") return;
        Assert.True(quick.Understood, string.Join("; ", quick.Parts.Where(p => p.Problem is not null)
            .Select(p => $"{p.Text}: {p.Problem}")));
        foreach (var pair in expected.Split("; "))
        {
            var (path, text) = (pair[..pair.IndexOf('=')], pair[(pair.IndexOf('=') + 1)..]);
            var found = Typing.Get(quick.Draft.Json(), path);
            Assert.True((found ?? "~") == text, $"{path}: {found ?? "nothing"} instead of {text}");
        }
        // The joint must be one: nothing that was chosen may make it invalid.
        if (line.StartsWith('#')) return;
        var faults = JointDocument.Read(quick.Draft.Json().ToJsonString()).Faults;
        Assert.True(faults.Count == 0, string.Join("; ", faults.Select(f => $"{f.Path}: {f.Problem}")));
    }

    [Theory]
    [InlineData("4 M16 8.8, 12,000 N apart", "12000 or 12.000", "12000")]
    [InlineData("4 M16 8.8, 15.500 N apart", "15500 or 15.500", "15500 N")]
    [InlineData("4 M16 8.8, 15.125 kN apart", "15125 or 15.125", "15.1250 kN")]
    [InlineData("M12 x 2, 12 + 20", "pitch or the number", "2 M12")]
    [InlineData("M12x1, 12 + 20", "pitch or the number", "M12x1.25")]
    [InlineData("18 ton ram, M20", "which ton", "18 US tons")]
    [InlineData("M16, 3 tons apart", "which ton", "3 tonnes apart")]
    [InlineData("M16, 20 kN", "pull the parts apart, or shear", "20 kN across")]
    [InlineData("M16, 30 kN down", "hang", "30 kN across")]
    [InlineData("1/2-13 grade 5, 12 + 20", "inches or millimetres", "mm")]
    [InlineData("M12 x 14", "length or the number", "14 M12")]
    public void What_could_mean_two_things_is_asked_with_answers(string line, string asked, string answer)
    {
        var quick = QuickLine.Read(line, UnitSystem.Si);
        var open = Assert.Single(quick.Parts, p => p.Problem is not null);
        Assert.Contains(asked, open.Problem, StringComparison.Ordinal);
        Assert.True(open.Answers.Count >= 2);
        Assert.Contains(open.Answers, a => a.Line.Contains(answer, StringComparison.Ordinal));
        // Every answer settles the question, and keeps the rest of the line.
        foreach (var a in open.Answers)
        {
            var again = QuickLine.Read(a.Line, UnitSystem.Si);
            Assert.True(again.Understood,
                $"{a.Line}: {string.Join("; ", again.Parts.Where(p => p.Problem is not null).Select(p => $"{p.Text}: {p.Problem}"))}");
            if (again.Draft.Json()["bolts"]!["thread"] is not null
                && quick.Draft.Json()["bolts"]!["thread"] is not null) Assert.NotNull(again.Draft.Json()["bolts"]!["thread"]);
        }
    }

    [Theory]
    [InlineData("2 plates, 10 kN shear", "2 plates")]
    [InlineData("20 kN shear on every bolt", "on every bolt")]
    [InlineData("each 4 M12", "each")]
    [InlineData("M8x50x30", "M8x50x30")]
    [InlineData("M12 x 4 x 60", "M12 x 4 x 60")]
    [InlineData("-5 kN tension, 2 M8", "-5 kN")]
    [InlineData("2 M8, -5 kN tension", "-5 kN")]
    [InlineData("M8, +10 mm S355", "+10 mm")]
    [InlineData("4 M16 8.8, a pinch of salt, 12 + 20 steel", "pinch")]
    [InlineData("M16, 24 kN across, 30 kN across", "30 kN across")]
    [InlineData("M16 8.8 10.9", "10.9")]
    [InlineData("M16 M20", "M20")]
    [InlineData("M15", "M15")]
    [InlineData("4 M16 6 bolts", "6")]
    [InlineData("oiled dry M16", "dry")]
    [InlineData("M16, 42", "42")]
    public void What_is_not_understood_is_pointed_at_and_the_rest_kept(string line, string text)
    {
        var quick = QuickLine.Read(line, UnitSystem.Si);
        Assert.Contains(quick.Parts, p => p.Problem is not null && p.Text.Contains(text, StringComparison.Ordinal));
        foreach (var part in quick.Parts) Assert.Equal(part.Text, line.Substring(part.Start, part.Length));
    }

    [Theory]
    [InlineData("5 kN across")]
    [InlineData("30 kN apart")]
    [InlineData("100 kN apart, oiled")]
    [InlineData("SAE 5, 2000 lbf apart")]
    [InlineData("A325, 20 kip across, 3/8 in + 1/2 in")]
    [InlineData("4 M16 8.8, 72 kN apart, 24 kN across, 12 + 20 steel, oiled")]
    [InlineData("10.9, 60 kN apart, 20 kN across, 15 + 15 S355, friction 0.3")]
    [InlineData("M20, 150 kN apart, 20 + 20 S355")]
    [InlineData("A4-80, 12 kN apart, 10 + 10 stainless, moly")]
    [InlineData("M12 8.8, 6 kN across")]
    public void What_leaves_the_size_or_number_out_ends_in_a_joint_that_holds(string line)
    {
        var quick = QuickLine.Read(line, UnitSystem.Si);
        Assert.True(quick.Understood);
        Assert.Null(quick.NoSize);
        var (joint, faults) = JointDocument.Read(quick.Draft.Json().ToJsonString());
        Assert.True(joint is not null, string.Join("; ", faults));
        var r = Evaluation.Run(joint);
        Assert.True(r.Holds, $"{r.Governing?.Check.Name} {r.GoverningReserve}");
        Assert.NotEmpty(quick.Chosen);
    }

    [Fact]
    public void Where_no_size_holds_it_says_why_and_what_would_help()
    {
        var quick = QuickLine.Read("4.6, 4 bolts, 2000 kN across", UnitSystem.Si);
        Assert.True(quick.Understood);
        Assert.StartsWith("No stocked size of 4.6 with 4 bolts holds, because ", quick.NoSize, StringComparison.Ordinal);
        Assert.Contains("What would help", quick.NoSize, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(UnitSystem.Si)]
    [InlineData(UnitSystem.Us)]
    public void A_blank_joint_does_not_begin_by_falling_short(UnitSystem units)
    {
        var quick = QuickLine.Read("", units);
        var joint = JointDocument.Read(quick.Draft.Json().ToJsonString()).Joint!;
        Assert.True(Evaluation.Run(joint).Holds);
        Assert.Contains("no load yet", quick.Chosen.Select(c => c.Words));
        Assert.Contains("bolts.count", joint.Chosen);
    }

    [Fact]
    public void What_was_chosen_is_marked_until_somebody_states_it()
    {
        var document = QuickLine.Read("M16, 10 kN apart", UnitSystem.Si).Draft.Json();
        Assert.True(Typing.IsChosen(document, "bolts.grade"));
        Assert.False(Typing.IsChosen(document, "bolts.thread"));
        Typing.Set(document, "bolts.grade", "8.8", UnitSystem.Si);
        Assert.False(Typing.IsChosen(document, "bolts.grade"));
    }

    [Fact]
    public void No_line_whatever_breaks_the_reader()
    {
        var read = 0;
        var words = new[] { "M16", "8.8", "4", "kN", "12", "+", "x", ",", "1/2", "\"", "in", "across", "ton", "½", "-", "13", "grade",
            "oiled", "20,5", "12,000", "/", "٣", "M", "#", "%", "bar", "ram", "edge", "hole", "0", "1e9", "per", "bolt", "A36", "304" };
        var random = new Random(7);
        for (var i = 0; i < 3000; i++)
        {
            var line = string.Join(random.Next(3) == 0 ? "" : " ", Enumerable.Range(0, random.Next(1, 9))
                .Select(_ => words[random.Next(words.Length)]));
            var quick = QuickLine.Read(line, i % 2 == 0 ? UnitSystem.Si : UnitSystem.Us);
            foreach (var part in quick.Parts) Assert.Equal(part.Text, line.Substring(part.Start, part.Length));
            read++;
        }
        Assert.Equal(3000, read);
    }
}
