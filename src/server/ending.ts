/** A server that is told to end takes nothing new, finishes what it began, and is gone. */
import type { Server, ServerResponse } from "node:http";

/** Longer than any command takes; what still goes on then is cut. */
const PATIENCE_MS = 20_000;

export class Ending {
  private readonly open = new Set<ServerResponse>();
  private told: (() => void) | null = null;

  get isEnding(): boolean {
    return this.told !== null;
  }

  /** Whoever is being answered is waited for. */
  watch(response: ServerResponse): void {
    this.open.add(response);
    response.once("close", () => {
      this.open.delete(response);
      this.look();
    });
  }

  /** Ends once nobody is being answered any more. A live line is told nothing by waiting: its tablet comes again. */
  async end(server: Server): Promise<void> {
    const done = new Promise<void>((resolve) => {
      this.told = resolve;
    });
    server.close();
    server.closeIdleConnections();
    const patience = setTimeout(() => this.told?.(), PATIENCE_MS);
    // A connection that is kept for the next question holds nobody up.
    const idle = setInterval(() => server.closeIdleConnections(), 100);
    this.look();
    await done;
    clearTimeout(patience);
    clearInterval(idle);
    server.closeAllConnections();
  }

  private look(): void {
    if (!this.told) return;
    const answered = [...this.open].filter((response) => !isLive(response));
    if (answered.length > 0) return;
    for (const live of this.open) live.destroy();
    this.told();
  }
}

const isLive = (response: ServerResponse): boolean =>
  `${response.getHeader("content-type") ?? ""}`.startsWith("text/event-stream");
