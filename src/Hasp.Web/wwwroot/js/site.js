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
  // What each field last sent; kept here, because a morph tidies away attributes it does not know.
  const sent = new WeakMap();
  const help = document.getElementById("help");

  document.addEventListener("keydown", (e) => {
    if (e.key === "Enter" && e.target.matches && e.target.matches("#stage input[data-path]")) {
      e.target.dispatchEvent(new Event("change", { bubbles: true }));
      e.preventDefault();
      return;
    }
    if (e.key === "Escape" && e.target.matches && e.target.matches("#stage input[data-path]")) {
      // Takes back what was typed and leaves the field, so that single keys work again.
      e.target.value = e.target.dataset.shown;
      e.target.blur();
      return;
    }
    if (typing(e.target) || help.open || e.altKey) return;
    if ((e.ctrlKey || e.metaKey) && e.key === "z") { if (click("#undo")) e.preventDefault(); return; }
    if (e.ctrlKey || e.metaKey) return;
    switch (e.key) {
      case "?": help.showModal(); break;
      case "/": {
        const quick = document.getElementById("quick");
        if (quick) quick.focus(); else location.href = "/?quick=1";
        break;
      }
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

  document.addEventListener("click", (e) => {
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

  // Enter sends a change; leaving the field must not send it twice.
  document.addEventListener("htmx:configRequest", (e) => {
    const f = e.detail.elt;
    if (f.matches("input[data-path]")) {
      if (f.value === f.dataset.shown || f.value === sent.get(f)) { e.preventDefault(); return; }
      sent.set(f, f.value);
    }
  });

  // The field that was just sent shows what the server made of it, unless the user has typed on.
  document.addEventListener("htmx:afterSettle", () => {
    const f = document.activeElement;
    if (f && f.matches("input[data-path]") && sent.get(f) === f.value) f.value = f.dataset.shown;
    if (f) sent.delete(f);
  });

  document.addEventListener("htmx:responseError", () => { document.getElementById("announce").textContent = "Not saved: the server refused the request."; document.body.classList.add("offline"); });
  document.addEventListener("htmx:sendError", () => { document.getElementById("announce").textContent = "Not saved: the server does not answer."; document.body.classList.add("offline"); });
  document.addEventListener("htmx:afterRequest", (e) => { if (e.detail.successful) document.body.classList.remove("offline"); });

  if (location.search.includes("quick=1")) { const q = document.getElementById("quick"); if (q) q.focus(); }
})();
