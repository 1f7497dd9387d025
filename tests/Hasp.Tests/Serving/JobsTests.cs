using Hasp.Web.Services;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Options;

namespace Hasp.Tests.Serving;

/// <summary>Work in the background: one of a kind a page, stopped when it is changed or left, a few at a time.</summary>
public sealed class JobsTests : IDisposable
{
    private readonly Jobs _jobs = new(
        Options.Create(new JobOptions { AtATime = 1, Waiting = 1, Kept = 2, Abandoned = TimeSpan.FromSeconds(5) }),
        NullLogger<Jobs>.Instance);

    public void Dispose() => _jobs.Dispose();

    private static string UntilStopped(Job<string> job)
    {
        job.Stopping.WaitHandle.WaitOne(TimeSpan.FromSeconds(20));
        return job.Stopped ? "stopped" : "timed out";
    }

    [Fact]
    public async Task The_same_work_is_one_job_and_other_work_takes_its_place()
    {
        var first = _jobs.For<string>(1, "me", "a", UntilStopped);
        Assert.Same(first, _jobs.For<string>(1, "me", "a", UntilStopped));
        Assert.Same(first, _jobs.Find<string>(1, "me"));
        var other = _jobs.For<string>(1, "me", "b", _ => "done");
        Assert.NotSame(first, other);
        Assert.Equal("stopped", await first.Outcome);
        Assert.Equal("done", await other.Outcome);
        Assert.True(other.Ended);
        Assert.Null(_jobs.Find<string>(1, "you"));
        Assert.Null(_jobs.Find<int[]>(1, "me"));
    }

    [Fact]
    public async Task A_job_that_is_dropped_ends_and_may_begin_anew()
    {
        var job = _jobs.For<string>(1, "me", "a", UntilStopped);
        Assert.Same(job, _jobs.Drop<string>(1, "me"));
        Assert.Equal("stopped", await job.Outcome);
        Assert.Null(_jobs.Drop<string>(1, "me"));
        Assert.Equal("again", await _jobs.For<string>(1, "me", "a", _ => "again").Outcome);
    }

    [Fact]
    public async Task What_takes_every_core_waits_for_its_turn_and_what_does_not_goes_on_beside_it()
    {
        var first = _jobs.For<string>(1, "me", "a", UntilStopped);
        var waits = _jobs.For<string>(2, "me", "a", _ => "second");
        Assert.Equal("beside", await _jobs.For<string>(3, "me", "a", _ => "beside", inTurn: false).Outcome);
        Assert.False(waits.Ended);
        first.Stop();
        Assert.Equal("second", await waits.Outcome);
    }

    [Fact]
    public async Task Too_many_searches_at_once_are_refused_at_once()
    {
        using var go = new ManualResetEventSlim();
        var running = _jobs.Do(stop => { go.Wait(TimeSpan.FromSeconds(20), stop); return 1; }, CancellationToken.None);
        var waiting = _jobs.Do(_ => 2, CancellationToken.None);
        var (done, _) = await _jobs.Do(_ => 3, CancellationToken.None);
        Assert.False(done);
        go.Set();
        Assert.Equal((true, 1), await running);
        Assert.Equal((true, 2), await waiting);
        Assert.Equal((true, 4), await _jobs.Do(_ => 4, CancellationToken.None));
    }

    [Fact]
    public async Task Who_goes_away_stops_waiting()
    {
        using var go = new ManualResetEventSlim();
        var running = _jobs.Do(stop => { go.Wait(TimeSpan.FromSeconds(20), stop); return 1; }, CancellationToken.None);
        using var gone = new CancellationTokenSource();
        var waiting = _jobs.Do(_ => 2, gone.Token);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => waiting);
        go.Set();
        await running;
        Assert.True((await _jobs.Do(_ => 3, CancellationToken.None)).Done);
    }

    [Fact]
    public async Task Progress_only_grows_and_a_job_that_nobody_asks_about_ends()
    {
        using var jobs = new Jobs(Options.Create(new JobOptions { Abandoned = TimeSpan.FromMilliseconds(-1) }), NullLogger<Jobs>.Instance);
        var job = jobs.For<string>(1, "me", "a", j =>
        {
            j.Tell(0.4);
            j.Tell(0.2);
            return j.Stopped ? "left" : "done";
        });
        Assert.Equal("left", await job.Outcome);
        Assert.Equal(0.4, job.Share);
        // What leaves the cores to others, such as an import, goes on while its page is elsewhere.
        Assert.Equal("done", await jobs.For<string>(2, "me", "a", j =>
        {
            j.Tell(0.4);
            return j.Stopped ? "left" : "done";
        }, inTurn: false).Outcome);
    }

    [Fact]
    public async Task Outcomes_are_kept_for_the_last_few_pages_only()
    {
        for (var joint = 1; joint <= 6; joint++) await _jobs.For<string>(joint, "me", "a", _ => "done").Outcome;
        Assert.InRange(Enumerable.Range(1, 6).Count(j => _jobs.Find<string>(j, "me") is not null), 2, 3);
        Assert.NotNull(_jobs.Find<string>(6, "me"));
    }
}
