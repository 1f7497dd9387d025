using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files;

namespace Hasp.Tests.Evaluating;

/// <summary>Two joints side by side: alike is nothing, one field is that field and all that follows from it, no more and no less.</summary>
public sealed class ComparedTests
{
    private static (Draft Draft, Result Result) Of(string text) =>
        (JointDocument.Stored(text), Evaluation.Run(JointDocument.Read(text).Joint!));

    [Fact]
    public void A_joint_beside_itself_is_alike()
    {
        var seen = 0;
        foreach (var text in Samples.DemoTexts)
        {
            var (draft, result) = Of(text);
            var compared = Compared.Of(draft, result, JointDocument.Stored(text), Evaluation.Run(JointDocument.Read(text).Joint!));
            Assert.True(compared.IsAlike, text[..80]);
            Assert.Empty(ComparedDocument.Table(compared, UnitSystem.Si).Rows);
            seen++;
        }
        Assert.True(seen > 15, $"{seen} joints");
    }

    [Theory]
    [InlineData("loads[0].tension", "80 kN")]
    [InlineData("layers[0].thickness", "14 mm")]
    [InlineData("bolts.grade", "10.9")]
    [InlineData("washers.head", "plain")]
    [InlineData("faceFriction", "0.4")]
    public void One_field_is_that_field_and_every_check_that_came_to_something_else(string path, string text)
    {
        var (first, before) = Of(Samples.Plain);
        var second = first.State(path, text, UnitSystem.Si);
        var after = Evaluation.Run(second.Judged().Joint!);
        var compared = Compared.Of(first, before, second, after);
        Assert.Contains(compared.Fields, f => f.Path == path && f.After == text);
        var moved = after.Checks.Where(c => before.Checks.FirstOrDefault(b => b.Check == c.Check) is not { } was || was.Factor != c.Factor).Select(c => c.Check.Name);
        Assert.True(moved.All(m => compared.Checks.Any(c => c.Name == m)), string.Join(", ", moved));
        Assert.All(compared.Checks.Where(c => c is { Before: not null, After: not null }), c => Assert.NotEqual((c.Before!.Factor, c.Before.Place), (c.After!.Factor, c.After.Place)));
        Assert.Equal(compared.Fields.Count + compared.Checks.Count + compared.Values.Count + compared.Coverage.Count,
            ComparedDocument.Table(compared, UnitSystem.Si).Rows.Count);
    }

    [Fact]
    public void Another_basis_brings_checks_in_and_takes_some_away()
    {
        var (first, before) = Of(Samples.Plain);
        var second = first.State(Core.Joints.Fields.Basis, "eurocode", UnitSystem.Si);
        var compared = Compared.Of(first, before, second, Evaluation.Run(second.Judged().Joint!));
        Assert.Contains(compared.Checks, c => c.Before is null);
        Assert.Contains(compared.Checks, c => c.After is null);
        Assert.NotEmpty(compared.Coverage);
        Assert.False(ComparedDocument.Of(compared)["alike"]!.GetValue<bool>());
    }
}
