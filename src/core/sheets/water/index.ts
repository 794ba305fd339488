import { jobsInWords } from "../jobs-in-words";
import type { Sheet } from "../sheet";
import { taskOperations } from "../task-operations";

/** Sheet 5: water, for now as the guide's tasks, dated by days and stage. */
export const water: Sheet = {
  id: "water",
  fallsBack: {},
  operations: (draft) => taskOperations(draft, "water"),
  present: {
    result: (plan, words) => jobsInWords(plan, "water", words),
    figures: () => [],
    text: ({ crop: { guide } }) => [`Stop: ${guide.water.stop}.`],
  },
};
