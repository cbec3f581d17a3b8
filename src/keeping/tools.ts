/** PostgreSQL's and the system's own tools, run without a shell and without a secret among their arguments. */
import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { open } from "node:fs/promises";
import { dirname, join } from "node:path";
import { KeepingFault } from "./fault";

/** Where Debian keeps the server's tools; PATH otherwise. */
export const pgTool = (name: string): string =>
  process.env.AUMBRY_PG_BIN ? join(process.env.AUMBRY_PG_BIN, name) : name;

/** Runs a tool to its end. @throws KeepingFault with the last of what it complained about */
export async function run(
  tool: string,
  args: readonly string[],
  env: Readonly<Record<string, string>> = {},
): Promise<void> {
  let said = "";
  const code = await new Promise<number | null>((resolve, reject) => {
    const child = spawn(tool, args, {
      env: { ...process.env, LC_ALL: "C.UTF-8", ...env },
      stdio: ["ignore", "ignore", "pipe"],
    });
    child.stderr.on("data", (chunk: Buffer) => {
      said = (said + chunk.toString()).slice(-2000);
    });
    child.on("error", reject);
    child.on("close", resolve);
  });
  if (code !== 0) throw new KeepingFault(said.trim().split("\n").slice(-3).join(" ") || `${tool} failed.`);
}

export async function sha256OfFile(path: string): Promise<string> {
  const hash = createHash("sha256");
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest("hex");
}

/** A file, or a folder's list of names, is on the disk and not only on its way there. */
export async function settle(path: string): Promise<void> {
  const handle = await open(path, "r");
  await handle.sync();
  await handle.close();
}

export const settleFolderOf = (path: string): Promise<void> => settle(dirname(path));

/** The same server, another database. */
export function databaseNamed(url: string, name: string): string {
  const to = new URL(url);
  to.pathname = `/${name}`;
  return to.toString();
}
