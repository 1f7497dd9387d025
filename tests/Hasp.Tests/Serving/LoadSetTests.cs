using Hasp.Core.LoadPath;
using Hasp.Files;
using Hasp.Web.Services;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Options;

namespace Hasp.Tests.Serving;

/// <summary>Load cases of a file: judged once for what they are judged on, and never for who has gone.</summary>
public sealed class LoadSetTests
{
    private static LoadSet Set(int rows)
    {
        LoadLine[] lines = [.. Enumerable.Range(0, rows).Select(i => new LoadLine($"row {i}", new(new(100 + i, 50, -200 - i), default), default))];
        return new(0, LoadSetRecord.Of("cases.csv", lines, [.. Enumerable.Range(2, rows)], [], []));
    }

    private static Hasp.Core.Joints.Joint Joint(string grade = "8.8") => Samples.PatternJoint(("bolts.grade", grade));

    [Fact]
    public void It_is_judged_once_for_a_document_and_anew_for_another()
    {
        var (set, joint) = (Set(500), Joint());
        var first = set.Judged(joint, "one document");
        Assert.Same(first, set.Judged(joint, "one document"));
        // Under its number as well: taking what was read works nothing out again.
        Assert.Same(first, set.As(7).Judged(joint, "one document"));
        var stronger = set.Judged(Joint("10.9"), "another document");
        Assert.NotSame(first, stronger);
        Assert.NotEqual(first.ByBolt[0].Reserve, stronger.ByBolt[0].Reserve);
    }

    [Fact]
    public async Task Who_has_gone_is_judged_for_no_longer_and_who_comes_back_from_the_beginning()
    {
        using var jobs = new Jobs(Options.Create(new JobOptions { Abandoned = TimeSpan.Zero }), NullLogger<Jobs>.Instance);
        using var imports = new Imports(jobs);
        var (set, joint) = (Set(60_000), Joint());
        Assert.Null(await imports.JudgingOf(joint, "document", 1, "browser", set, null).Outcome);
        using var patient = new Jobs(Options.Create(new JobOptions()), NullLogger<Jobs>.Instance);
        using var again = new Imports(patient);
        var judged = await again.JudgingOf(joint, "document", 1, "browser", set, Set(10)).Outcome;
        Assert.NotNull(judged);
        Assert.Equal(judged.Before!.ByBolt.Count, judged.Sweep.ByBolt.Count);
        Assert.Same(judged.Sweep, set.Judged(joint, "document"));
    }
}
