// Keyboard, focus and small manners. Everything that matters happens on the server.
(function () {
  "use strict";
  // What is being typed is never overwritten by an answer to an earlier change.
  Idiomorph.defaults.ignoreActiveValue = true;
  // What a person folded open stays open; the server may open, never close.
  Idiomorph.defaults.callbacks.beforeAttributeUpdated = (name, element, change) =>
    !(name === "open" && change === "remove" && element.tagName === "DETAILS");

  const typing = (t) => t instanceof HTMLElement && (t.matches("input, select, textarea") || t.isContentEditable);
  const click = (selector) => { const e = document.querySelector(selector); if (e && !e.disabled) e.click(); return !!e; };
  const help = document.getElementById("help");

  // Escape closes it, where it has nothing to take back in a field first.
  document.addEventListener("keydown", (e) => {
    if (e.key !== "Escape" || help.open || (e.target.dataset?.path && e.target.value !== e.target.dataset.shown)) return;
    click("#seek-close");
  }, true);

  // From a field to the value of it that just holds, what was typed first.
  document.addEventListener("keydown", (e) => {
    if (!e.altKey || e.code !== "KeyJ" || !typing(e.target)) return;
    const seek = e.target.closest(".field")?.querySelector(".seek");
    if (!seek) return;
    e.preventDefault();
    e.target.dispatchEvent(new Event("change", { bubbles: true }));
    seek.click();
  });

  document.addEventListener("keydown", (e) => {
    if (typing(e.target) || help.open || e.altKey) return;
    if ((e.ctrlKey || e.metaKey) && /^[zy]$/i.test(e.key)) {
      if (click(e.key.toLowerCase() === "y" || e.shiftKey ? "#redo" : "#undo")) e.preventDefault();
      return;
    }
    if (e.ctrlKey || e.metaKey) return;
    switch (e.key) {
      case "?": help.showModal(); break;
      case "/": {
        const quick = document.getElementById("quick");
        if (quick) quick.focus(); else location.href = "/?quick=1";
        break;
      }
      case "i": go("inputs"); break;
      case "d": go("drawing"); break;
      case "v": go("verdicts"); break;
      case "z": click("#undo"); break;
      case "y": click("#redo"); break;
      case "u": click("[data-units][aria-pressed=false]"); break;
      case "t": click("[data-theme-switch]"); break;
      default:
        if (/^[0-9]$/.test(e.key)) { click(`a[data-key="${e.key}"]`); break; }
        return;
    }
    e.preventDefault();
  });

  // Straight to a part of a stage: what can be stood on first in it.
  const parts = { inputs: "#stage .inputs, .finder-tools", drawing: "#plan, #stage .drawing, #stage .plan-side, #matrix",
      verdicts: "#stage .verdicts, #stage .bolts-side" };
  const go = (part) => {
    const there = document.querySelector(parts[part]);
    const first = there && [...there.querySelectorAll("a[href], button:not(:disabled), input:not([type=hidden]), select, textarea, "
        + "[tabindex='0']")].find((e) => e.tabIndex >= 0 && e.getClientRects().length);
    if (first) first.focus();
    return !!first;
  };
  document.addEventListener("click", (e) => {
    const to = e.target.closest("[data-to]");
    if (to && go(to.dataset.to)) e.preventDefault();
    if (e.target.closest("[data-help]")) help.showModal();
    const part = e.target.closest("[data-focus]");
    if (part) { const f = document.getElementById(part.dataset.focus); if (f) { f.focus(); if (f.select) f.select(); } }
    const copy = e.target.closest("[data-copy]");
    if (copy) {
      const text = document.getElementById(copy.dataset.copy).textContent.replace(/\s+/g, " ").trim();
      const done = () => { document.getElementById("announce").textContent = "Copied"; copy.textContent = "Copied"; };
      if (navigator.clipboard) navigator.clipboard.writeText(text).then(done); else done();
    }
  });

  // What was opened stays open, and columns stay where they were scrolled to, over an undo, a reload, another stage and back.
  const place = "hasp:" + location.pathname;
  const memory = () => { try { return JSON.parse(sessionStorage.getItem(place)) || {}; } catch { return {}; } };
  const remember = (change) => { try { sessionStorage.setItem(place,
      JSON.stringify({ ...memory(), ...change })); } catch { /* a browser that keeps nothing */ } };
  document.addEventListener("toggle", (e) => {
    if (e.target.id && e.target.matches("#stage details")) remember({ open: { ...memory().open, [e.target.id]: e.target.open } });
  }, true);
  document.addEventListener("scroll", (e) => {
    const s = e.target.closest?.("#stage .columns > section");
    if (s && s === e.target) remember({ scroll: { ...memory().scroll, [[...s.parentElement.children].indexOf(s)]: s.scrollTop } });
  }, true);
  const restore = () => {
    const was = memory();
    for (const [id, open] of Object.entries(was.open || {})) { const d = document.getElementById(id); if (d && open) d.open = true; }
    document.querySelectorAll("#stage .columns > section").forEach((s, i) => { if (was.scroll?.[i]) s.scrollTop = was.scroll[i]; });
  };
  restore();
  // The address says which working is open, so that a reload finds it open.
  const address = () => {
    const open = document.querySelector("#stage-state [name=Open]");
    if (!open) return;
    const url = new URL(location.href);
    if (open.value) url.searchParams.set("Open", open.value); else url.searchParams.delete("Open");
    if (url.href !== location.href) history.replaceState(history.state, "", url);
  };
  document.addEventListener("htmx:afterSettle", address);

  // A changed verdict is said, once it has settled.
  const told = () => document.getElementById("callout")?.dataset.told || "";
  let lastTold = told();
  document.addEventListener("htmx:afterSettle", () => {
    if (told() === lastTold) return;
    lastTold = told();
    document.getElementById("announce").textContent = lastTold;
  });

  // What was pressed may be gone with the answer, or be another thing under the same hand: focus goes to what came of it.
  const fieldOf = (path) => path && [...document.querySelectorAll("#stage [data-path]")].find((f) => f.dataset.path === path);
  const newest = (list) => {
    const rows = [...document.querySelectorAll("#stage [data-path]")].filter((f) => f.dataset.path.startsWith(list + "["));
    const last = Math.max(...rows.map((f) => parseInt(f.dataset.path.slice(list.length + 1), 10)));
    return rows.find((f) => f.dataset.path.startsWith(`${list}[${last}]`));
  };
  const callout = () => document.getElementById("callout");
  const pressed = [
    ["[hx-post*='TakeWayOut']", callout],
    ["#undo, #redo", (e) => (document.getElementById(e.id)?.disabled
        ? document.querySelector("#undo:not(:disabled), #redo:not(:disabled)") || callout() : null)],
    ["#seek-close", (e, was) => fieldOf(was) || callout()],
    ["[hx-post*='handler=Add']", (e) => newest(JSON.parse(e.getAttribute("hx-vals") || "{}").list)],
  ];
  let toFocus = null;
  document.addEventListener("htmx:beforeRequest", (e) => {
    const elt = e.detail.elt;
    const row = pressed.find(([selector]) => elt.matches?.(selector));
    if (!row) return;
    const [was, copy] = [document.getElementById("just-holds")?.dataset.of, elt.cloneNode(false)];
    toFocus = () => row[1](copy, was);
  });
  document.addEventListener("htmx:afterSettle", () => {
    const there = toFocus?.();
    toFocus = null;
    if (there) there.focus({ preventScroll: there.id === "callout" });
  });

  // Labels of drawings keep their size on screen where a drawing is shown smaller than it was laid out.
  const sizes = new ResizeObserver((entries) => { for (const e of entries) size(e.target); });
  const size = (svg) => { if (svg.clientWidth) svg.style.setProperty("--k", Math.max(1, 1 / svg.getScreenCTM().a).toFixed(3)); };
  const measure = () => document.querySelectorAll("#stage svg[viewBox]").forEach((s) => { sizes.observe(s); size(s); });
  document.addEventListener("htmx:afterSettle", measure);
  measure();

  // What was waited for is there.
  document.addEventListener("htmx:afterSettle", () => { const done =
      document.querySelector("[data-follow]"); if (done) location.replace(done.dataset.follow); });
  document.addEventListener("htmx:responseError", () => { document.getElementById("announce").textContent =
      "Not done: the server refused the request."; });
  document.addEventListener("htmx:sendError", () => { document.getElementById("announce").textContent =
      "Not done: the server does not answer."; });

  if (location.search.includes("quick=1")) { const q = document.getElementById("quick"); if (q) q.focus(); }
})();
