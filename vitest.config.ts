import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";

const alias = { "@": fileURLToPath(new URL("./src", import.meta.url)) };

/** What takes longest, first: begun last, one worker would wait for it alone. */
const LONGEST = ["extreme-decisions", "documents/documents", "plan-laws", "read-file", "harvest-sheet"];
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const place = ({ moduleId }: TestSpecification) => {
      const at = LONGEST.findIndex((name) => moduleId.endsWith(`${name}.test.ts`));
      return at < 0 ? LONGEST.length : at;
    };
    return (await super.sort(files)).sort((a, b) => place(a) - place(b));
  }
}

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    projects: [
      {
        resolve: { alias },
        // none of these keeps anything, so that files may share what they load
        test: { name: "unit", include: ["src/**/*.test.ts"], testTimeout: 60_000, isolate: false, maxWorkers: 2 },
      },
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
