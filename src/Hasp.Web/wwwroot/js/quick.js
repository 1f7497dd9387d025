// The quick line under the hand: words go on from the tables, the last lines come back, and several at once get a field of their own.
(function () {
  "use strict";
  const line = document.getElementById("quick");
  if (!line) return;
  // Each account on this device has its own.
  const key = "hasp.lines:" + (document.body.dataset.account || ""), most = 20;
  const known = () => { try { return JSON.parse(localStorage.getItem(key)) || []; } catch { return []; } };
  const set = (text) => {
    line.value = text;
    line.dispatchEvent(new Event("input", { bubbles: true }));
    line.focus();
    line.setSelectionRange(text.length, text.length);
  };
  const choices = () => [...document.querySelectorAll("#quick-reading .completions [data-complete]")];

  // Where in the last lines one stands; −1 for what is being typed, which is kept meanwhile.
  let at = -1, typed = "";
  const recall = (by) => {
    const lines = known(), next = at + by;
    if (next < -1 || next >= lines.length) return;
    if (at < 0) typed = line.value;
    at = next;
    set(at < 0 ? typed : lines[at]);
  };

  line.addEventListener("keydown", (e) => {
    if (e.altKey || e.ctrlKey || e.metaKey || e.shiftKey) return;
    if (e.key === "ArrowUp") { e.preventDefault(); recall(1); }
    if (e.key === "ArrowDown" && at >= 0) { e.preventDefault(); recall(-1); return; }
    if (e.key === "ArrowDown" && choices().length > 0) { e.preventDefault(); choices()[0].focus(); }
  });
  document.addEventListener("keydown", (e) => {
    if (!e.target.dataset?.complete) return;
    const all = choices(), i = all.indexOf(e.target);
    const to = { ArrowRight: all[i + 1], ArrowDown: all[i + 1], ArrowLeft: all[i - 1], ArrowUp: all[i - 1] || line, Escape: line }[e.key];
    if (!to) return;
    e.preventDefault();
    to.focus();
  });
  document.addEventListener("click", (e) => {
    const chosen = e.target.closest?.("[data-complete]");
    if (chosen) set(chosen.dataset.complete + " ");
  });
  line.addEventListener("input", (e) => {
    if (e.isTrusted) at = -1;
    // They were for what stood there before: taken now, they would take back what was typed since.
    document.querySelectorAll("#quick-reading .completions, #quick-reading .chosen-words").forEach((e) => e.remove());
  });

  // Kept on this device alone: whatever is drawn up is in the project anyhow.
  line.form.addEventListener("submit", () => {
    const said = line.value.trim();
    if (!said) return;
    const last = [said, ...known().filter((l) => l !== said)].slice(0, most);
    try { localStorage.setItem(key, JSON.stringify(last)); } catch { /* full or refused */ }
  });

  // A field of one line would run several together.
  line.addEventListener("paste", (e) => {
    const lines = (e.clipboardData?.getData("text") || "").split(/\r?\n/).map((l) => l.trim()).filter(Boolean);
    const several = document.querySelector(".several"), field = document.getElementById("lines");
    if (lines.length < 2 || !field) return;
    e.preventDefault();
    several.open = true;
    field.value = lines.join("\n");
    field.focus();
  });
})();
