// The tablet at the joint: one bolt at a time. What is entered is kept on the device first, each entry under a key of its own, and
// then sent by the queue of the device.
(() => {
  const root = document.getElementById("tablet");
  if (!root) return;
  const plan = JSON.parse(root.dataset.plan);
  const $ = (id) => document.getElementById(id);
  const queue = window.hasp.queue;
  const address = `/api/v1/joints/${plan.joint}/entries`;
  let entries = [];
  let last = 0;
  let online = true;
  let may = plan.may;
  // The device's clock may be off. What the server says is late by the way it took: of several sayings the one that puts it
  // furthest on is nearest the truth.
  let ahead = Date.parse(may.now) - Date.now();
  const clock = "hasp-clock";
  const told = (moment) => {
    const said = Date.parse(moment) - Date.now();
    ahead = Math.abs(said - ahead) > 300000 ? said : Math.max(ahead, said);
    remembered(clock, ahead);
  };
  const remembered = (name, value) => {
    try { localStorage.setItem(name, JSON.stringify(value)); } catch { /* no room: it is asked for again */ }
  };
  const recalled = (name) => { try { return JSON.parse(localStorage.getItem(name)); } catch { return null; } };
  // A page that was kept on the device tells the time at which it was made: the clock goes on as it was told last.
  const lastTold = recalled(clock);
  const isKept = lastTold !== null && ahead < lastTold - 60000;
  const planOf = isKept ? new Date(may.now).toLocaleString([], { dateStyle: "short", timeStyle: "short", hour12: false }) : "";
  if (isKept) ahead = lastTold;
  let at = { pass: 0, turn: 0 };

  const key = () => [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, "0")).join("");
  const now = () => new Date(Date.now() + ahead);

  const waiting = () => queue.all().filter((e) => e.joint === plan.joint);
  const keep = (kind, bolt, document) => {
    if (queue.keep(plan.joint, { key: key(), kind, bolt, made: now().toISOString(), of: plan.named, document })) return true;
    fault("This device has no room left to keep an entry. Nothing was recorded: make room, or write it on paper.");
    return false;
  };

  const fault = (text) => { $("t-fault").textContent = text ? "▲ " + text : ""; };

  // What stands: kept entries with those that wait on the device after them.
  const standing = () => {
    const unsent = waiting().filter((e) => !e.problem);
    const known = new Set(entries.map((e) => e.key));
    const corrected = new Set(entries.map((e) => e.document.corrects).filter(Boolean));
    return entries.filter((e) => !corrected.has(e.number)).concat(queue.taken.filter((e) => e.joint === plan.joint
        && !known.has(e.key) && !corrected.has(e.number)).map((e) => ({ ...e, own: true })))
      .concat(unsent.filter((e) => !known.has(e.key)).map((e) => ({ ...e, mine: true })));
  };

  const state = () => {
    const bolts = {};
    for (const n of plan.order) bolts[n] = { passes: {}, refused: null, devices: {}, twice: [], open: "" };
    const held = new Set();
    const prepared = new Map();
    for (const e of standing()) {
      const b = bolts[e.bolt];
      const here = e.mine || e.own ? "this device" : e.device;
      const twice = () => {
        const before = b.devices[e.document.pass];
        const repeats = plan.passes.find((p) => p.id === e.document.pass)?.repeats;
        if (before && before !== here && !e.mine && !e.own && !repeats) b.twice.push(e.document.pass);
      };
      // The server judges what counts; what does not is kept, and the bolt is open.
      if (e.counts === false) {
        if (!b) continue;
        b.open = `Entry ${e.number} is kept and does not count: ${e.why}.`;
        if (e.document.result === "tight") twice();
        continue;
      }
      if (e.kind === "bolt" && b) {
        b.open = "";
        if (e.document.result === "tight") {
          twice();
          b.devices[e.document.pass] = here;
          b.passes[e.document.pass] = e;
          b.refused = null;
        } else if (e.document.result === "loosened") Object.assign(b, { passes: {}, devices: {}, refused: null, twice: [] });
        else b.refused = e;
      }
      if (e.kind === "witness") e.document.result === "accepted" ? held.add(e.document.pass) : held.delete(e.document.pass);
      if (e.kind === "preparation") prepared.set(e.document.step, e);
    }
    return { bolts, held, prepared };
  };

  const bolt = () => plan.order[at.turn];
  const pass = () => plan.passes[at.pass];

  // What any pass says has its room from the beginning: the button must not move from under a hand that taps bolt after bolt.
  const room = (id, texts) => $(id).replaceChildren(...texts.map((text) =>
      Object.assign(document.createElement("span"), { textContent: text })));
  const say = (id, which) => [...$(id).children].forEach((e, i) => e.classList.toggle("idle", i !== which));
  room("t-set", plan.passes.map((p) => (p.setting === "–" ? "" : p.setting)));
  room("t-does", plan.passes.map((p) => p.does));

  // Made once and changed in place: what is made anew between a finger's going down and its coming up misses the tap.
  const glove = (className, tap) => {
    const button = Object.assign(document.createElement("button"), { type: "button", className });
    button.addEventListener("click", tap);
    return button;
  };
  const passes = plan.passes.map((p, i) => glove("glove", () => {
    const { bolts } = state();
    at = { pass: i, turn: Math.max(0, plan.order.findIndex((n) => !bolts[n].passes[p.id])) };
    fault("");
    draw();
  }));
  $("t-passes").replaceChildren(...passes);
  const steps = plan.prepare.map((step, i) => {
    const li = document.createElement("li");
    li.classList.toggle("first-after", i === plan.before);
    const button = glove("glove tick-box", () => { if (!state().prepared.has(step.id)) keep("preparation", 0, { step: step.id }); });
    button.setAttribute("aria-label", step.does);
    li.append(button, Object.assign(document.createElement("span"), { textContent: step.does }));
    return li;
  });
  $("t-prep").replaceChildren(...steps);

  const draw = () => {
    const s = state();
    const p = pass();
    const lapsed = may.until && Date.parse(may.until) <= now().getTime();
    const why = lapsed ? ["the shift in which the lot was tested is over", ...may.why] : may.why;
    $("t-may").className = why.length ? "no" : "yes";
    $("t-may").textContent = why.length ? "◇ Not to be tightened now: " + why.join("; ")
        : "● May be tightened now" + (may.until ? " until " + new Date(may.until).toLocaleTimeString([],
        { hour: "2-digit", minute: "2-digit", hour12: false }) : "");
    const here = waiting();
    const mine = here.filter((e) => !e.problem && queue.isMine(e)).length;
    const { signedOut, fault: trouble } = queue.state;
    const reached = online && queue.state.online;
    if (trouble) fault(trouble);
    $("t-line").className = reached && !signedOut ? (mine ? "sending" : "") : "off";
    $("t-line").textContent = signedOut ? `Signed out: ${mine} kept on this device. Sign in to send them.`
      : reached ? (mine ? `Sending ${mine} …` : "All sent")
      : `No connection: ${mine} kept on this device${planOf ? `; plan of ${planOf}` : ""}`;
    const more = queue.all().length - mine;
    $("t-more").hidden = more === 0;
    $("t-more").textContent = more ? `${more} more on this device` : "";
    passes.forEach((button, i) => {
      const done = plan.order.filter((n) => s.bolts[n].passes[plan.passes[i].id]).length;
      button.textContent = `${plan.passes[i].name} ${done}/${plan.order.length}`;
      button.setAttribute("aria-current", i === at.pass ? "step" : "false");
    });
    for (const g of root.querySelectorAll(".tablet-bolt")) {
      const b = s.bolts[g.dataset.bolt];
      const is = b.refused ? "refused" : p && b.passes[p.id] ? "done" : "";
      const own = p && b.passes[p.id] && b.passes[p.id].mine ? " waiting" : "";
      g.setAttribute("class", `tablet-bolt ${is}${own}${b.twice.length ? " twice" : ""}${
        Number(g.dataset.bolt) === bolt() ? " current" : ""}`);
      g.setAttribute("aria-label", `Bolt ${g.dataset.bolt}${is ? ", " + is : ""}${own ? ", waits on this device" : ""}${
        b.twice.length ? ", recorded twice" : ""}`);
    }
    if (!p) { $("t-bolt").textContent = "No passes: look at the plan"; return; }
    const b = s.bolts[bolt()];
    $("t-pass").textContent = `${p.name} · ${at.turn + 1} of ${plan.order.length}`;
    $("t-bolt").textContent = `Bolt ${bolt()}`;
    say("t-set", at.pass);
    say("t-does", at.pass);
    $("t-reading-row").classList.toggle("idle", !p.reads);
    $("t-reading").placeholder = { torque: plan.torqueUnit, angle: "°", stretch: "mm", tension: "kN" }[p.reads] || "";
    const needs = p.strains && why.length > 0;
    $("t-despite-row").hidden = !needs;
    const complete = plan.order.every((n) => s.bolts[n].passes[p.id]);
    $("t-hold").hidden = !(p.holds && complete && !s.held.has(p.id));
    $("t-tight").textContent = b.passes[p.id] ? "Tight again" : "Tight";
    $("t-open").textContent = b.open ? "◇ " + b.open : "";
    if (b.twice.length) fault(
      `Bolt ${bolt()} was recorded twice in this pass, by ${b.devices[p.id] || "two devices"} and another: see which is right.`);
    steps.forEach((li, i) => prepare(li, plan.prepare[i], s.prepared.get(plan.prepare[i].id)));
    drawRefused(here.filter((e) => e.problem || !queue.isMine(e)));
  };

  const prepare = (li, step, done) => {
    li.classList.toggle("ok", !!done);
    const button = li.querySelector("button");
    button.setAttribute("aria-pressed", done ? "true" : "false");
    button.textContent = done ? "✓" : "";
    if (!step.minutes || !done || li.querySelector(".clock")) return;
    const clock = document.createElement("b");
    clock.className = "clock";
    Object.assign(clock.dataset, { from: done.made, minutes: step.minutes, within: step.within });
    li.append(clock);
  };

  let shown = "";
  const drawRefused = (refused) => {
    // What is being typed beside a refused entry stands until the list itself changes.
    const these = JSON.stringify(refused);
    if (these === shown) return;
    shown = these;
    $("t-waiting").hidden = refused.length === 0;
    $("t-refused").replaceChildren(...refused.map((e) => {
      const li = document.createElement("li");
      const foreign = !queue.isMine(e);
      const words = document.createElement("p");
      const about = e.problem || `made under ${e.by || "nobody signed in"}: sent when ${e.by || "somebody"} signs in, or taken over`;
      words.textContent = `${e.bolt ? "Bolt " + e.bolt + ", " : ""}${e.document.pass || e.document.step || e.kind}: ${about}`;
      const input = document.createElement("input");
      input.placeholder = queue.asks(e);
      input.setAttribute("aria-label", input.placeholder);
      const again = document.createElement("button");
      again.type = "button";
      again.className = "glove";
      again.textContent = foreign ? "Take over" : "Send again";
      again.addEventListener("click", () => {
        if (queue.again(e, input.value.trim())) return;
        fault("Say why you answer for it.");
        input.focus();
      });
      li.append(words, input, again);
      return li;
    }));
  };

  // What others did: asked for from the last entry known; those are kept, so that a start without the server shows no bolt as open
  // that is tight.
  const known = `hasp-known:${document.body.dataset.account || ""}:${plan.joint}`;
  let signer;
  ({ entries, last, signer } = recalled(known) || { entries: [], last: 0 });
  const keepKnown = () => remembered(known, {
    last, signer: signer || may.signer, entries: entries.concat(queue.taken.filter(
      (e) => e.joint === plan.joint && !entries.some((k) => k.key === e.key))
      .map((e) => ({ ...e, own: true }))),
  });
  const look = async () => {
    try {
      const answer = await fetch(`${address}?after=${last}`);
      online = true;
      queue.state.signedOut = answer.status === 401;
      if (!answer.ok) return;
      const fresh = await answer.json();
      for (const e of fresh) {
        if (e.number <= last) continue;
        entries = entries.filter((k) => k.key !== e.key).concat(e);
        last = e.number;
      }
      if (fresh.length) { keepKnown(); draw(); }
    } catch {
      online = false;
      draw();
    }
  };

  const lookNow = async () => {
    try {
      const { head, at } = witness() || {};
      const answer = await fetch("?handler=Now" + (head ? `&head=${head}&seen=${encodeURIComponent(at)}` : ""));
      if (!answer.ok) return;
      may = await answer.json();
      told(may.now);
      // Another log than the one these entries came from: what it does not have did not happen.
      if (may.known === false || (signer && may.signer && signer !== may.signer)) {
        [entries, last, signer] = [[], 0, may.signer];
        await look();
      }
      remember(may);
      follow(may.passes);
      draw();
    } catch { /* The clock goes on by what was told last. */ }
  };

  // The device knows how far the log had come, and who signed it: a server that knows less, or signs otherwise, is told of.
  const kept = "hasp.head";
  const witness = () => { try { return JSON.parse(localStorage.getItem(kept)); } catch { return null; } };
  const remember = ({ known, head, signer, now: at }) => {
    const before = witness();
    const words = [];
    if (!known) words.push(
      `The server no longer has entry ${before.head.split(":")[0]} as this tablet knows it. Stop, and tell who keeps the records.`);
    if (before?.signer && signer && before.signer !== signer) words.push(
      `The server signs with another key (${signer.slice(0, 12)}…) than this tablet knows (${before.signer.slice(0, 12)}…).`);
    $("t-log").hidden = words.length === 0;
    $("t-log").textContent = words.length ? "▲ " + words.join(" ") : "";
    // What is missing stays known until the owner has confirmed it; a key that changed is told of for as long as this page stands.
    if (known && head && head !== before?.head) localStorage.setItem(kept,
      JSON.stringify({ head, signer: before?.signer && words.length ? before.signer : signer, at }));
  };

  // Another test, rule or revision: what is shown is not gone by any more until somebody has read what changed.
  const worth = (p) => [p.setting, p.does, p.holds, p.repeats].join("|");
  const follow = (passes) => {
    const known = new Map(plan.passes.map((p) => [p.id, p]));
    const words = passes.filter((p) => !known.has(p.id) || worth(known.get(p.id)) !== worth(p))
      .map((p) => `${p.name}: ${known.get(p.id)?.setting || "new"} → ${p.setting || p.does}`)
      .concat(plan.passes.filter((p) => !passes.some((q) => q.id === p.id)).map((p) => `${p.name}: no longer`));
    const changed = words.length > 0;
    $("t-changed").hidden = !changed;
    $("t-tight").disabled = changed;
    if (changed) $("t-changed-words").textContent = words.join("; ");
  };
  // The page anew is the plan as it is now; what waits on the device stays on it.
  $("t-changed-read").addEventListener("click", () => location.reload());

  const advance = () => {
    const s = state();
    const next = [...plan.order.keys()].map((i) => (at.turn + 1 + i) % plan.order.length).find((i) =>
        !s.bolts[plan.order[i]].passes[pass().id]);
    if (next !== undefined) at.turn = next;
    else if (!pass().holds && at.pass + 1 < plan.passes.length) at = { pass: at.pass + 1, turn: 0 };
    $("t-reading").value = "";
    draw();
  };

  const withUnit = (text, reads) => (/^[0-9.,\s]+$/.test(text)
    ? `${text.trim()} ${{ torque: plan.torqueUnit, angle: "°", stretch: "mm", tension: "kN" }[reads]}` : text.trim());

  const common = () => ({ pass: pass().id, method: plan.method, order: at.turn + 1, ...(plan.lot && { lot: plan.lot }),
      ...(plan.wrench && { wrench: plan.wrench }) });

  $("t-tight").addEventListener("click", () => {
    const p = pass();
    if (!p) return;
    fault("");
    const document = { ...common(), result: "tight" };
    const reading = $("t-reading").value.trim();
    if (p.reads && reading) document[p.reads] = withUnit(reading, p.reads);
    // Nothing was read: that the wrench was set so says not that it was reached.
    else if (p.reads === "torque") document.setTo = p.setting.split(",")[0];
    if (!$("t-despite-row").hidden) {
      const despite = $("t-despite").value.trim();
      if (!despite) { fault("Say why it is tightened all the same, or put right what stands above."); $("t-despite").focus(); return; }
      document.despite = despite;
    }
    if (keep("bolt", bolt(), document)) advance();
  });

  const refuse = (reason, loosened) => {
    fault("");
    $("t-reasons").hidden = true;
    $("t-refuse").setAttribute("aria-expanded", "false");
    if (keep("bolt", bolt(), { ...common(), result: loosened ? "loosened" : "refused", reason })) draw();
  };

  $("t-refuse").addEventListener("click", () => {
    $("t-reasons").hidden = !$("t-reasons").hidden;
    $("t-refuse").setAttribute("aria-expanded", $("t-reasons").hidden ? "false" : "true");
  });
  for (const button of root.querySelectorAll("[data-reason]"))
      button.addEventListener("click", () => refuse(button.dataset.reason, button.dataset.loosen === "true"));
  $("t-reason-own").addEventListener("click", () => { const own =
      $("t-reason").value.trim(); if (own) refuse(own, false); else { fault("Say why."); $("t-reason").focus(); } });
  $("t-back").addEventListener("click", () => { at.turn = (at.turn + plan.order.length - 1) % plan.order.length; fault(""); draw(); });
  $("t-next").addEventListener("click", () => { at.turn = (at.turn + 1) % plan.order.length; fault(""); draw(); });
  for (const g of root.querySelectorAll(".tablet-bolt")) {
    const go = () => { at.turn = plan.order.indexOf(Number(g.dataset.bolt)); fault(""); draw(); };
    g.addEventListener("click", go);
    g.addEventListener("keydown", (e) => { if (e.key === "Enter" || e.key === " ") { e.preventDefault(); go(); } });
  }
  for (const button of root.querySelectorAll("[data-witness]")) button.addEventListener("click", () => {
    const note = $("t-hold-note").value.trim();
    if (button.dataset.witness === "refused" && !note) { fault("Say what was found."); $("t-hold-note").focus(); return; }
    if (keep("witness", 0, { pass: pass().id, result: button.dataset.witness, ...(note && { note }) })) {
      $("t-hold-note").value = "";
      if (button.dataset.witness === "accepted" && at.pass + 1 < plan.passes.length) at = { pass: at.pass + 1, turn: 0 };
      draw();
    }
  });

  const clocks = () => {
    for (const c of root.querySelectorAll(".clock")) {
      const left = Number(c.dataset.minutes) * 60 - (now().getTime() - Date.parse(c.dataset.from)) / 1000;
      const over = left <= 0;
      const text = `${Math.floor(Math.abs(left) / 60)}:${String(Math.floor(Math.abs(left) % 60)).padStart(2, "0")}`;
      c.textContent = c.dataset.within === "true" ? (over ? `${text} too late` : `${text} left`) : over ? "ready" : `${text} to wait`;
      c.classList.toggle("over", over && c.dataset.within === "true");
    }
  };

  queue.onChange(draw);
  queue.onChange(keepKnown);
  setInterval(look, 3000);
  setInterval(lookNow, 5000);
  setInterval(clocks, 1000);
  // The page starts without the server from now on.
  const manifest = document.querySelector("link[rel=manifest]");
  if (manifest && navigator.serviceWorker) {
    navigator.serviceWorker.register(new URL("sw.js", manifest.href)).then(() => navigator.serviceWorker.ready).then((worker) => {
      const made = performance.getEntriesByType("resource").map((r) => r.name);
      navigator.serviceWorker.addEventListener("message", (e) => { if (e.data?.kept) root.dataset.kept = "true"; });
      worker.active.postMessage({ keep: [location.origin + location.pathname, new URL("waiting", manifest.href).href, ...made] });
    }).catch(() => { /* no secure address, or not allowed: it starts with the server alone */ });
  }
  lookNow();
  look().then(() => {
    const s = state();
    const first = plan.passes.findIndex((p) => plan.order.some((n) => !s.bolts[n].passes[p.id]));
    at.pass = Math.max(0, first);
    at.turn = plan.passes.length ? Math.max(0, plan.order.findIndex((n) => !s.bolts[n].passes[pass().id])) : 0;
    draw();
    clocks();
  });
  draw();
})();
