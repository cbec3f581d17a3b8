/**
 * What was typed or scanned goes through in its order, one after the other, however fast it comes: a scanner does
 * not wait. A line is taken when Enter is pressed; what the house does not understand comes back with its reason.
 */
import type { Understood } from "@/house/line";

export interface QueuedLine {
  readonly text: string;
  /** The late clock as it stood when Enter was pressed. */
  readonly at: string | null;
}

export type LineOutcome =
  | { readonly kind: "done"; readonly say: string }
  | { readonly kind: "opened"; readonly href: string }
  | {
      readonly kind: "refused";
      readonly line: QueuedLine;
      readonly say: string;
      readonly of: Understood | null;
    };

export interface LineRoad {
  /** Says back what a line means. @throws when the house does not answer */
  readonly ask: (line: QueuedLine) => Promise<Understood>;
  /** Carries it out. @throws when the house does not answer */
  readonly carryOut: (
    line: QueuedLine,
    command: string,
    input: object,
  ) => Promise<{ readonly ok: true; readonly say: string } | { readonly ok: false; readonly say: string }>;
  readonly heard: (outcome: LineOutcome) => void;
  /** How many lines wait, the one under way included, and whether the house is silent. */
  readonly waits: (count: number, silent: boolean) => void;
  /** Before a line is tried again that the house did not answer. */
  readonly pause: () => Promise<void>;
}

export interface LineQueue {
  readonly take: (line: QueuedLine) => void;
}

export function lineQueue(road: LineRoad): LineQueue {
  const waiting: QueuedLine[] = [];
  let running = false;

  async function through(line: QueuedLine): Promise<LineOutcome> {
    const of = await road.ask(line);
    if (of.kind === "open") return { kind: "opened", href: of.href };
    if (of.kind === "unclear") return { kind: "refused", line, say: of.say, of };
    const answer = await road.carryOut(line, of.command, of.input);
    return answer.ok
      ? { kind: "done", say: answer.say }
      : { kind: "refused", line, say: answer.say, of: null };
  }

  async function run(): Promise<void> {
    if (running) return;
    running = true;
    for (let line = waiting[0]; line; line = waiting[0]) {
      road.waits(waiting.length, false);
      try {
        const outcome = await through(line);
        waiting.shift();
        road.heard(outcome);
      } catch {
        // It stays where it is, first in line, with the key it had.
        road.waits(waiting.length, true);
        await road.pause();
      }
    }
    running = false;
    road.waits(0, false);
  }

  return {
    take(line) {
      waiting.push(line);
      void run();
    },
  };
}
