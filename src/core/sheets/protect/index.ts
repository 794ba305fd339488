import type { Sheet } from "../sheet";
import { taskOperations } from "../task-operations";

/** Sheet 6: weeds, pests and diseases, for now as looks and work of the guide, dated by days and stage. */
export const protect: Sheet = {
  id: "protect",
  fallsBack: {},
  operations: (draft) => taskOperations(draft, "protect"),
  present: {
    result: (plan) => {
      const own = plan.operations.filter((o) => o.sheet === "protect");
      const looks = own.filter((o) => o.role === "look").length;
      return `${looks} ${looks === 1 ? "look" : "looks"} planned${own.length > looks ? `, ${own.length - looks} ${own.length - looks === 1 ? "job" : "jobs"}` : ""}`;
    },
  },
};
