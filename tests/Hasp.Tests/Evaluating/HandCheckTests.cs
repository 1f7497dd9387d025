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
        JointEdit.SetHandFigure(document, check, step, figure);
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

    [Theory]
    [InlineData(12, "ft·lb against in·lb")]
    [InlineData(1 / 25.4, "millimetres and inches")]
    [InlineData(4.448, "pounds-force")]
    [InlineData(9.81, "kilograms-force")]
    [InlineData(1000, "kilo")]
    [InlineData(0.5, "two of something")]
    [InlineData(1.2732, "a square for a circle")]
    [InlineData(4.0, "number of bolts")]
    [InlineData(0.25, "number of bolts")]
    public void A_tell_tale_ratio_says_what_it_smells_of(double ratio, string words)
    {
        var off = Compare("opening", "openingFactor", (Samples.Run().Check(MachineBasis.Opening).Factor!.Value * ratio)
            .ToString("R", System.Globalization.CultureInfo.InvariantCulture));
        Assert.False(off.Agrees);
        Assert.Equal(ratio, off.Ratio!.Value, 1e-9);
        Assert.Contains(off.Smells, s => s.Words.Contains(words, StringComparison.Ordinal));
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
        JointEdit.SetHandFigure(document, "slip", "preload", "68");
        JointEdit.SetHandFigure(document, "slip", "nonsense", "3");
        var faults = JointDocument.Read(document.ToJsonString()).Faults;
        Assert.Equal(["handChecks[0].figure", "handChecks[1].step"], faults.Select(f => f.Path));
        JointEdit.SetHandFigure(document, "slip", "preload", "");
        JointEdit.SetHandFigure(document, "slip", "nonsense", "");
        Assert.False(document.ContainsKey("handChecks"));
    }
}
