// Typing is kept. A value is taken the moment it is changed and stands in line until the server has answered for it; no answer to
// anything else touches it meanwhile. One request at a time goes out for the stage, so that each carries the revision that the one
// before it came to. Where the server is away, what was typed stays, is marked, and is sent by itself when the server is back.
(function () {
  "use strict";
  const Patience = 30000;
  const Pauses = [500, 1000, 2000, 4000];
  const waiting = [];             // field edits and other requests, in the order they were made
  const held = new Map();         // path of a field -> text not yet answered for
  let busy = false, inLine = false, tries = 0, timer = 0, trouble = "";

  const stage = () => document.getElementById("stage");
  const isField = (e) => e instanceof Element && e.matches("#stage [data-path]");
  const controls = (path) => document.querySelectorAll(`#stage [data-path="${CSS.escape(path)}"]`);
  const shown = (f) => f.dataset.shown ?? "";
  const token = () => JSON.parse(document.body.getAttribute("hx-headers")).RequestVerificationToken;
  const announce = (text) => { document.getElementById("announce").textContent = text; };

  // Takes what stands in a field; the same text twice is one edit.
  const take = (f) => {
    const path = f.dataset.path, text = f.value;
    if (held.has(path) ? held.get(path) === text : text === shown(f)) return;
    held.set(path, text);
    const values = { path, ...JSON.parse(f.dataset.values || "{}"), value: text };
    const last = waiting[waiting.length - 1];
    if (last && last.path === path && !last.sent) last.values = values;
    else waiting.push({ path, values, handler: f.dataset.handler || "Set" });
    mark();
    pump();
  };

  const pump = () => {
    if (busy || timer || waiting.length === 0 || !stage()) return;
    busy = true;
    const entry = waiting[0];
    entry.sent = true;
    const done = entry.path ? send(entry) : ask(entry).catch(() => {}).then(() => { waiting.shift(); follow(entry); });
    done.finally(() => { busy = false; mark(); pump(); });
  };

  // What is asked for now is in line already, and is not to be put there once more.
  const ask = (entry) => {
    inLine = true;
    try { return Promise.resolve(entry.run()); } finally { inLine = false; }
  };

  const send = async (entry) => {
    const body = new URLSearchParams(entry.values);
    for (const i of document.querySelectorAll("#stage-state input[name]"))
        if (!body.has(i.name) && i.name !== "__RequestVerificationToken") body.append(i.name, i.value);
    const stop = new AbortController(), limit = setTimeout(() => stop.abort(), Patience);
    let answer, html;
    try {
      answer = await fetch(stage().dataset.address + "?handler=" + entry.handler, {
        method: "POST", body, signal: stop.signal, credentials: "same-origin", keepalive: true,
        headers: { "RequestVerificationToken": token(), "HX-Request": "true" },
      });
      html = await answer.text();
    } catch {
      return later("the server does not answer");
    } finally {
      clearTimeout(limit);
    }
    if (answer.status >= 500 || answer.status === 429) return later("the server cannot save now");
    waiting.shift();
    tries = 0;
    if (!answer.ok) {
      // Nothing is gained by asking again: the text stays in its field, to be copied or changed.
      trouble = "the server refused it: reload the page";
      announce("Not saved: " + trouble + ".");
      return;
    }
    trouble = "";
    if (held.get(entry.path) === entry.values.value) held.delete(entry.path);
    show(html);
    const f = document.activeElement;
    // The field just answered shows what the server made of it, unless it has been typed in since.
    if (isField(f) && f.dataset.path === entry.path && f.value === entry.values.value) renew(f);
  };

  // What was marked to be typed over stays marked: the next key must not be put behind it.
  const renew = (f) => {
    const marked = f.tagName === "INPUT" && f.value.length > 0 && f.selectionStart === 0 && f.selectionEnd === f.value.length;
    f.value = shown(f);
    if (marked) f.select();
  };

  const show = (html) => htmx.swap(stage(), html, { swapStyle: "morph:outerHTML", swapDelay: 0, settleDelay: 0 },
      { contextElement: document.body });

  const later = (why) => {
    trouble = why;
    announce("Not saved: " + why + ". What you typed stays, and is sent when it does.");
    // What is not typing was pressed for now, not for some time later.
    for (let i = waiting.length - 1; i >= 0; i--) if (!waiting[i].path) waiting.splice(i, 1);
    timer = setTimeout(retry, Pauses[Math.min(tries++, Pauses.length - 1)]);
  };
  const retry = () => { clearTimeout(timer); timer = 0; pump(); };
  addEventListener("online", retry);

  // After a part or case was removed or moved, the fields behind it have other numbers: what waits for them goes along.
  const follow = ({ list, index, by }) => {
    if (!list || index === undefined) return;
    const moved = (i) => by === undefined ? (i > index ? i - 1 : i === index ? -1 : i) : i === index ? index + by : i === index + by
        ? index : i;
    const start = list + "[";
    const renamed = (path) => {
      if (!path.startsWith(start)) return path;
      const end = path.indexOf("]"), to = moved(+path.slice(start.length, end));
      return to < 0 ? null : start + to + path.slice(end);
    };
    for (const e of [...waiting]) {
      if (!e.path) continue;
      const to = renamed(e.path);
      if (to === e.path) continue;
      held.delete(e.path);
      if (to === null) { waiting.splice(waiting.indexOf(e), 1); continue; }
      e.path = e.values.path = to;
      held.set(to, e.values.value);
    }
  };

  // Any other request for the stage stands in the same line.
  document.addEventListener("htmx:confirm", (e) => {
    const d = e.detail;
    if (inLine || d.target !== stage()) return;
    e.preventDefault();
    const asked = new URLSearchParams((d.path.split("?")[1] || ""));
    const vals = { ...Object.fromEntries(asked), ...JSON.parse(d.elt.getAttribute?.("hx-vals") || "{}") };
    const numbered = ["Remove", "Move"].includes(vals.handler) && vals.index !== undefined;
    if (trouble && timer) { announce("Not done: " + trouble + "."); return; }
    waiting.push({
      ...(numbered ? { list: vals.list, index: +vals.index, by: vals.by === undefined ? undefined : +vals.by } : {}),
      run: () => {
        // A button may have been replaced by an answer meanwhile: the one of the same name stands for it.
        const elt = d.elt.isConnected ? d.elt : document.getElementById(d.elt.id);
        if (!elt) return Promise.resolve();
        d.etc.returnPromise = true;
        return d.issueRequest(true);
      },
    });
    pump();
  });

  // Buttons belong to the form that sends all fields where there are no scripts; here the fields go by themselves.
  document.addEventListener("htmx:configRequest", (e) => {
    if (e.detail.elt.getAttribute("form") === "stage-form")
        for (const f of document.querySelectorAll("#stage [data-path]")) e.detail.formData.delete(f.name);
    // What its address says already is not sent with it once more: the server refuses what is said twice.
    for (const name of new URLSearchParams(e.detail.path.split("?")[1]).keys()) e.detail.formData.delete(name);
  });

  // An answer shows everything but what is still on its way.
  const before = Idiomorph.defaults.callbacks.beforeNodeMorphed;
  Idiomorph.defaults.callbacks.beforeNodeMorphed = (was, now) => {
    if (now instanceof Element && now.dataset?.path && held.has(now.dataset.path)) put(now, held.get(now.dataset.path));
    return before ? before(was, now) : true;
  };
  const put = (f, text) => {
    if (f.tagName === "TEXTAREA") f.textContent = text;
    else if (f.tagName === "SELECT") { for (const o of f.options) o.toggleAttribute("selected", o.value === text); f.value = text; }
    else f.setAttribute("value", text);
    f.value = text;
  };

  // A progress bar's answer belongs to the joint as it was when it asked: where that has changed since, or is about to, it asks
  // again; where the bar itself is gone, so is its question.
  const seen = () => document.querySelector("#stage-state input[name=Seen]")?.value;
  const isBar = (e) => e.id === "progress" || e.id === "import-progress";
  document.addEventListener("htmx:beforeRequest", (e) => { if (isBar(e.detail.elt)) e.detail.elt.askedAt = seen(); });
  document.addEventListener("htmx:beforeOnLoad", (e) => {
    const bar = e.detail.elt;
    if (!isBar(bar) || (bar.askedAt === seen() && !busy)) return;
    e.preventDefault();
    setTimeout(() => { if (bar.isConnected) htmx.trigger(bar, "again"); }, 400);
  });
  const removed = Idiomorph.defaults.callbacks.beforeNodeRemoved;
  Idiomorph.defaults.callbacks.beforeNodeRemoved = (node) => {
    if (node instanceof Element)
        for (const bar of [node, ...node.querySelectorAll("#progress, #import-progress")]) if (isBar(bar)) htmx.trigger(bar, "htmx:abort");
    return removed ? removed(node) : true;
  };

  // One place says what is saved and what is not.
  const mark = () => {
    for (const f of document.querySelectorAll("#stage [data-path]")) {
      const text = held.get(f.dataset.path), waits = text !== undefined;
      if (waits && f !== document.activeElement && f.value !== text) put(f, text);
      f.toggleAttribute("data-unsent", waits && !!trouble);
      if (waits && trouble) f.title = "Not saved yet: " + trouble; else if (f.title.startsWith("Not saved yet")) f.removeAttribute("title");
    }
    const kept = document.getElementById("kept");
    if (!kept) return;
    kept.dataset.saved ??= kept.textContent;
    const n = held.size, what = n === 1 ? "1 entry" : n + " entries";
    const text = n === 0 ? kept.dataset.saved : trouble ? `${what} not saved: ${trouble}` : "saving…";
    if (kept.textContent !== text) kept.textContent = text;
    kept.classList.toggle("unsaved", n > 0 && !!trouble);
  };
  document.addEventListener("htmx:afterSettle", () => { const k =
      document.getElementById("kept"); if (k) delete k.dataset.saved; mark(); });
  document.addEventListener("htmx:beforeSwap", () => { const k =
      document.getElementById("kept"); if (k?.dataset.saved) { k.textContent = k.dataset.saved; } });

  document.addEventListener("change", (e) => { if (isField(e.target)) take(e.target); });
  document.addEventListener("keydown", (e) => {
    if (!isField(e.target)) return;
    if (e.key === "Enter" && e.target.tagName === "INPUT") { take(e.target); e.preventDefault(); }
    if (e.key === "Escape") {
      // Takes back what was typed and leaves the field, so that single keys work again.
      e.target.value = held.get(e.target.dataset.path) ?? shown(e.target);
      e.target.blur();
      e.stopPropagation();
    }
  }, true);

  const settled = (go) => { if (held.size === 0 || trouble) go(); else setTimeout(() => settled(go), 30); };
  const wait = (e, go) => {
    if (held.size === 0 || trouble || e.defaultPrevented) return;
    e.preventDefault();
    settled(go);
  };

  // Leaving waits for what is under way, and warns of what cannot be sent.
  document.addEventListener("click", (e) => {
    const a = e.target.closest?.("a[href]");
    if (!a || e.button || e.ctrlKey || e.metaKey || e.shiftKey || a.target || a.origin !== location.origin) return;
    wait(e, () => location.assign(a.href));
  });
  // So does a form that leads to another page, and reloading.
  document.addEventListener("submit", (e) => {
    if (isField(document.activeElement)) take(document.activeElement);
    if (!e.target.closest("[hx-post], #stage")) wait(e, () => e.target.requestSubmit(e.submitter));
  });
  document.addEventListener("keydown", (e) => {
    if (e.key !== "F5" && !(e.key.toLowerCase() === "r" && (e.ctrlKey || e.metaKey))) return;
    if (isField(document.activeElement)) take(document.activeElement);
    wait(e, () => location.reload());
  });
  // Where the browser itself goes on, one edit is on its way and arrives; only what has to wait behind it, or cannot be sent, can be lost.
  const Behind = "hasp-on-its-way";
  addEventListener("beforeunload", (e) => {
    if (isField(document.activeElement)) take(document.activeElement);
    if (held.size === 0) return;
    if (trouble || waiting.length > 1 || held.size > 1) { e.preventDefault(); return; }
    try { sessionStorage.setItem(Behind, location.pathname); } catch { e.preventDefault(); }
  });
  // A page that overtook an edit of its own shows the joint as it was: it looks again.
  try {
    if (sessionStorage.getItem(Behind) === location.pathname) {
      setTimeout(async () => {
        const now = new DOMParser().parseFromString(await (await fetch(location.href)).text(), "text/html");
        if (now.querySelector("#stage-state input[name=Seen]")?.value !== seen() && held.size === 0) location.reload();
      }, 400);
    }
    sessionStorage.removeItem(Behind);
  } catch { /* a browser that keeps nothing */ }

  window.Edits = { pending: () => held.size + waiting.length + (busy ? 1 : 0), enqueue: (run) => { waiting.push({ run }); pump(); } };
})();
