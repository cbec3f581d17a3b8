import { useMemo, useState } from "react";
import {
  arrangeLoad,
  type FrameKnown,
  type FrameWidth,
  fitting,
  judgeLoad,
  type LoadJudgement,
  movedFrame,
} from "@/core/extraction";
import type { FloorMachine, FrameWaiting } from "@/house/spin/model";
import type { FloorView } from "@/house/spin/view";
import { figureIn } from "../../fields/figure";
import { useKept } from "../../kept";

export interface FrameToLoad extends FrameWaiting {
  readonly width: FrameWidth;
  /** How its weight is known. */
  readonly known: FrameKnown;
}

/** A weight somebody gave a frame, and how they know. */
interface GivenWeight {
  readonly kg: number;
  readonly known: FrameKnown;
}

/** Heavier is no frame. */
export const MOST_FRAME_KG = 15;
/** More than fit are looked at, so that the load balances. */
const TO_CHOOSE_AMONG = 6;

/** Frames as they were laid, in a machine as it was then. */
interface Laid {
  readonly slots: readonly (string | null)[];
  readonly deepSlots: FrameWidth;
}

export interface LoadAtHand {
  readonly slots: readonly (string | null)[];
  readonly arranged: boolean;
  readonly frameIn: (slot: number) => FrameToLoad | undefined;
  readonly frames: readonly FrameToLoad[];
  /** Supers that still have frames, and those the load shall come from; none means any. */
  readonly supers: readonly string[];
  readonly from: readonly string[];
  readonly choose: (superTag: string) => void;
  /** Frames that go in when nothing else is asked for. */
  readonly fit: number;
  readonly count: string;
  readonly setCount: (text: string) => void;
  readonly loaded: number;
  /** How it would pull, and how surely that is known; null without a machine. */
  readonly judged: LoadJudgement | null;
  readonly held: number | null;
  /** True when the frame that was moved last had no room where it should go. */
  readonly noRoom: boolean;
  readonly arrange: () => void;
  readonly press: (slot: number) => void;
  readonly swap: (from: number, to: number) => void;
  readonly pullOver: (swap: readonly [number, number] | null) => void;
  readonly weigh: (id: string, kg: number, known: FrameKnown) => void;
  /** Nothing is laid by hand any more: it lies as it is arranged. */
  readonly afresh: () => void;
  /** The load is in: nothing lies there, and what was weighed belongs to it. */
  readonly isIn: () => void;
}

/** The waiting frames placed so that they balance, as far as their weights are known. */
function arranged(
  ready: readonly FrameToLoad[],
  machine: FloorMachine,
  count: string,
): readonly (string | null)[] {
  const asked = Math.floor(figureIn(count) ?? 0);
  const n = machine.slots;
  const among = ready.slice(0, asked >= 1 ? Math.min(asked, n) : n + TO_CHOOSE_AMONG);
  return arrangeLoad(
    among.map((f) => ({ id: f.id, massKg: f.kg, width: f.width })),
    machine,
  ).slots;
}

/** The load as it lies in a machine: which frames, where, how they balance, and what moving one would do. */
export function useLoad(floor: FloorView, machine: FloorMachine | undefined): LoadAtHand {
  // Weighed frame by frame: outlives a reload, until the load is in.
  const [weights, setWeights] = useKept<Readonly<Record<string, GivenWeight>>>(
    "aumbry-frame-weights",
    // Once a load went in elsewhere nobody knows which frames are left.
    `${floor.batch} ${floor.done.framesIn}`,
    {},
  );
  const [laid, setLaid] = useState<Laid | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const [noRoom, setNoRoom] = useState(false);
  const [over, setOver] = useState<readonly [number, number] | null>(null);
  const [count, setCount] = useState("");
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const { slots: n, deepSlots } = machine ?? { slots: 0, deepSlots: 1 as FrameWidth };

  const frames = useMemo(
    () =>
      floor.frames.map(
        (f): FrameToLoad => ({
          ...f,
          kg: Math.min(MOST_FRAME_KG, weights[f.id]?.kg ?? f.kg),
          known: weights[f.id]?.known ?? "unknown",
          width: f.deep ? deepSlots : 1,
        }),
      ),
    [floor.frames, weights, deepSlots],
  );
  const byId = useMemo(() => new Map(frames.map((f) => [f.id, f])), [frames]);
  const supers = [...new Set(frames.map((f) => f.super))];
  const from = supers.filter((s) => chosen.includes(s));
  const wanted = from.join(" ");
  const ready = useMemo(
    () => (wanted === "" ? frames : frames.filter((f) => wanted.split(" ").includes(f.super))),
    [frames, wanted],
  );

  // Another tablet may have described the machine anew meanwhile: then it is arranged anew as well.
  const stands = laid !== null && laid.slots.length === n && laid.deepSlots === deepSlots;
  // The load opens arranged: an empty drum is no advice.
  const opening = useMemo(
    () => (machine ? arranged(ready, machine, count) : Array<string | null>(n).fill(null)),
    [machine, ready, count, n],
  );
  const slots = stands ? laid.slots : opening;
  const lay = (next: readonly (string | null)[] | null): void => {
    setLaid(next && { slots: next, deepSlots });
    setHeld(null);
    setNoRoom(false);
  };
  const moved = (a: number, b: number) => movedFrame(slots, (id) => byId.get(id)?.width ?? 1, a, b);
  const swap = (a: number, b: number): void => {
    const after = moved(a, b);
    if (after) lay(after);
    else {
      setHeld(null);
      setNoRoom(true);
    }
  };
  // While a frame is pulled the arrow already shows what letting it go there would do.
  const judged = machine
    ? judgeLoad(
        ((over && moved(...over)) || slots).map((id) => {
          const f = byId.get(id ?? "");
          return f ? { massKg: f.kg, width: f.width, known: f.known } : null;
        }),
        machine,
        machine.learntKgM,
      )
    : null;

  return {
    slots,
    arranged: slots.every((id, i) => id === opening[i]),
    frameIn: (slot) => byId.get(slots[slot] ?? ""),
    frames,
    supers,
    from,
    choose: (s) => setChosen(from.includes(s) ? from.filter((x) => x !== s) : [...from, s]),
    fit: fitting(ready, n).inside.length,
    count,
    setCount,
    loaded: slots.filter((id) => id && byId.has(id)).length,
    judged,
    held,
    noRoom,
    arrange: () => {
      if (!machine) return;
      lay(arranged(ready, machine, count));
    },
    press: (i) => (held === null ? setHeld(i) : held === i ? setHeld(null) : swap(held, i)),
    swap,
    pullOver: setOver,
    weigh: (id, kg, known) => {
      // What lies there stays where it lies while it is weighed.
      if (!stands) setLaid({ slots, deepSlots });
      setWeights({ ...weights, [id]: { kg, known } });
    },
    afresh: () => lay(null),
    isIn: () => {
      lay(null);
      setWeights({});
    },
  };
}
