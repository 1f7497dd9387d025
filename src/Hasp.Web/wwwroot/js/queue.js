// What was entered on this device and is not yet with the server: kept under the account that made it, sent from any page, and only as
// that account. It leaves the device when the server has said that it is kept.
window.hasp = window.hasp || {};
window.hasp.queue = (() => {
  const prefix = "hasp-entry:";
  const me = document.body.dataset.account || "";
  const state = { online: true, signedOut: false, sending: false, fault: "" };
  const listeners = [];
  // Taken by the server since this page was opened: they stand until the page has them from the server itself.
  const taken = [];
  const changed = () => listeners.forEach((f) => f());

  // One item an entry, so that two pages of one device never write over each other. Their names sort by time within a joint.
  const read = (name) => { try { return JSON.parse(localStorage.getItem(name)); } catch { return null; } };
  const all = () => Object.keys(localStorage).filter((k) => k.startsWith(prefix)).sort()
    .map((k) => ({ at: k, joint: Number(k.slice(prefix.length).split(":")[0]), ...read(k) })).filter((e) => e.key);
  const isMine = (e) => e.by === undefined || e.by === me || !!e.takenOver;
  const sendable = () => all().filter((e) => !e.problem && isMine(e));

  let count = 0;
  const keep = (joint, entry) => {
    const order = String(Date.now()).padStart(15, "0") + String((count += 1)).padStart(6, "0");
    try {
      localStorage.setItem(`${prefix}${joint}:${order}:${entry.key}`, JSON.stringify({ ...entry, by: me }));
    } catch {
      return false;
    }
    changed();
    send();
    return true;
  };

  const put = ({ at, joint, ...entry }) => localStorage.setItem(at, JSON.stringify(entry));
  const refuse = (entry, why) => put({ ...entry, problem: why });

  // Sent again, where it was refused, or taken over from who made it: with what was said of it; false where more has to be said.
  const asks = (e) => (isMine(e) ? "why all the same" : "why you answer for it");
  const again = (entry, why) => {
    const foreign = !isMine(entry);
    if (foreign && why.length < 3) return false;
    const { problem, ...rest } = entry;
    put({ ...rest, ...(foreign ? { takenOver: why } : why ? { document: { ...entry.document, despite: why } } : {}) });
    changed();
    send();
    return true;
  };

  const take = async (joint, some) => {
    const answer = await fetch(`/api/v1/joints/${joint}/entries`, {
      method: "POST", headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ entries: some.map(({ at, joint: of, problem, ...entry }) => entry) }),
    });
    state.online = true;
    state.signedOut = answer.status === 401;
    if (answer.status === 404) { some.forEach((e) => refuse(e, "this joint is not there, or not yours")); return true; }
    if (answer.status === 403) { some.forEach((e) => refuse(e, "this account may not record here")); return true; }
    if (!answer.ok) {
      state.fault = state.signedOut ? "" : `The server did not take it (${answer.status}). It stays on this device.`;
      return false;
    }
    state.fault = "";
    for (const result of (await answer.json()).results) {
      const sent = some.find((e) => e.key === result.key);
      if (result.number) {
        taken.push({ ...sent, number: result.number });
        localStorage.removeItem(sent.at);
      }
      else refuse(sent, result.faults.map((f) => f.problem).join("; ") || "refused");
    }
    return true;
  };

  // Who signs out leaves no plan on the device; what waits stays, under its name.
  document.addEventListener("submit", (e) => {
    if (!/\/signin\?handler=Out/.test(e.target.action)) return;
    if (window.caches) caches.delete("hasp-plans");
    Object.keys(localStorage).filter((k) => k.startsWith("hasp-known:")).forEach((k) => localStorage.removeItem(k));
  });

  // In their order, some of one joint at a time.
  const send = async () => {
    if (state.sending) return;
    state.sending = true;
    try {
      for (let queue = sendable(); queue.length; queue = sendable()) {
        const joint = queue[0].joint;
        if (!(await take(joint, queue.filter((e) => e.joint === joint).slice(0, 50)))) break;
        changed();
      }
    } catch {
      state.online = false;
    } finally {
      state.sending = false;
      changed();
    }
  };

  // What waits is said on every page of the device.
  const bar = document.getElementById("waiting-here");
  const words = () => {
    const queue = all();
    const by = new Map();
    for (const e of queue) by.set(e.by ?? me, (by.get(e.by ?? me) || 0) + 1);
    const whose = [...by].map(([who, n]) => (who === me ? `${n} of yours` : `${n} of ${who || "nobody signed in"}`));
    const refused = queue.filter((e) => e.problem).length;
    return `${queue.length === 1 ? "1 entry waits" : `${queue.length} entries wait`} on this device: ${whose.join(", ")}${
      refused ? `; ${refused} not taken by the server` : ""}.`;
  };
  const draw = () => {
    if (!bar) return;
    const waits = all().length > 0;
    bar.hidden = !waits;
    if (waits) bar.querySelector("span").textContent = words();
  };
  listeners.push(draw);
  window.addEventListener("storage", changed);
  window.addEventListener("online", send);
  if (me || document.body.dataset.accounts !== "on") {
    setInterval(() => { if (sendable().length) send(); }, 3000);
    send();
  }
  draw();
  return { me, state, all, taken, isMine, keep, asks, again, onChange: (f) => listeners.push(f) };
})();

// The page that shows what waits: whose it is, why it was not taken, and the ways on.
(() => {
  const list = document.getElementById("waiting-list");
  if (!list) return;
  const queue = window.hasp.queue;
  const what = (e) => [e.kind === "bolt" ? `bolt ${e.bolt}` : e.kind, e.document.pass || e.document.step, e.document.result,
    e.document.reason].filter(Boolean).join(", ");
  const cell = (row, text) => { row.append(Object.assign(document.createElement("td"), { className: "t", textContent: text })); };
  const action = (row, e) => {
    const td = Object.assign(document.createElement("td"), { className: "t" });
    row.append(td);
    const foreign = !queue.isMine(e);
    if (!queue.me && document.body.dataset.accounts === "on") {
      td.textContent = e.by ? `Sent when ${e.by} signs in.` : "Sent when somebody signs in.";
      return;
    }
    if (!foreign && !e.problem) { td.textContent = "Sent as soon as the server answers."; return; }
    const input = Object.assign(document.createElement("input"), { placeholder: queue.asks(e), maxLength: 200 });
    input.setAttribute("aria-label", `${input.placeholder}: ${what(e)}`);
    const button = Object.assign(document.createElement("button"),
        { type: "button", className: "plain-button", textContent: foreign ? "Take over" : "Send again" });
    button.addEventListener("click", () => {
      if (queue.again(e, input.value.trim())) return;
      input.focus();
      input.setAttribute("aria-invalid", "true");
    });
    td.append(input, " ", button);
  };
  let shown = "";
  const draw = () => {
    const all = queue.all();
    // What is being typed stands until the list itself changes.
    if (JSON.stringify(all) === shown) return;
    shown = JSON.stringify(all);
    document.getElementById("waiting-none").hidden = all.length > 0;
    list.replaceChildren(...all.map((e) => {
      const row = document.createElement("tr");
      const joint = document.createElement("td");
      joint.className = "t";
      joint.append(Object.assign(document.createElement("a"), { href: `/joints/${e.joint}/tablet`,
        textContent: e.of || `joint ${e.joint}` }));
      row.append(joint);
      cell(row, what(e));
      cell(row, e.made.replace("T", " ").slice(0, 19));
      cell(row, e.by || (e.by === "" ? "nobody signed in" : "–"));
      cell(row, e.problem || "");
      action(row, e);
      return row;
    }));
  };
  queue.onChange(draw);
  draw();
})();
