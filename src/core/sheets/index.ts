/** The nine sheets, in their working order: what drafts, checks and shows a plan goes through this list. */

import { SHEETS, type SheetId } from "../sheet-ids";
import type { Change, DecisionPath } from "./decisions";
import { feed } from "./feed";
import { ground } from "./ground";
import { harvest } from "./harvest";
import { keep } from "./keep";
import { money } from "./money";
import { protect } from "./protect";
import { seed } from "./seed";
import type { Sheet } from "./sheet";
import { soil } from "./soil";
import { water } from "./water";

const BY_ID: Record<SheetId, Sheet> = { ground, soil, seed, feed, water, protect, harvest, keep, money };

export const SHEET_MODULES: readonly Sheet[] = SHEETS.map((id) => BY_ID[id]);

/** Decisions of no sheet that belong to one crop alone. */
const OF_THE_CROP: DecisionPath[] = ["targetTPerHa", "dates", "relaxed", "skipped", "overrides"];

/** What goes back to the guide when the crop, the kind or the planting method becomes another. */
export function fallBack(what: "crop" | "kind" | "method"): Change[] {
  const paths = SHEET_MODULES.flatMap((sheet) => sheet.fallsBack[what] ?? []);
  return [...paths, ...(what === "crop" ? OF_THE_CROP : [])].map((path) => ({ path, value: undefined }));
}
