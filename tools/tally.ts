/** Adds up what the test runners reported into one closing line. */
import { existsSync, readFileSync, rmSync } from "node:fs";

const PARTS = ["unit", "house", "e2e"].map((part) => `.aumbry/tally-${part}.json`);

if (process.argv[2] === "reset") {
  for (const file of PARTS) rmSync(file, { force: true });
} else {
  let passed = 0;
  let failed = 0;
  let secondTry = 0;
  for (const file of PARTS.filter((f) => existsSync(f))) {
    const report = JSON.parse(readFileSync(file, "utf8"));
    passed += report.numPassedTests ?? report.stats?.expected ?? 0;
    failed += report.numFailedTests ?? report.stats?.unexpected ?? 0;
    secondTry += report.stats?.flaky ?? 0;
  }
  const told = secondTry > 0 ? ` (${secondTry} of them at the second try)` : "";
  console.log(`${passed + secondTry} passed${told}, ${failed} failed`);
}
