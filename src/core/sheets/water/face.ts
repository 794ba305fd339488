import { jobsInWords } from "../jobs-in-words";
import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const waterFace: Face = {
  id: "water",
  fallsBack: { crop: ["water"] },
  present: {
    result: (plan, words) => {
      const { gifts, netMm, relativeYieldPct, season, pond } = plan.water;
      if (gifts.length > 0)
        return `${gifts.length} ${pond ? "fillings" : "gifts"}, ${words.quantity(netMm, "waterDepth", 0)}`;
      return season ? `${words.number(relativeYieldPct, 0)} % by rain alone` : jobsInWords(plan, "water", words);
    },
  },
};
