import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const alias = { "@": fileURLToPath(new URL("./src", import.meta.url)) };

export default defineConfig({
  resolve: { alias },
  test: {
    // A test that waits for its database leaves the machine to another.
    maxWorkers: availableParallelism() + 1,
    projects: [
      {
        resolve: { alias },
        test: {
          name: "unit",
          include: [
            "src/*.test.ts",
            "src/core/**/*.test.ts",
            "src/ui/**/*.test.ts",
            "src/server/**/*.test.ts",
          ],
          environment: "node",
          // They compute and keep nothing: what they share is read once a worker, not once a file.
          isolate: false,
          // A net for a busy machine; none needs a tenth of it on a quiet one.
          testTimeout: 300_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: "house",
          include: [
            "src/house/**/*.test.ts",
            "src/practice/**/*.test.ts",
            "src/db/**/*.test.ts",
            "src/demo/**/*.test.ts",
            "src/api/**/*.test.ts",
            "src/keeping/**/*.test.ts",
          ],
          environment: "node",
          globalSetup: ["src/db/testing/template.ts"],
          // Each worker reads the whole house, hundreds of files: by node itself in a third of the time.
          execArgv: ["--import", "tsx"],
          experimental: { viteModuleRunner: false, nodeLoader: false },
          // What the house is made of is read once a worker, not once a file; every test has a database of its own.
          isolate: false,
          testTimeout: 300_000,
          hookTimeout: 300_000,
        },
      },
    ],
  },
});
