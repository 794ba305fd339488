import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const groundFace: Face = {
  id: "ground",
  fallsBack: { crop: ["ground"], method: ["ground/systemId", "ground/compareWith"] },
  present: {
    result: (plan) => plan.ground.chosen.name.toLowerCase(),
  },
};
