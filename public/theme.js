// Before the first paint: when this tablet has not chosen, the lamp goes by the system.
if (!document.documentElement.dataset.theme)
  document.documentElement.dataset.theme = matchMedia("(prefers-color-scheme: dark)").matches
    ? "lamp"
    : "day";
