/** Makes the houses before any test, in a process of its own: the runner would read all they are made of much slower. */
import { execFileSync } from "node:child_process";

export default function globalSetup(): void {
  execFileSync(process.execPath, ["--import", "tsx", "e2e/make-houses.ts"], { stdio: "inherit" });
}
