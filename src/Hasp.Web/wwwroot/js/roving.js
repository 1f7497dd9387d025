// Things laid out in the plane (bolts of the plan, cells of the Finder) are one stop of the Tab key; arrows go to the nearest one that way.
(function () {
  "use strict";
  const groups = { "#matrix table": ["td button"], "#plan": ["[data-bolt]", "[data-pivot]", "[data-load]:not([data-load=''])"] };
  const stops = new Map();        // group -> what was last stood on, by a name that outlives an answer
  const nameOf = (e) => e.id || `${e.dataset.thread}|${e.dataset.grade}`;

  const things = (group) => [...document.querySelectorAll(groups[group].map((thing) => `${group} ${thing}`).join(","))];
  const settle = () => {
    for (const group of Object.keys(groups)) {
      const all = things(group);
      const stop = all.find((e) => nameOf(e) === stops.get(group)) || all.find((e) => e.closest(".current, .critical")) || all[0];
      for (const e of all) e.setAttribute("tabindex", e === stop ? "0" : "-1");
    }
  };
  const groupOf = (e) => Object.keys(groups).find((g) => things(g).includes(e));

  const middle = (e) => { const r = e.getBoundingClientRect(); return [r.left + r.width / 2, r.top + r.height / 2]; };
  const ways = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
  const nearest = (from, all, [dx, dy]) => {
    const [x, y] = middle(from);
    let best = null, least = Infinity;
    for (const e of all) {
      const [ex, ey] = middle(e), along = (ex - x) * dx + (ey - y) * dy, across = Math.abs((ex - x) * dy) + Math.abs((ey - y) * dx);
      if (e === from || along < 1 || along + 2.5 * across >= least) continue;
      [best, least] = [e, along + 2.5 * across];
    }
    return best;
  };

  document.addEventListener("focusin", (e) => {
    const group = groupOf(e.target);
    if (!group) return;
    stops.set(group, nameOf(e.target));
    settle();
  });
  document.addEventListener("keydown", (e) => {
    const way = ways[e.key];
    if (!way || e.shiftKey || e.ctrlKey || e.metaKey || e.altKey) return;
    const group = groupOf(e.target);
    if (!group) return;
    e.preventDefault();
    nearest(e.target, things(group), way)?.focus();
  });
  document.addEventListener("htmx:afterSettle", settle);
  settle();
})();
