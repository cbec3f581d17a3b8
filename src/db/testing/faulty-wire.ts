/** A wire between the application and its database that can be cut, or fall silent, at a chosen moment. */
import { createServer, connect as dial, type Socket } from "node:net";
import { reach } from "../reach";

export type Fault = "none" | "cut-before-commit" | "cut-after-commit" | "silent";

export interface FaultyWire {
  readonly url: string;
  /** What happens from now on; a cut happens `times` times. */
  be(fault: Fault, times?: number): void;
  close(): Promise<void>;
}

/** Where one end of a wire goes, the other goes too; `open` holds the ends there are. */
export function tied(near: Socket, far: Socket, open: Set<Socket>): void {
  for (const end of [near, far]) {
    open.add(end);
    end.on("error", () => {});
    end.on("close", () => {
      open.delete(end);
      near.destroy();
      far.destroy();
    });
  }
}

/** Lets everything through to the database at `url` until told otherwise. */
export async function faultyWire(url: string): Promise<FaultyWire> {
  const { host, port: there } = reach(url);
  let fault: Fault = "none";
  let left = 0;
  const open = new Set<Socket>();
  const server = createServer((near) => {
    const far = host.startsWith("/") ? dial(`${host}/.s.PGSQL.${there}`) : dial(there, host);
    tied(near, far, open);
    near.on("data", (chunk) => {
      if (fault === "silent") return;
      const commits = left > 0 && /\bCOMMIT\b/i.test(chunk.toString("latin1"));
      if (commits && fault === "cut-before-commit") {
        left -= 1;
        near.destroy();
        return;
      }
      far.write(chunk);
      if (commits && fault === "cut-after-commit") {
        left -= 1;
        // The database has it; its answer never arrives.
        far.removeAllListeners("data");
        setTimeout(() => near.destroy(), 50);
      }
    });
    far.on("data", (chunk) => {
      if (fault !== "silent") near.write(chunk);
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as { port: number };
  const through = new URL(url);
  through.hostname = "127.0.0.1";
  through.port = String(port);
  // The wire's port is not in the file of passwords.
  through.password = await passwordFor(url);
  return {
    url: through.toString(),
    be(next, times = 1) {
      fault = next;
      left = times;
    },
    close: async () => {
      for (const end of open) end.destroy();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}

async function passwordFor(url: string): Promise<string> {
  const { password } = reach(url);
  return typeof password === "string" ? password : password();
}
