import { jobsInWords } from "../jobs-in-words";
import type { Sheet } from "../sheet";
import { keepOperations } from "./operations";

/** Sheet 8: drying, curing and storing, dated by days from the harvest. */
export const keep: Sheet = {
  id: "keep",
  fallsBack: {},
  operations: keepOperations,
  present: {
    result: (plan, words) => jobsInWords(plan, "keep", words),
  },
};
