/** Copies of the application on one database, to be killed, stopped and started again at the same address. */
import { type ChildProcess, spawn } from "node:child_process";
import { createServer } from "node:net";

export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

export class Copy {
  private child: ChildProcess | undefined;
  /** The server's last words. */
  complaints = "";

  constructor(
    readonly port: number,
    private readonly databaseUrl: string,
    private readonly heads: string,
    private readonly endedByItself: () => void,
  ) {}

  async start(): Promise<void> {
    const child = spawn(process.execPath, [".next/serve.mjs"], {
      env: {
        ...process.env,
        DATABASE_URL: this.databaseUrl,
        PORT: String(this.port),
        HOST: "127.0.0.1",
        NODE_ENV: "production",
        AUMBRY_HEADS: this.heads,
        AUMBRY_LOG: "error",
      },
      stdio: ["ignore", "pipe", "pipe"],
    });
    this.child = child;
    await new Promise<void>((resolve, reject) => {
      child.stdout?.on("data", (chunk: Buffer) => /Ready in/.test(chunk.toString()) && resolve());
      child.stderr?.on("data", (chunk: Buffer) => {
        this.complaints = (this.complaints + chunk.toString()).slice(-4000);
      });
      child.on("exit", () => reject(new Error(`The server ended: ${this.complaints}`)));
    });
    child.removeAllListeners("exit");
    child.on("exit", (_, signal) => {
      if (signal === null && this.child === child) this.endedByItself();
    });
  }

  /** As a power cut would. */
  kill(): void {
    this.child?.kill("SIGKILL");
  }

  /** As whoever keeps it would: what it began it finishes. */
  async stop(): Promise<void> {
    const child = this.child;
    this.child = undefined;
    const gone = new Promise<void>((resolve) => child?.once("exit", () => resolve()));
    child?.kill("SIGTERM");
    await gone;
  }

  end(): void {
    this.child?.removeAllListeners("exit");
    this.child?.kill("SIGKILL");
  }
}
