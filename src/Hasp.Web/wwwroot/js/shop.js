// The plan played through and pointed out anew; clocks that run out; printing.
(() => {
  const ordinal = (n) => n + (n % 10 === 1 && n % 100 !== 11 ? "st" : n % 10 === 2 && n % 100 !== 12 ? "nd" : n % 10 === 3
      && n % 100 !== 13 ? "rd" : "th");
  let step = 0;
  let timer = null;
  let pointed = null;

  const figure = () => document.getElementById("tightening-plan");
  const order = () => figure().dataset.order.split(",");
  // What each bolt holds, step by step and pass after pass, where the bolts' interplay was worked out; else once round.
  const played = () => JSON.parse(figure().dataset.steps || "[]");
  const last = () => (played().length || order().length) - 1;
  const show = () => {
    const all = order();
    const steps = played();
    step = Math.min(Math.max(step, 0), last());
    const at = step % all.length;
    figure().querySelectorAll(".order-bolt").forEach((g) => {
      const turn = all.indexOf(g.dataset.bolt);
      g.classList.toggle("now", turn === at);
      g.classList.toggle("passed", turn < at);
      const left = g.querySelector("[data-left]");
      if (left && steps[step]) left.textContent = `${steps[step].left[g.dataset.bolt]} %`;
    });
    figure().querySelector("[data-play-words]").textContent = (steps[step] ? `${steps[step].pass}, ` : "")
        + `${ordinal(at + 1)}: bolt ${all[at]}`;
  };
  const stop = () => { clearInterval(timer); timer = null; const run =
      figure()?.querySelector("[data-play-run]"); if (run) run.textContent = "▶ Play"; };

  const words = () => {
    const keep = figure().querySelector("[data-point-keep]");
    figure().querySelector("[data-play-words]").textContent = pointed.length ? pointed.join(" – ") : "Choose the bolts one after another";
    keep.hidden = pointed.length === 0;
    keep.setAttribute("hx-vals", JSON.stringify({ numbers: pointed.join(", ") }));
    figure().querySelectorAll(".order-bolt").forEach((g) => g.classList.toggle("passed", pointed.includes(g.dataset.bolt)));
  };

  document.addEventListener("click", (e) => {
    if (e.target.closest("[data-print]")) { window.print(); return; }
    if (!figure()) return;
    const by = e.target.closest("[data-play-step]");
    if (by) { stop(); step += Number(by.dataset.playStep); show(); }
    if (e.target.closest("[data-play-run]")) {
      if (timer) { stop(); return; }
      step = 0;
      show();
      e.target.closest("[data-play-run]").textContent = "■ Stop";
      timer = setInterval(() => { if (!figure() || step >= last()) { stop(); return; } step += 1; show(); }, 700);
    }
    const point = e.target.closest("[data-point]");
    if (point) {
      pointed = pointed ? null : [];
      point.setAttribute("aria-pressed", pointed ? "true" : "false");
      if (pointed) words(); else { figure().querySelector("[data-point-keep]").hidden = true; show(); }
    }
    const bolt = e.target.closest(".order-bolt");
    if (bolt && pointed) { if (!pointed.includes(bolt.dataset.bolt)) pointed.push(bolt.dataset.bolt); words(); }
  });
  document.addEventListener("htmx:afterSettle", () => { pointed = null; stop(); });

  // What was said to hold until a time is said anew when it has come.
  setInterval(() => {
    for (const t of document.querySelectorAll("time[data-until]")) {
      if (Date.parse(t.dataset.until) > Date.now() || t.dataset.over) continue;
      t.dataset.over = "true";
      t.textContent += " – over";
      t.closest(".may, .lot-mark")?.classList.add("over");
    }
  }, 5000);
})();
