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
        "/joints/AL-17/tightening", "/joints/AL-26/tightening", "/joints/AL-17/traveller", "/joints/AL-17/tablet", "/joints/AL-03/record",
        "/projects/1/record", "/stores?shelf=lots", "/stores?shelf=wrenches", "/chart", "/signin", "/waiting",
    ];

    /// <summary>One of each sort of page: those that share its style are not measured for contrast again.</summary>
    private static readonly HashSet<string> Sorts =
    [
        "/", "/joints/AL-06", "/joints/AL-03?Seek=faceFriction", "/joints/AL-16/pattern", "/joints/AL-16/loads", "/joints/AL-25", "/help/kinds",
        "/projects/1/buying", "/stores?shelf=threads&search=M16", "/stores?shelf=lots", "/joints/AL-17/tightening", "/joints/AL-17/tablet",
        "/joints/AL-03/record", "/chart",
    ];

    /// <summary>The colours of both themes are tested apart: here every page is walked in one of them.</summary>
    [Fact]
    public void No_barrier_no_id_twice_and_nothing_from_outside()
    {
        using var b = new Browser(own.Server);
        foreach (var path in Pages)
        {
            b.Go(path);
            var found = b.Violations(contrast: Sorts.Contains(path));
            Assert.True(found.Count == 0, $"{path}: {string.Join('\n', found)}");
            Assert.True((bool)b.Run("return performance.getEntriesByType('resource').every(e => e.name.startsWith(location.origin))")!,
                path);
            Assert.Equal("", b.SaidTwice());
            Assert.Equal("", (string)b.Run("const ids = [...document.querySelectorAll('[id]')].map((e) => e.id); return ids.filter((id, i) => ids.indexOf(id) !== i).join(' ')")!);
        }
        b.Press("?");
        b.Until(() => b.Find("#help").Displayed, "help");
        b.NoBarrier();
        Assert.Empty(b.Complaints());
    }

    /// <summary>A phone, a desk at twice the size, a tablet, a desk: no page is wider than its window, and no label of a drawing smaller than 11 px.</summary>
    [Fact]
    public void Nothing_scrolls_sideways_and_labels_keep_their_size()
    {
        using var b = new Browser(own.Server);
        foreach (var path in Pages)
        {
            b.Go(path);
            foreach (var (width, height) in new[] { (390, 844), (640, 400), (1024, 768) })
            {
                b.Resize(width, height);
                Assert.True((bool)b.Run("return document.scrollingElement.scrollWidth <= document.documentElement.clientWidth")!,
                    $"{path} is wider than {width}");
                // Drawings, workings and code like everything else: what is written is read.
                Assert.Equal("", (string)b.Run("""
                    const texts = [...document.querySelectorAll('main *')].filter((e) => (e.matches('input:not([type=hidden])') ? e.value : [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim()))
                      && e.getClientRects().length && !e.matches('title, option, script, .visually-hidden, .visually-hidden *'));
                    return texts.filter((e) => {
                      const svg = e.matches('svg *') ? e.ownerSVGElement || e.closest('svg') : null;
                      const size = parseFloat(getComputedStyle(e).fontSize) * (svg ? (e.getScreenCTM?.() || svg.getScreenCTM()).a : 1);
                      return size > 0 && size < 10.9;
                    }).map((e) => `${location.pathname} at ${innerWidth}: ${e.tagName} ${e.textContent || e.value}`).slice(0, 5).join(' | ')
                    """)!);
            }
        }
    }

    /// <summary>A hand with a glove on a tablet: whatever can be pressed has 40 px, and the verdict stands in the first view.</summary>
    [Fact]
    public void Fingers_find_what_they_press_and_the_verdict_is_in_the_first_view()
    {
        using var b = new Browser(own.Server);
        b.Fingers(1024, 768);
        Assert.True((bool)b.Run("return matchMedia('(pointer: coarse)').matches")!);
        foreach (var path in Pages)
        {
            b.Go(path);
            Assert.Equal("", (string)b.Run("""
                return [...document.querySelectorAll('a[href], button, input:not([type=hidden]), select, textarea, summary, [role=button]')].filter((e) => {
                  const own = e.getBoundingClientRect();
                  // A link within a sentence is part of it; what lies under a label is as large as the label.
                  if (!own.width || !own.height || e.matches('p a, dd a, .quiet a, .visually-hidden, .visually-hidden-focusable') || getComputedStyle(e).visibility === 'hidden') return false;
                  const r = (e.matches('input') && e.closest('label') || e).getBoundingClientRect();
                  return r.height < 39.5 || r.width < 39.5;
                }).map((e) => `${location.pathname}: ${e.outerHTML.slice(0, 90)}`).slice(0, 6).join('\n')
                """)!);
            var first = b.Run("const v = document.querySelector('.columns:not(.two, .pattern-columns) > .verdicts .verdict'); return v ? v.getBoundingClientRect().bottom : 0;");
            Assert.True(Convert.ToDouble(first, System.Globalization.CultureInfo.InvariantCulture) < 768, $"{path}: the first verdict ends at {first}");
        }
    }
}
