import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const alias = { "@": fileURLToPath(new URL("./src", import.meta.url)) };

export default defineConfig({
  test: {
    projects: [
      { resolve: { alias }, test: { name: "unit", include: ["src/**/*.test.ts"], testTimeout: 60_000 } },
      {
        resolve: { alias },
        // one after another against one server and one database
        test: {
          name: "system",
          include: ["tests/**/*.test.ts"],
          globalSetup: ["tests/support/global-setup.ts"],
          testTimeout: 300_000,
          hookTimeout: 180_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
