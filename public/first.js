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
globalThis.typedEarly = new Map();
addEventListener(
  "input",
  ({ isTrusted, target }) => {
    if (isTrusted && !["file", "checkbox", "radio"].includes(target.type))
      globalThis.typedEarly?.set(target, target.value);
  },
  true,
);
