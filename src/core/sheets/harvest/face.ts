import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const harvestFace: Face = {
  id: "harvest",
  fallsBack: { crop: ["harvest"], kind: ["harvest/endUse"], method: ["harvest/methodId"], product: ["harvest"] },
  present: {
    result: (plan, words) =>
      plan.harvestDate
        ? `about ${words.date(plan.harvestDate)}${plan.harvest.cutPct === null ? "" : `, ${words.number(plan.harvest.cutPct, 0)} %`}`
        : "no date",
  },
};
