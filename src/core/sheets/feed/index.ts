import type { Sheet } from "../sheet";
import { draftFeed } from "./draft";
import { feedFace } from "./face";
import { feedOperations } from "./operations";

/** Sheet 4: needs, splits, products and the balance of nutrients. */
export const feed: Sheet = {
  ...feedFace,
  draft: draftFeed,
  operations: feedOperations,
};
