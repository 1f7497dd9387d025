using Hasp.Web.Pages.Joints;

namespace Hasp.Web.Tests;

/// <summary>Every page, walked for what all of them promise; on a server and in a browser of its own, beside the tests that share theirs.</summary>
public sealed class PageWalkTests(OwnServer own) : IClassFixture<OwnServer>
{
    private static readonly string[] Pages =
    [
        .. Stage.All.Select(s => "/joints/AL-06" + s.Path),
        "/", "/joints/AL-03", "/joints/AL-11?Open=bearing", "/joints/AL-03?Seek=faceFriction", "/joints/AL-16/pattern", "/joints/AL-09",
        "/joints/AL-16/loads", "/joints/AL-03/revisions",
        "/joints/AL-23", "/joints/AL-24", "/joints/AL-25", "/joints/AL-26", "/joints/AL-27", "/help/kinds",
        "/check?Load=80+mm+at+210+bar&Bolts=4+M20+8.8", "/projects/1/buying",
        "/stores", "/stores?shelf=materials", "/stores?shelf=threads&search=M16", "/stores?shelf=factors",
        "/joints/AL-17/tightening", "/joints/AL-26/tightening", "/joints/AL-17/traveller", "/joints/AL-17/tablet", "/joints/AL-03/record", "/joints/AL-24/report",
        "/projects/1/record", "/projects/1/glance", "/projects/1/pack", "/packs", "/stores?shelf=lots", "/stores?shelf=wrenches", "/chart", "/signin", "/waiting",
    ];

    /// <summary>One of each sort of page: those that share its style are not measured for contrast again.</summary>
    private static readonly HashSet<string> Sorts =
    [
        "/", "/joints/AL-06", "/joints/AL-03?Seek=faceFriction", "/joints/AL-16/pattern", "/joints/AL-16/loads", "/joints/AL-25", "/help/kinds",
        "/projects/1/buying", "/stores?shelf=threads&search=M16", "/stores?shelf=lots", "/joints/AL-17/tightening", "/joints/AL-17/tablet",
        "/joints/AL-03/record", "/joints/AL-24/report", "/chart", "/projects/1/glance", "/projects/1/pack", "/packs",
    ];

    /// <summary>
    /// Each page is gone to once and looked at in every way: by axe, for ids and addresses from outside; on a phone, a desk at twice the size and a
    /// tablet; under a glove. The colours of both themes are tested apart.
    /// </summary>
    [Fact(Explicit = true)]
    [Trait("run", "long")]
    public void Every_page_keeps_what_all_of_them_promise() => Walk(Pages);

    /// <summary>One page of each sort, at every change; all of them take five times as long.</summary>
    [Fact]
    public void Every_sort_of_page_keeps_what_all_of_them_promise() => Walk([.. Pages.Where(Sorts.Contains)]);

    private void Walk(IReadOnlyList<string> pages)
    {
        using var b = new Browser(own.Server);
        var (wrong, looked) = (new List<string>(), 0);
        foreach (var path in pages)
        {
            b.Fingers(null);
            b.Resize(1280, 800);
            b.Go(path);
            foreach (var (what, look) in Looks)
            {
                if (look(b, path) is { Length: > 0 } found) wrong.Add($"{path}, {what}: {found}");
                looked++;
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        Assert.True(looked >= pages.Count * Looks.Length && pages.Count >= Math.Min(Sorts.Count, Pages.Length));
        b.Fingers(null);
        b.Press("?");
        b.Until(() => b.Find("#help").Displayed, "help");
        b.NoBarrier();
        Assert.Empty(b.Complaints());
    }

    /// <summary>What is looked for on every page, in this order; each says what is wrong, or nothing.</summary>
    private static readonly (string What, Func<Browser, string, string> Look)[] Looks =
    [
        ("axe", (b, path) => string.Join('\n', b.Violations(contrast: Sorts.Contains(path)))),
        ("from outside", (b, _) => (string)b.Run("""
            return performance.getEntriesByType('resource').map((e) => e.name).filter((n) => !n.startsWith(location.origin)).join(' ')
            """)!),
        ("said twice", (b, _) => b.SaidTwice()),
        ("an id twice", (b, _) => (string)b.Run("""
            const ids = [...document.querySelectorAll('[id]')].map((e) => e.id); return ids.filter((id, i) => ids.indexOf(id) !== i).join(' ')
            """)!),
        ("on a phone", (b, _) => At(b, 390, 844)),
        ("at a desk, twice the size", (b, _) => At(b, 640, 400)),
        ("on a tablet", (b, _) => At(b, 1024, 768)),
        ("under a glove", UnderAGlove),
    ];

    /// <summary>No page is wider than its window, and no label of a drawing, working or code smaller than 11 px: what is written is read.</summary>
    private static string At(Browser b, int width, int height)
    {
        b.Resize(width, height);
        return (string)b.Run("""
            const wide = document.scrollingElement.scrollWidth <= document.documentElement.clientWidth ? [] : ['wider than its window'];
            const texts = [...document.querySelectorAll('main *')].filter((e) => (e.matches('input:not([type=hidden])') ? e.value : [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim()))
              && e.getClientRects().length && !e.matches('title, option, script, .visually-hidden, .visually-hidden *'));
            return wide.concat(texts.filter((e) => {
              const svg = e.matches('svg *') ? e.ownerSVGElement || e.closest('svg') : null;
              const size = parseFloat(getComputedStyle(e).fontSize) * (svg ? (e.getScreenCTM?.() || svg.getScreenCTM()).a : 1);
              return size > 0 && size < 10.9;
            }).map((e) => `${e.tagName} ${e.textContent || e.value}`).slice(0, 5)).join(' | ')
            """)!;
    }

    /// <summary>A hand with a glove on a tablet: whatever can be pressed has 40 px, and the verdict stands in the first view.</summary>
    private static string UnderAGlove(Browser b, string path)
    {
        b.Fingers((1024, 768));
        return (string)b.Run("""
            if (!matchMedia('(pointer: coarse)').matches) return 'no finger';
            const small = [...document.querySelectorAll('a[href], button, input:not([type=hidden]), select, textarea, summary, [role=button]')].filter((e) => {
              const own = e.getBoundingClientRect();
              // A link within a sentence is part of it; what lies under a label is as large as the label.
              if (!own.width || !own.height || e.matches('p a, dd a, .quiet a, .visually-hidden, .visually-hidden-focusable') || getComputedStyle(e).visibility === 'hidden') return false;
              const r = (e.matches('input') && e.closest('label') || e).getBoundingClientRect();
              return r.height < 39.5 || r.width < 39.5;
            }).map((e) => e.outerHTML.slice(0, 90)).slice(0, 6);
            const v = document.querySelector('.columns:not(.two, .pattern-columns) > .verdicts .verdict');
            const end = v ? v.getBoundingClientRect().bottom : 0;
            return small.concat(end < 768 ? [] : [`the first verdict ends at ${end}`]).join('\n');
            """)!;
    }
}
