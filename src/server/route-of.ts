/**
 * The kind of thing an address asks for, out of a short list: what is counted and written down tells no tag, name or
 * question of anybody, and no stranger can make the list long.
 */
export const SCREENS: ReadonlySet<string> = new Set([
  "yard",
  "hot-room",
  "spin",
  "settle",
  "store",
  "bottle",
  "out",
  "trace",
  "tape",
  "held",
  "laboratory",
  "recall",
  "season",
  "set-up",
  "people",
  "practice",
  "first-hour",
  "work",
  "sw.js",
  "sign-in",
  "begin",
  "lot",
  "01",
  "labels",
  "tags",
  "plans",
  "closing",
  "checks",
  "checks-report",
  "field-card",
  "epcis",
  "analysis",
  "dispatch",
  "owner",
  "papers",
  "recall-list",
  "season-report",
  "stock-list",
  "store-calendar",
]);
export const API: ReadonlySet<string> = new Set([
  "blend",
  "commands",
  "correct",
  "csv",
  "devices",
  "door",
  "epcis",
  "events",
  "health",
  "jar-plan",
  "label",
  "label-jobs",
  "laboratory",
  "line",
  "openapi.json",
  "papers",
  "practice",
  "seals",
  "stand-ins",
  "trace",
]);

export function routeOf(address: string): string {
  const [first = "", second = "", third = ""] = (address.split("?", 1)[0] ?? "").split("/").slice(1);
  if (first === "") return "/";
  if (first === "_next") return "/_next";
  if (first === "metrics") return "/metrics";
  if (first === "api") return second === "v1" && API.has(third) ? `/api/v1/${third}` : "/api/other";
  return SCREENS.has(first) ? `/${first}` : "/other";
}

/** What is not worth a line of its own: the application's files, the stream, and those who only ask whether it lives. */
export const isQuiet = (route: string): boolean =>
  route === "/_next" || route === "/metrics" || route === "/api/v1/events" || route === "/api/v1/health";
