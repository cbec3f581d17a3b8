/**
 * One line to the house for a whole browser: however many tabs are open, one of them listens and tells the others.
 * When it is closed the next takes over. A line that says nothing is given up and opened again.
 */
import { BroadcastChannel, createLeaderElection } from "broadcast-channel";

/** "silent": the house does not answer. "away": the house answers, its records do not. */
export type LineState = "opening" | "live" | "silent" | "away";

export type Told =
  /** The entry that was made; 0 or less when a device spoke, null when something may have been missed. */
  | { readonly kind: "entry"; readonly id: number | null }
  | { readonly kind: "state"; readonly state: LineState }
  /** A tab that just opened wants to know how things stand. */
  | { readonly kind: "asks" };

const SILENT_MS = 25_000;
const AGAIN_MS = 2000;

/** The stream itself, kept open; tells what comes and how it stands. Returns the way to end it. */
export function keepStream(address: string, tell: (told: Told) => void): () => void {
  let source: EventSource | null = null;
  let watch: ReturnType<typeof setTimeout> | undefined;
  let ended = false;
  let wasLive = false;
  const state = (next: LineState) => tell({ kind: "state", state: next });
  const heard = () => {
    clearTimeout(watch);
    watch = setTimeout(again, SILENT_MS);
  };
  function again(): void {
    source?.close();
    clearTimeout(watch);
    if (ended) return;
    state("silent");
    watch = setTimeout(open, AGAIN_MS);
  }
  function open(): void {
    source = new EventSource(address);
    heard();
    source.addEventListener("open", heard);
    source.addEventListener("beat", heard);
    source.addEventListener("entry", (event) => {
      heard();
      tell({ kind: "entry", id: Number(event.data) });
    });
    source.addEventListener("records", (event) => {
      heard();
      const live = event.data === "back";
      state(live ? "live" : "away");
      // Back after a break: something may have been missed.
      if (live && wasLive) tell({ kind: "entry", id: null });
      wasLive ||= live;
    });
    source.addEventListener("error", again);
  }
  open();
  return () => {
    ended = true;
    clearTimeout(watch);
    source?.close();
  };
}

/** Hears the house through the browser's one line. Returns the way to stop. */
export function hearHouse(address: string, hear: (told: Told) => void): () => void {
  const channel = new BroadcastChannel<Told>("aumbry-live", { webWorkerSupport: false });
  const elector = createLeaderElection(channel);
  let standing: LineState = "opening";
  let endStream = () => {};
  let stopped = false;
  let watch: ReturnType<typeof setTimeout> | undefined;
  const leads = () => elector.isLeader;
  /** Whoever leads says now and then how it stands; when nobody does, nobody listens. */
  const heardLeader = () => {
    clearTimeout(watch);
    watch = setTimeout(() => !leads() && hear({ kind: "state", state: "silent" }), SILENT_MS);
  };
  const tell = (told: Told) => {
    if (told.kind === "state") standing = told.state;
    hear(told);
    void channel.postMessage(told);
  };
  channel.onmessage = (told) => {
    if (told.kind === "asks") {
      if (leads() && standing !== "opening") void channel.postMessage({ kind: "state", state: standing });
      return;
    }
    heardLeader();
    if (told.kind === "state") standing = told.state;
    hear(told);
  };
  void channel.postMessage({ kind: "asks" });
  heardLeader();
  const beat = setInterval(() => {
    if (leads() && standing !== "opening") void channel.postMessage({ kind: "state", state: standing });
  }, SILENT_MS / 3);
  void elector.awaitLeadership().then(() => {
    if (!stopped) endStream = keepStream(address, tell);
  });
  return () => {
    stopped = true;
    clearTimeout(watch);
    clearInterval(beat);
    endStream();
    void channel.close();
  };
}
