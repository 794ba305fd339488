import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const soilFace: Face = {
  id: "soil",
  fallsBack: { crop: ["soil"] },
  present: {
    result: ({ soil }, words) =>
      soil.limeTPerHa > 0
        ? `lime ${words.quantity(soil.limeTPerHa, "dressing")}`
        : soil.salt.gypsumTPerHa
          ? `gypsum ${words.quantity(soil.salt.gypsumTPerHa, "dressing")}`
          : soil.testAgeDays === null
            ? "no soil test"
            : "no lime needed",
  },
};
