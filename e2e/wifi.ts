/** The way from a tablet to the house, which can go away and come back at the same address. */
import { createServer, connect as dial, type Socket } from "node:net";
import { tied } from "@/db/testing/faulty-wire";

export interface Wifi {
  readonly url: string;
  /** Gone, not about to go: what the house had taken in already is answered with a broken line. */
  away(): Promise<void>;
  back(): Promise<void>;
}

/** Leads to the house at `url` until it is away. */
export async function wifiTo(url: string): Promise<Wifi> {
  const house = new URL(url);
  const open = new Set<Socket>();
  const server = createServer((near) => {
    const far = dial(Number(house.port), house.hostname);
    tied(near, far, open);
    near.pipe(far).pipe(near);
  });
  const listen = (port: number) =>
    new Promise<void>((resolve, reject) => {
      server.once("error", reject);
      server.listen(port, house.hostname, resolve);
    });
  await listen(0);
  const { port } = server.address() as { port: number };
  const here = new URL(url);
  here.port = String(port);
  return {
    url: here.origin,
    away: async () => {
      const shut = new Promise((resolve) => server.close(resolve));
      for (const end of open) end.destroy();
      await shut;
    },
    back: () => listen(port),
  };
}
