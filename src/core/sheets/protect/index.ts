import type { Sheet } from "../sheet";
import { draftProtect, signProtect } from "./draft";
import { protectFace } from "./face";
import { protectOperations } from "./operations";
import { threatsOf } from "./threats";

/** Sheet 6: weeds, pests and diseases: looks and work of the guide, and treatments within their labels. */
export const protect: Sheet = {
  ...protectFace,
  draft: draftProtect,
  operations: protectOperations,
  dated: (draft, solved) => {
    draft.parts.protect.threats = threatsOf(draft, solved);
    signProtect(draft, solved);
  },
};
