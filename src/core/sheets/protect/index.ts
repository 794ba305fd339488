import type { Sheet } from "../sheet";
import { draftProtect } from "./draft";
import { protectFace } from "./face";
import { protectOperations } from "./operations";

/** Sheet 6: weeds, pests and diseases: looks and work of the guide, and treatments within their labels. */
export const protect: Sheet = {
  ...protectFace,
  draft: draftProtect,
  operations: protectOperations,
};
