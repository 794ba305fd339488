import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const harvestFace: Face = {
  id: "harvest",
  fallsBack: {},
  present: {
    result: (plan, words) => (plan.harvestDate ? `about ${words.date(plan.harvestDate)}` : "no date"),
  },
};
