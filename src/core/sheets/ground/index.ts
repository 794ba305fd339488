import type { Sheet } from "../sheet";
import { draftGround } from "./draft";
import { groundFace } from "./face";
import { groundOperations } from "./operations";

/** Sheet 1: how the ground is worked, two systems side by side. */
export const ground: Sheet = {
  ...groundFace,
  draft: draftGround,
  operations: groundOperations,
};
