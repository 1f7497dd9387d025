// The plan as an input: bolts, the load's point and compression lines are taken hold of with the mouse or by keys. What a move means is
// decided on the server; here it only shows while it happens.
(function () {
  "use strict";
  const selected = new Set();
  let drag = null;

  const plan = () => document.getElementById("plan");
  const scale = () => plan().dataset.scale / 1000;
  const snap = () => +plan().dataset.snap;
  const snapped = (mm) => Math.round(mm / snap()) * snap();
  const round = (mm) => Math.round(mm * 1000) / 1000;
  const onSheet = (e) => { const m = plan().getScreenCTM().inverse(); return new DOMPoint(e.clientX, e.clientY).matrixTransform(m); };
  const toMm = (p) => ({ x: (p.x - plan().dataset.x) / scale(), y: (plan().dataset.y - p.y) / scale() });
  const say = (text) => { const r = document.getElementById("plan-readout"); if (r) r.textContent = text; };
  const unit = () => (document.querySelector("[data-units][aria-pressed=true]")?.value === "us" ? ["in", 25.4] : ["mm", 1]);
  const show = (mm) => { const [u, s] = unit(); return Math.round(mm / s * 1000) / 1000 + " " + u; };

  const post = (handler, values) => Edits.enqueue(() =>
    htmx.ajax("POST", plan().dataset.address + "?handler=" + handler,
        { source: "#plan", target: "#stage", swap: "morph:outerHTML", values }));

  const mark = () => {
    if (!plan()) return;
    for (const b of plan().querySelectorAll("[data-bolt]")) {
      const on = selected.has(b.dataset.bolt);
      b.classList.toggle("selected", on);
      b.setAttribute("aria-checked", on ? "true" : "false");
    }
    for (const r of document.querySelectorAll("#bolt-table tr[data-bolt]")) r.classList.toggle("selected", selected.has(r.dataset.bolt));
  };
  const choose = (number, more) => {
    if (!more) { const only = selected.size === 1 && selected.has(number); selected.clear(); if (!only) selected.add(number); }
    else if (!selected.delete(number)) selected.add(number);
    mark();
  };
  const taken = (number) => (selected.has(number) ? [...selected] : [number]);
  // Of several, the one taken hold of leads: the rule of a pattern follows it.
  const led = (number) => [number, ...taken(number).filter((n) => n !== number)].join(",");

  document.addEventListener("pointerdown", (e) => {
    if (!plan() || e.button !== 0 || !plan().contains(e.target)) return;
    const bolt = e.target.closest("[data-bolt]"), load = e.target.closest("[data-load]"), pivot = e.target.closest("[data-pivot]");
    const start = onSheet(e);
    if (pivot) drag = { kind: "pivot", element: pivot, start };
    else if (load && load.dataset.load !== "") drag = { kind: "load", element: load, start };
    else if (bolt)
        drag = { kind: "bolts", element: bolt, number: bolt.dataset.bolt, start,
        group: taken(bolt.dataset.bolt).map((n) => document.getElementById("bolt-" + n)).filter(Boolean) };
    else if (!e.target.closest("[data-focus]")) drag = { kind: "marquee", start };
    if (drag) { plan().setPointerCapture(e.pointerId); if (drag.kind !== "marquee") e.preventDefault(); (bolt || load
        || pivot)?.focus({ preventScroll: true }); }
  });

  document.addEventListener("pointermove", (e) => {
    if (!drag || !plan()) return;
    const now = onSheet(e), dx = snapped((now.x - drag.start.x) / scale()), dy = snapped((drag.start.y - now.y) / scale());
    drag.moved = drag.moved || Math.hypot(now.x - drag.start.x, now.y - drag.start.y) > 3;
    if (!drag.moved) return;
    if (drag.kind === "marquee") {
      const m = document.getElementById("plan-marquee");
      m.setAttribute("x", Math.min(now.x, drag.start.x)); m.setAttribute("y", Math.min(now.y, drag.start.y));
      m.setAttribute("width", Math.abs(now.x - drag.start.x)); m.setAttribute("height", Math.abs(now.y - drag.start.y));
      return;
    }
    drag.dx = dx; drag.dy = dy;
    const only = drag.kind === "pivot" ? drag.element.dataset.upright : "";
    const shift = `translate(${only === "y" ? 0 : dx * scale()} ${only === "x" ? 0 : -dy * scale()})`;
    for (const g of drag.kind === "bolts" ? drag.group : [drag.element]) g.setAttribute("transform", shift);
    if (drag.kind === "pivot") say(show(+drag.element.dataset.value + (only === "x" ? dx : dy)));
    else if (drag.kind === "load") say(`x ${show(+drag.element.dataset.mx + dx)}, y ${show(+drag.element.dataset.my + dy)}`);
    else {
      const at = toMm({ x: +drag.element.dataset.px, y: +drag.element.dataset.py });
      say(`x ${show(at.x + dx)}, y ${show(at.y + dy)}`);
    }
  });

  document.addEventListener("pointerup", (e) => {
    if (!drag || !plan()) { drag = null; return; }
    const d = drag;
    drag = null;
    say("");
    if (d.kind === "marquee") {
      const m = document.getElementById("plan-marquee");
      const box = { x: +m.getAttribute("x"), y: +m.getAttribute("y"), w: +m.getAttribute("width"), h: +m.getAttribute("height") };
      if (!e.shiftKey) selected.clear();
      if (d.moved) for (const b of plan().querySelectorAll("[data-bolt]")) {
        if (b.dataset.px >= box.x && b.dataset.px <= box.x + box.w && b.dataset.py >= box.y && b.dataset.py <= box.y + box.h)
            selected.add(b.dataset.bolt);
      }
      m.setAttribute("width", 0); m.setAttribute("height", 0);
      mark();
      return;
    }
    if (!d.moved) { if (d.kind === "bolts") choose(d.number, e.shiftKey || e.ctrlKey || e.metaKey); return; }
    if (!d.dx && !d.dy) { for (const g of d.group || [d.element]) g.removeAttribute("transform"); return; }
    if (d.kind === "bolts") post("Move", { numbers: led(d.number), dx: d.dx, dy: d.dy });
    else if (d.kind === "load") moveLoad(d.element, d.dx, d.dy);
    else movePivot(d.element, d.element.dataset.upright === "x" ? d.dx : d.dy);
  });

  const moveLoad = (g, dx, dy) => post("MoveLoad", { index: g.dataset.load, x: round(+g.dataset.mx + dx), y: round(+g.dataset.my + dy) });
  const movePivot = (g, by) => post("Set", { path: g.dataset.pivot, value: round(+g.dataset.value + by) + " mm" });

  document.addEventListener("dblclick", (e) => {
    if (!plan() || !plan().contains(e.target) || e.target.closest("[data-bolt], [data-load], [data-pivot], [data-focus]")) return;
    const at = toMm(onSheet(e));
    post("AddBolt", { x: round(snapped(at.x)), y: round(snapped(at.y)) });
  });

  document.addEventListener("keydown", (e) => {
    if (!plan() || ((e.ctrlKey || e.metaKey) && !e.shiftKey) || e.altKey) return;
    const t = e.target;
    if (t.matches && !t.matches("input, select, textarea")) {
      if (e.key === "[" || e.key === "]") { document.getElementById(e.key === "[" ? "case-before"
          : "case-after")?.click(); e.preventDefault(); return; }
      if (e.key === "e") { document.getElementById("case-all")?.click(); e.preventDefault(); return; }
    }
    const bolt = t.closest && t.closest("#plan [data-bolt]"), load = t.closest && t.closest("#plan [data-load]"), pivot = t.closest
        && t.closest("#plan [data-pivot]");
    if (!bolt && !load && !pivot) return;
    // Bare arrows go from one to the next; with Shift they move what is stood on.
    const step = (e.ctrlKey || e.metaKey ? 10 : 1) * snap();
    const by = e.shiftKey && { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[e.key];
    if (by) {
      if (bolt) post("Move", { numbers: led(bolt.dataset.bolt), dx: by[0], dy: by[1] });
      else if (load && load.dataset.load !== "") moveLoad(load, by[0], by[1]);
      else if (pivot) movePivot(pivot, pivot.dataset.upright === "x" ? by[0] : by[1]);
    } else if (bolt && (e.key === " " || e.key === "Enter")) choose(bolt.dataset.bolt, true);
    else if (bolt && (e.key === "Delete" || e.key === "Backspace")) { const numbers =
        taken(bolt.dataset.bolt).join(","); selected.clear(); post("Toggle", { numbers }); }
    else if (bolt && e.key === "a") {
      for (const b of plan().querySelectorAll("[data-bolt]:not(.off)")) selected.add(b.dataset.bolt);
      mark();
    }
    else if (e.key === "Escape") { selected.clear(); mark(); }
    else return;
    e.preventDefault();
    e.stopPropagation();
  }, true);

  // Drawing and table light up together.
  const light = (number, on) => { for (const x of document.querySelectorAll(`[data-bolt="${number}"]`)) x.classList.toggle("lit", on); };
  for (const [come, go] of [["pointerover", "pointerout"], ["focusin", "focusout"]]) {
    document.addEventListener(come, (e) => { const b = e.target.closest
        && e.target.closest("[data-bolt]"); if (b) light(b.dataset.bolt, true); });
    document.addEventListener(go, (e) => { const b = e.target.closest
        && e.target.closest("[data-bolt]"); if (b) light(b.dataset.bolt, false); });
  }
  document.addEventListener("click", (e) => {
    const row = e.target.closest && e.target.closest("#bolt-table tr[data-bolt]");
    if (row && !e.target.closest("input")) choose(row.dataset.bolt, e.shiftKey || e.ctrlKey || e.metaKey);
    const copy = e.target.closest && e.target.closest("[data-copy-from]");
    if (copy) fetch(copy.dataset.copyFrom).then((r) => r.text()).then((text) => {
      const done = () => { document.getElementById("announce").textContent = "Copied"; copy.textContent = "copied"; };
      if (navigator.clipboard) navigator.clipboard.writeText(text).then(done, done); else done();
    });
  });

  // The scrubber asks for the next case only when the last one has come.
  let wanted = null, busy = false;
  const scrub = () => {
    if (busy || wanted === null) return;
    const value = wanted;
    wanted = null;
    busy = true;
    Edits.enqueue(() => htmx.ajax("GET", plan().dataset.address + "?handler=Panel&Case=" + encodeURIComponent(value),
        { source: "#scrub", target: "#stage", swap: "morph:outerHTML" })
      .finally(() => { busy = false; scrub(); }));
  };
  document.addEventListener("input", (e) => { if (e.target.id === "scrub") { wanted =
      e.target.dataset.scrub + e.target.value; scrub(); } });

  document.addEventListener("htmx:afterSettle", () => {
    if (!plan()) return;
    for (const g of plan().querySelectorAll("g[transform]:not(.dimension)")) g.removeAttribute("transform");
    // The same drawing may be sent again after it was changed.
    const drawing = document.getElementById("dxf-file");
    if (drawing) drawing.value = "";
    const here = new Set([...plan().querySelectorAll("[data-bolt]")].map((b) => b.dataset.bolt));
    for (const n of [...selected]) if (!here.has(n)) selected.delete(n);
    mark();
  });
  // A file too large is said at once, before it travels.
  document.addEventListener("change", (e) => {
    const f = e.target;
    if (f.type !== "file" || !f.dataset.most || !f.files[0] || f.files[0].size <= +f.dataset.most) return;
    e.stopPropagation();
    const text = `${f.files[0].name} is larger than ${Math.round(f.dataset.most / 1e6)} MB: it was not sent.`;
    f.value = "";
    const told = document.getElementById(f.id + "-told");
    if (told) told.textContent = "▲ " + text; else document.getElementById("announce").textContent = text;
  }, true);
})();
