// Runs before anything is drawn, and before the page can answer by itself.

// When this tablet has not chosen, the lamp goes by the system.
if (!document.documentElement.dataset.theme)
  document.documentElement.dataset.theme = matchMedia("(prefers-color-scheme: dark)").matches
    ? "lamp"
    : "day";

// A form without an address is sent by the page's own script or not at all: sent by the browser, what was typed would
// stand in the address, a password too, and the form would be gone.
addEventListener(
  "submit",
  (event) => {
    if (!event.target.hasAttribute("action")) event.preventDefault();
  },
  true,
);

// What fingers type before the page's scripts are there is kept for them: typed-early.tsx hands it over.
globalThis.typedEarly = {
  waiting: new Map(),
  /** Whether React listens to a field: it holds what stands there. By a property of its own; nothing public tells. */
  hears(field) {
    const key = Object.keys(field).find((k) => k.startsWith("__reactProps$"));
    if (key === undefined) return false;
    const held = field[key].value ?? null;
    return held === null || `${held}` === field.value;
  },
};
{
  const typed = (event) =>
    event.isTrusted && !["file", "checkbox", "radio"].includes(event.target.type) && globalThis.typedEarly;
  addEventListener(
    "input",
    (event) => {
      const { target } = event;
      if (typed(event))
        globalThis.typedEarly.waiting.set(target, { value: target.value, caret: target.selectionEnd });
    },
    true,
  );
  // Comes by after React has drawn what it heard; what it cannot hear yet it does not let come by.
  addEventListener("input", (event) => {
    if (typed(event) && globalThis.typedEarly.hears(event.target))
      globalThis.typedEarly.waiting.delete(event.target);
  });
}
