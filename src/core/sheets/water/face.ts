import { jobsInWords } from "../jobs-in-words";
import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const waterFace: Face = {
  id: "water",
  fallsBack: { crop: ["water"] },
  present: {
    result: (plan, words) => {
      const { irrigations, netMm, season, pond } = plan.water;
      if (irrigations.length > 0)
        return `${irrigations.length} ${pond ? "refills" : "irrigations"}, ${words.quantity(netMm, "waterDepth", 0)}`;
      const { rehearsed } = plan.rehearsal;
      return season && rehearsed
        ? `${words.number(rehearsed.waterPct, 0)} % by rain alone`
        : jobsInWords(plan, "water", words);
    },
  },
};
