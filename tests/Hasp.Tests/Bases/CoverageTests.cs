using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Tests.Bases;

/// <summary>Green means looked at: a joint that certainly fails in some way never reads as held in full, by any basis; a generous one does.</summary>
public sealed class CoverageTests
{
    private const string Codes = "eurocode aisc-lrfd aisc-asd is800", All = "machine eurocode aisc-lrfd aisc-asd is800 margins stated";

    /// <summary>Ways to fail, each by documents that certainly do: kind, bases, changes.</summary>
    public static TheoryData<string, string, string, string> Failing
    {
        get
        {
            var rows = new TheoryData<string, string, string, string>();
            void Row(string id, string kind, string bases, string changes)
            {
                foreach (var basis in bases.Split(' ')) rows.Add(id, kind, basis, changes);
            }
            const string Gasket = "layers[0].thickness=20 mm;layers[1].thickness=2 mm;layers[1].material=Gasket sheet, fibre;+layers=Under,20 mm,S355;bolts.count=1;loads[0].tension=;";
            Row("sides-index", "parts", All, Gasket + "loads[0].shear=500 kN");
            Row("sides-index", "parts", All, "layers[0].side=left;layers[1].side=left;loads[0].shear=5000 kN");
            Row("margins-section", "parts", All, "layers[0].thickness=10 mm;layers[0].width=60 mm;bolts.thread=M24;bolts.grade=12.9;bolts.count=2;loads[0].tension=;loads[0].shear=320 kN;judging.shearBy=bearing");
            Row("margins-section", "splice", All, "splice.material=S235;splice.width=100 mm;bolts.grade=10.9;splice.columns=6;loads[0].fx=420 kN");
            Row("splice-moment", "splice", All, "splice.left=12 mm;splice.right=12 mm;splice.width=200 mm;splice.material=S275;splice.columns=6;loads[0].fx=10 kN;loads[0].mz=80 kN·m");
            const string Flange = "pattern.kind=grid;pattern.rows=2;pattern.columns=2;pattern.pitchX=100 mm;pattern.pitchY=100 mm;pattern.prying.stem=40 mm;pattern.prying.edge=35 mm;pattern.prying.length=80 mm;layers[0].thickness=5 mm;layers[0].material=S275;loads[0].tension=;loads[0].shear=;";
            Row("flange", "parts", All, Flange + "loads[0].fz=160 kN");
            Row("pull-through", "parts", All, "bolts.thread=M20;layers[0].thickness=2.5 mm;layers[0].material=S235;loads[0].tension=400 kN;loads[0].shear=");
            Row("strip-code", "parts", All, "bolts.thread=M20;threadEnd.kind=tapped;threadEnd.engagement=6 mm;layers[1].thickness=40 mm;layers[1].material=Aluminium 6082-T6;loads[0].tension=400 kN;loads[0].shear=");
            Row("crush-code", "parts", All, "bolts.grade=10.9;washers.head=none;washers.nut=none;layers[0].material=Plastic PA 66;loads[0].tension=8 kN;loads[0].shear=");
            Row("crush-code", "parts", Codes, "bolts.grade=10.9;judging.jointType=pretensioned;washers.head=none;washers.nut=none;layers[0].material=Plastic PA 66;loads[0].tension=8 kN;loads[0].shear=");
            Row("nut-code", "parts", All, "bolts.grade=10.9;threadEnd.nutClass=5;loads[0].tension=8 kN;loads[0].shear=");
            Row("cover-thin", "cover", All, "cover.flangeThickness=3 mm;cover.flangeMaterial=Plastic PE-HD;loads[0].pressure=3 MPa");
            Row("closure-code", "closure", Codes, "loads[0].pressure=900 MPa");
            Row("aim-code", "parts", All, "tightening.aim=200 kN");
            Row("gasket-flat", "parts", All, Gasket.Replace("bolts.count=1;", "", StringComparison.Ordinal) + "loads[0].shear=;loads[0].tension=200 kN;loads[0].pressure=400 bar;seal.area=9000 mm2");
            Row("gasket-flat", "parts", All, "loads[0].pressure=400 bar");
            Row("fatigue-code", "parts", All, "loads[0].tension=240 kN;loads[0].shear=;loads[0].alternatesWith=unloaded");
            Row("hot", "parts", All, "temperature.bolts=900 °C;temperature.parts=900 °C");
            Row("hot", "basePlate", All, "temperature.bolts=900 °C");
            Row("hot", "pin", All, "temperature.bolts=900 °C");
            Row("forbidden", "parts", All, "bolts.grade=12.9;tightening.lubrication=galvanised");
            Row("forbidden", "parts", "eurocode", "bolts.grade=12.9");
            Row("forbidden", "parts", "eurocode", "bolts.grade=9.8");
            Row("forbidden", "parts", "is800", "layers[0].thickness=100 mm;layers[1].thickness=100 mm;loads[0].tension=");
            Row("other-limit-state", "parts", "eurocode aisc-lrfd is800", "loads[0].limitState=ULS;loads[0].tension=10 kN;loads[0].shear=;+loads=900 kN,SLS");
            Row("other-limit-state", "parts", "margins", "loads[0].limitState=SLS;loads[0].tension=10 kN;loads[0].shear=;+loads=900 kN,ULS");
            Row("pin", "pin", All, "loads[0].shear=150 kN;loads[0].tension=900 kN");
            Row("pin", "pin", All, "loads[0].shear=15000 kN");
            Row("foot", "basePlate", All, "loads[0].fz=15000 kN");
            Row("blank", "parts", All, "loads[0].tension=;loads[0].shear=");
            Row("blank", "parts", All, "loads[0].tension=-50000 kN;loads[0].shear=");
            return rows;
        }
    }

    [Theory]
    [MemberData(nameof(Failing))]
    public void A_certain_failure_never_reads_as_held_in_full(string id, string kind, string basis, string changes)
    {
        var result = Read(kind, basis, changes);
        Assert.False(result is { Holds: true, IsComplete: true }, $"{id}: {result.GoverningReserve} {result.Governing?.Check.Id}");
        Assert.False(CallOut.Of(result, UnitSystem.Si).IsInstruction);
    }

    /// <summary>What is open is named: the mode, why, and the field that closes it.</summary>
    [Theory]
    [InlineData("pullThrough", "parts", "aisc-lrfd", "bolts.thread=M20;layers[0].thickness=2.5 mm;layers[0].material=S235;loads[0].tension=400 kN;loads[0].shear=")]
    [InlineData("stripping", "parts", "eurocode", "bolts.thread=M20;threadEnd.kind=tapped;threadEnd.engagement=6 mm;layers[1].thickness=40 mm;layers[1].material=Aluminium 6082-T6;loads[0].tension=8 kN;loads[0].shear=")]
    [InlineData("stripping", "parts", "is800", "bolts.grade=10.9;threadEnd.nutClass=5;loads[0].tension=8 kN;loads[0].shear=")]
    [InlineData("crushing", "parts", "eurocode", "bolts.grade=10.9;judging.jointType=pretensioned;washers.head=none;washers.nut=none;layers[0].material=Plastic PA 66;loads[0].tension=8 kN;loads[0].shear=")]
    [InlineData("section", "parts", "margins", "layers[0].thickness=10 mm;layers[0].width=60 mm;bolts.thread=M24;bolts.grade=12.9;bolts.count=1;loads[0].tension=;loads[0].shear=320 kN")]
    [InlineData("plates", "splice", "margins", "splice.material=S235;splice.width=100 mm;bolts.grade=10.9;splice.columns=6;loads[0].fx=420 kN")]
    [InlineData("platesBend", "splice", "eurocode", "splice.left=12 mm;splice.right=12 mm;splice.width=200 mm;splice.material=S275;splice.columns=6;loads[0].fx=10 kN;loads[0].mz=80 kN·m")]
    [InlineData("fatigue", "parts", "aisc-asd", "loads[0].tension=240 kN;loads[0].shear=;loads[0].alternatesWith=unloaded")]
    [InlineData("flange", "parts", "is800", "pattern.kind=grid;pattern.rows=2;pattern.columns=2;pattern.pitchX=100 mm;pattern.pitchY=100 mm;pattern.prying.stem=40 mm;pattern.prying.edge=35 mm;pattern.prying.length=80 mm;layers[0].thickness=5 mm;layers[0].material=S275;loads[0].tension=;loads[0].shear=;loads[0].fz=160 kN")]
    [InlineData("gasketTightness", "parts", "eurocode", "loads[0].tension=8 kN;loads[0].shear=;loads[0].pressure=400 bar;seal.area=9000 mm2")]
    public void What_is_open_is_named_at_the_field_that_closes_it(string mode, string kind, string basis, string changes)
    {
        var result = Read(kind, basis, changes);
        var open = Assert.Single(result.Coverage, c => c.Mode.Id == mode);
        Assert.Equal(Looked.Open, open.Looked);
        Assert.Contains(result.Asks, a => a.Open == open.Mode.Name && a.Path == open.Path);
        Assert.False(result.IsComplete);
        Assert.Contains(open.Mode.Name, result.Cautions.Single(c => c.Id == "notInFull").Text, StringComparison.OrdinalIgnoreCase);
    }

    private const string ThinPart = "bolts.thread=M20;bolts.count=6;layers[0].thickness=2.5 mm;layers[0].material=S235;loads[0].tension=400 kN;loads[0].shear=";

    /// <summary>What is open may be accepted by name; that ends with the gap's words, the basis and the kind.</summary>
    [Theory]
    [InlineData("", true)]
    [InlineData("note=a note;name=another name", true)]
    [InlineData("loads[0].tension=500 kN", false)]
    [InlineData("judging.basis=aisc-asd", false)]
    [InlineData("layers[0].thickness=30 mm", null)]
    public void A_gap_is_accepted_by_name_until_it_is_another(string changes, bool? stands)
    {
        var document = Document("parts", "aisc-lrfd", ThinPart);
        var open = Evaluated(document);
        Assert.False(open.IsComplete);
        foreach (var gap in open.Asks) document.Change(d => d.Accept(open.Joint, gap, "test 14 of the workshop", "M. Lock"));
        Change(document, changes);
        var result = Evaluated(document);
        if (stands is { } all) Assert.Equal(all, result.IsComplete);
        Assert.Equal(stands == true, result.Accepted.Any(a => a.Name == "Pull-through of head or nut"));
        Assert.Equal(stands != true, result.Ended.Any(a => a.Name == "Pull-through of head or nut"));
        var said = ResultDocument.Of(result);
        Assert.Equal(result.Accepted.Count, said["accepted"]!.AsArray().Count);
        if (stands != true) return;
        Assert.Contains("Not looked at: ", CallOut.Of(result, UnitSystem.Si).Text, StringComparison.Ordinal);
        Assert.Contains("accepted by M. Lock: test 14 of the workshop", CallOut.Of(result, UnitSystem.Si).Text, StringComparison.Ordinal);
        Assert.Contains(result.Cautions, c => c.Id == "accepted");
        Assert.DoesNotContain(result.Cautions, c => c.Id == "notInFull");
        Assert.Equal(result.Holds, CallOut.Of(result, UnitSystem.Si).IsInstruction);
    }

    [Fact]
    public void Nobody_accepts_in_anothers_name()
    {
        var document = Document("parts", "aisc-lrfd", ThinPart);
        var open = Evaluated(document);
        document.Change(d => d.Accept(open.Joint, open.Asks[0], "seen", "the chief"));
        var before = document.Draft();
        document.Change(d => d.Sign(before, "somebody else"));
        Assert.Equal("the chief", Typing.Get(document, "accepted[0].by"));
        Typing.Set(document, "accepted[0].reason", "changed", UnitSystem.Si);
        document.Change(d => d.Sign(before, "somebody else"));
        Assert.Equal("somebody else", Typing.Get(document, "accepted[0].by"));
        document.Change(d => d.TakeBack(open.Asks[0].Name));
        Assert.Null(document["accepted"]);
    }

    /// <summary>The control: refusing everything would be no looking either.</summary>
    [Fact]
    public void A_generous_joint_reads_as_held_in_full()
    {
        var (seen, green, said) = (0, 0, new List<string>());
        foreach (var kind in Kind.All)
        {
            foreach (var basis in Basis.All)
            {
                if (Read(kind.Id, basis.Id, kind.IsParts ? "loads[0].tension=8 kN;loads[0].shear=4 kN;pattern.kind=grid;pattern.rows=2;pattern.columns=2;pattern.pitchX=90 mm;pattern.pitchY=90 mm;layers[0].width=220 mm;layers[1].width=220 mm;layers[0].sideDistance=45 mm;layers[1].sideDistance=45 mm" : "") is not { Checks.Count: > 0 } result) continue;
                seen++;
                if (result is { Holds: true, IsComplete: true }) green++;
                else said.Add($"{kind.Id} {basis.Id}: {result.GoverningReserve:0.00} {result.Governing?.Check.Id} {string.Join(", ", result.Asks.Select(a => $"{a.Path} {a.Problem}"))}");
            }
        }
        Assert.True(green >= 20 && green >= seen * 2 / 3, $"{green} of {seen} are green\n{string.Join('\n', said)}");
    }

    /// <summary>The matrix has no empty cell: every mode of every kind says by every basis how far it was looked at, and why.</summary>
    [Fact]
    public void Every_mode_of_every_kind_says_by_every_basis_how_far_it_was_looked_at()
    {
        var cells = 0;
        foreach (var kind in Kind.All)
        {
            foreach (var basis in Basis.All)
            {
                var result = Read(kind.Id, basis.Id, "");
                // A mode may be open for several inputs: it is there all the same.
                Assert.Equal(FailureModes.All.Concat(kind.Modes()).Select(m => m.Id), result.Coverage.Select(c => c.Mode.Id).Distinct());
                Assert.All(result.Coverage, c => Assert.NotEmpty(c.Why));
                Assert.All(result.Coverage.Where(c => c.Looked == Looked.Open), c => Assert.Contains(result.Asks, a => a.Path == c.Path && a.Problem == c.Why));
                cells += result.Coverage.Count;
            }
        }
        Assert.True(cells >= 250, $"{cells} cells");
        Assert.Equal(FailureModes.All.Length, FailureModes.All.Select(m => m.Id).Distinct().Count());
    }

    /// <summary>A basis says something of every way of failing; every check of it, and every one of a kind, looks at one.</summary>
    [Fact]
    public void Every_basis_offers_for_every_mode_a_check_or_a_reason()
    {
        foreach (var basis in Basis.All)
        {
            var offers = basis.Offers();
            Assert.Equal(FailureModes.All.Select(m => m.Id).Order(), offers.Select(o => o.Mode.Id).Order());
            Assert.All(offers, o => Assert.True(o.Checks.Length > 0 != o.NotCovered.Length > 0, $"{basis.Id} {o.Mode.Id}"));
            Assert.Empty(offers.SelectMany(o => o.Checks).Except(basis.Checks).Select(c => c.Id));
            Assert.Empty(basis.Checks.Except(offers.SelectMany(o => o.Checks)).Select(c => c.Id));
        }
        var ofKinds = Kind.All.SelectMany(k => k.Modes()).SelectMany(m => m.Second.Concat(m.Own)).ToHashSet();
        Assert.Empty(Core.Checks.Check.All.Except(Basis.All.SelectMany(b => b.Checks)).Except(ofKinds).Select(c => c.Id));
        // An empty cell says so by itself: where nothing judges a mode, mechanics, a rule or the word "open" does.
        Assert.All(FailureModes.All, m => Assert.True(m.Second.Length > 0 || m.Rule.Length > 0, m.Id));
    }


    private static Result Read(string kind, string basis, string changes) => Evaluated(Document(kind, basis, changes));

    private static JsonObject Document(string kindId, string basis, string changes)
    {
        var kind = Kind.ById(kindId)!;
        var document = kind.IsParts ? Samples.With(("judging.required.tightening", "")) : Typing.Example(kind);
        document.By(basis);
        Change(document, changes);
        return document;
    }

    private static void Change(JsonObject document, string changes)
    {
        foreach (var change in changes.Split(';', StringSplitOptions.RemoveEmptyEntries))
        {
            var (path, text) = (change.Split('=')[0], change.Split('=')[1]);
            if (path == "+layers" && text.Split(',') is [var name, var thickness, var material])
            {
                document["layers"]!.AsArray().Add(new JsonObject { ["name"] = name, ["thickness"] = thickness, ["material"] = material, ["edgeDistance"] = "45 mm" });
            }
            else if (path == "+loads" && text.Split(',') is [var tension, var state])
            {
                document["loads"]!.AsArray().Add(new JsonObject { ["name"] = "Other", ["tension"] = tension, ["limitState"] = state });
            }
            else Typing.Set(document, path, text, UnitSystem.Si);
        }
    }

    private static Result Evaluated(JsonObject document)
    {
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.True(joint is not null, string.Join("\n", faults));
        return Evaluation.Run(joint);
    }
}
