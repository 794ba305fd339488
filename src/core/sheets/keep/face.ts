import { jobsInWords } from "../jobs-in-words";
import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const keepFace: Face = {
  id: "keep",
  fallsBack: { crop: ["keep"], product: ["keep"] },
  present: {
    result: (plan, words) => jobsInWords(plan, "keep", words),
  },
};
