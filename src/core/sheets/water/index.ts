import { jobsInWords } from "../jobs-in-words";
import type { Sheet } from "../sheet";
import { taskOperations } from "../task-operations";
import { draftWater } from "./draft";
import { waterGifts } from "./operations";

/** Sheet 5: the store of water in the soil, gifts by a school, standing water, and what they take. */
export const water: Sheet = {
  id: "water",
  fallsBack: { crop: ["water"] },
  operations: (draft) => taskOperations(draft, "water"),
  dated: draftWater,
  follows: waterGifts,
  present: {
    result: (plan, words) => {
      const { gifts, netMm, relativeYieldPct, season, pond } = plan.water;
      if (gifts.length > 0)
        return `${gifts.length} ${pond ? "fillings" : "gifts"}, ${words.quantity(netMm, "waterDepth", 0)}`;
      return season ? `${words.number(relativeYieldPct, 0)} % by rain alone` : jobsInWords(plan, "water", words);
    },
  },
};
