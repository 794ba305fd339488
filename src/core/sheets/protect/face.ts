import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const protectFace: Face = {
  id: "protect",
  fallsBack: { crop: ["protect"] },
  present: {
    result: (plan) => {
      const own = plan.operations.filter((o) => o.sheet === "protect");
      const looks = own.filter((o) => o.role === "look").length;
      return `${looks} ${looks === 1 ? "look" : "looks"} planned${own.length > looks ? `, ${own.length - looks} ${own.length - looks === 1 ? "job" : "jobs"}` : ""}`;
    },
  },
};
