import type { Sheet } from "../sheet";
import { taskOperations } from "../task-operations";
import { protectFace } from "./face";

/** Sheet 6: weeds, pests and diseases, for now as looks and work of the guide, dated by days and stage. */
export const protect: Sheet = {
  ...protectFace,
  operations: (draft) => taskOperations(draft, "protect"),
};
