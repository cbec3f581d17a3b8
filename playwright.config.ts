import { availableParallelism } from "node:os";
import { defineConfig } from "@playwright/test";

// The runner is kept at 1.59: from 1.60 on it writes down all that stands on a page each time an expectation is not met
// yet, for a message nobody reads when it is met a moment later. That took a third of what the pages took themselves.
export default defineConfig({
  testDir: "e2e",
  fullyParallel: true,
  // One more than there are processors: some wait for a house that is away.
  workers: availableParallelism() + 1,
  // Far more than any needs: a net for a machine that is busy with other things.
  timeout: 600_000,
  expect: { timeout: 30_000 },
  // A browser on a busy machine stumbles at times: once more, in a house of its own, and the tally tells of it.
  retries: 1,
  reporter: "list",
  use: {
    // What is not there by then will not come: a missing button is told at once, not at the test's end.
    actionTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    // A browser that keeps screens is tried where that is the matter.
    serviceWorkers: "block",
    // A trace draws every step twice over: it is kept where something is tried again.
    trace: "on-first-retry",
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // A test opens a page and leaves it: what is made quick there, and beside, is hardly used. A tenth of a page's
        // work; what runs ten thousand times over, as a day's simulating does, is made quick all the same. And with room
        // for all a page makes, little of it is swept up while it is used.
        "--js-flags=--single-threaded,--invocation-count-for-maglev=4000,--invocation-count-for-turbofan=30000,--min-semi-space-size=64,--max-semi-space-size=64",
      ],
    },
  },
});
