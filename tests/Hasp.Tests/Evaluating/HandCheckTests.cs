using Hasp.Core.Checks.Machine;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Files;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Evaluating;

/// <summary>Figures calculated by hand beside the working.</summary>
public sealed class HandCheckTests
{
    private static HandComparison Compare(string check, string step, string figure)
    {
        var document = Samples.With();
        Typing.SetHandFigure(document, check, step, figure);
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.True(joint is not null, string.Join("\n", faults));
        return Assert.Single(Evaluation.Run(joint).HandComparisons);
    }

    private static string Computed(Term term, double times) =>
        (Samples.Run()[term] * times).ToString("R", System.Globalization.CultureInfo.InvariantCulture);

    [Fact]
    public void Agrees_within_the_tolerance_in_any_unit()
    {
        Assert.True(Compare("slip", "preload", Computed(Terms.Preload, 1.009) + " N").Agrees);
        Assert.True(Compare("slip", "preload", (Samples.Run()[Terms.Preload] / 4.4482216)
            .ToString("R", System.Globalization.CultureInfo.InvariantCulture) + " lbf").Agrees);
        var off = Compare("slip", "preload", Computed(Terms.Preload, 1.03) + " N");
        Assert.False(off.Agrees);
        Assert.Empty(off.Smells);
    }

    /// <summary>
    /// Slips as they are made on paper: each figure is worked out here from the tables' own numbers, never by the product's formula. The slip
    /// is named, and what is named beside it gives the very same figure.
    /// </summary>
    [Theory]
    [InlineData("slip", "preload", "Sy*At*0.75", "the yield strength in place of the proof strength")]
    [InlineData("slip", "preload", "Su*At*0.75", "the tensile strength in place of the proof strength")]
    [InlineData("slip", "preload", "Sp*Ad*0.75", "the nominal area in place of the tensile stress area")]
    [InlineData("slip", "preload", "Sp*Ar*0.75", "the root area in place of the tensile stress area")]
    [InlineData("slip", "preload", "Sp*At", "the share of proof left out")]
    [InlineData("slip", "preload", "Sp*At*0.75*0.75", "the share of proof taken twice")]
    [InlineData("slip", "preload", "Sp*At*0.75/4.4482216", "newtons and pounds-force")]
    [InlineData("slip", "preload", "Sp*At*0.75/1000", "kilo: kN and N")]
    [InlineData("slip", "preload", "Sp*At*0.75/9.80665", "kilograms-force")]
    [InlineData("slip", "preload", "Sp*At*0.75*6.8947573", "ksi and MPa")]
    [InlineData("slip", "preloadMin", "Fi-dFz-0.05*Fi", "the scatter of the preload left out")]
    [InlineData("slip", "preloadMin", "0.75*Fi-0.05*Fi", "the loss by embedding left out")]
    [InlineData("slip", "preloadMin", "0.75*Fi-dFz", "relaxation left out")]
    [InlineData("slip", "preloadMin", "1.25*Fi-dFz-0.05*Fi", "the scatter put on the wrong side")]
    [InlineData("opening", "openingFactor", "Fmin/(C*P)", "1 − C, in place of that of the bolt")]
    [InlineData("opening", "openingFactor", "Fmin/P", "C left out")]
    [InlineData("opening", "openingFactor", "Fmin/((1-C)*P*4)", "the number of bolts")]
    [InlineData("opening", "openingFactor", "Fmin/((1-C)*P/4)", "the number of bolts taken twice")]
    [InlineData("opening", "openingFactor", "Fmin/((1-C)*P)/1.2", "the required factor counted in already")]
    [InlineData("opening", "openingFactor", "(1-C)*P/Fmin", "upside down")]
    [InlineData("opening", "externalLoad", "P*4", "the number of bolts")]
    [InlineData("opening", "externalLoad", "P*4/3", "one bolt too few")]
    [InlineData("bearing", "bearingStress", "V/(17.5*12)", "the hole in place of the nominal diameter")]
    [InlineData("bearing", "bearingStress", "V/(16*12)*25.4", "millimetres and inches")]
    [InlineData("bearing", "bearingStress", "V/(8*12)", "the radius in place of the diameter")]
    [InlineData("shear", "shearStress", "V/Ad", "the nominal area")]
    [InlineData("shear", "shearFactor", "Sy/(V/At)", "tensile yield in place of shear yield")]
    [InlineData("shear", "shearFactor", "0.5*Sy/(V/At)", "the other shear theory")]
    [InlineData("shear", "shearFactor", "0.577*Su/(V/At)", "the tensile strength in place of the yield strength")]
    [InlineData("shear", "shearFactor", "0.577*Sy/(V/2/At)", "two shear planes counted")]
    [InlineData("yield", "yieldFactor", "Sy*At/Fb", "the torsion left out")]
    [InlineData("yield", "tensileStress", "Fb/Ad", "the nominal area")]
    [InlineData("proof", "proofFactor", "Sy*At/Fb", "the yield strength in place of the proof strength")]
    public void A_slip_is_named_by_making_it_again(string check, string step, string byHand, string words)
    {
        var r = Samples.Run();
        var m = Mechanics<Plain>.Of(r.Joint);
        var grade = r.Joint.Bolts.Grade;
        var figure = Arithmetic.Of(byHand, new()
        {
            ["Sp"] = grade.Proof, ["Sy"] = grade.Yield, ["Su"] = grade.Tensile, ["At"] = m.Thread.StressArea.Value,
            ["Ad"] = Math.PI / 4 * 256, ["Ar"] = m.Thread.RootArea.Value, ["Fi"] = m.Preload.Value, ["dFz"] = m.EmbeddingLoss.Value,
            ["Fmin"] = m.PreloadMin.Value, ["C"] = m.LoadShare.Value, ["P"] = 18_000, ["V"] = 6_000,
            ["Fb"] = r.Check(MachineBasis.Yield).Working.Steps.First(s => s.Term == Terms.BoltForce).Value,
        });
        var shown = r.Check(Check.ById(check)!).Working.Steps.First(s => s.Key == step);
        // Written down as on paper, with four figures.
        var typed = figure.ToString("G4", System.Globalization.CultureInfo.InvariantCulture);
        var off = Compare(check, step, shown.Term.Dimension switch
        {
            Core.Quantities.Dimension.Force => typed + " N", Core.Quantities.Dimension.Stress => typed + " MPa", _ => typed,
        });
        Assert.False(off.Agrees);
        Assert.True(off.Smells.Any(s => s.Words.Contains(words, StringComparison.Ordinal)), $"{off.Ratio}: {string.Join("; ", off.Smells.Select(s => s.Words))}");
        Assert.All(off.Smells, s => Assert.InRange(s.Ratio * shown.Value / figure, 0.998, 1.002));
    }

    /// <summary>A figure that no slip gives is seldom taken for one, and nothing is ever named that is not in the step's working.</summary>
    [Fact]
    public void A_figure_out_of_the_air_smells_of_nothing()
    {
        var random = new Random(4);
        var (asked, named) = (0, 0);
        var by = new Dictionary<string, int>();
        var joint = Samples.Joint();
        foreach (var check in Evaluation.Run(joint).Checks.Where(c => c.Factor is not null))
        {
            foreach (var step in check.Working.Steps)
            {
                for (var i = 0; i < 8; i++)
                {
                    asked++;
                    var smells = Slips.Of(joint, step, step.Value * Math.Exp((random.NextDouble() * 2.2) - 1.1), null);
                    if (smells.Count > 0) named++;
                    foreach (var smell in smells) by[smell.Words] = by.GetValueOrDefault(smell.Words) + 1;
                    var terms = new Working([], [step]).Steps[0].Formula;
                    if (smells.Any(s => s.Words.Contains("bolts", StringComparison.Ordinal))) Assert.True(Holds(terms, Terms.BoltCount), step.Key);
                    if (smells.Any(s => s.Words.Contains("nut factor", StringComparison.Ordinal))) Assert.True(Holds(terms, Terms.NutFactor), step.Key);
                }
            }
        }
        Assert.True(asked >= 800, $"{asked} asked");
        Assert.True(named <= asked / 20, $"{named} of {asked} named: {string.Join("; ", by.OrderByDescending(b => b.Value).Select(b => $"{b.Value} {b.Key}"))}");

        static bool Holds(Expression e, Term term) => e.Term == term || e.Operands.Any(o => Holds(o, term));
    }

    [Fact]
    public void A_step_that_is_no_longer_there_is_said_and_kept()
    {
        var gone = Compare("strip", "stripFactor", "2");
        Assert.Null(gone.Computed);
        Assert.False(gone.Agrees);
    }

    [Fact]
    public void A_figure_without_its_unit_or_of_no_step_is_refused_at_its_field()
    {
        var document = Samples.With();
        Typing.SetHandFigure(document, "slip", "preload", "68");
        Typing.SetHandFigure(document, "slip", "nonsense", "3");
        var faults = JointDocument.Read(document.ToJsonString()).Faults;
        Assert.Equal(["handChecks[0].figure", "handChecks[1].step"], faults.Select(f => f.Path));
        Typing.SetHandFigure(document, "slip", "preload", "");
        Typing.SetHandFigure(document, "slip", "nonsense", "");
        Assert.False(document.ContainsKey("handChecks"));
    }
}
