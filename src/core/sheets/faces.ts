/** The faces of the nine sheets, in their working order: for pages that show a plan before the sheets that draft it are there. */

import { SHEETS, type SheetId } from "../sheet-ids";
import type { Change, DecisionPath } from "./decisions";
import { feedFace } from "./feed/face";
import { groundFace } from "./ground/face";
import { harvestFace } from "./harvest/face";
import { keepFace } from "./keep/face";
import { moneyFace } from "./money/face";
import { protectFace } from "./protect/face";
import { seedFace } from "./seed/face";
import type { Face } from "./sheet";
import { soilFace } from "./soil/face";
import { waterFace } from "./water/face";

const BY_ID: Record<SheetId, Face> = {
  ground: groundFace,
  soil: soilFace,
  seed: seedFace,
  feed: feedFace,
  water: waterFace,
  protect: protectFace,
  harvest: harvestFace,
  keep: keepFace,
  money: moneyFace,
};

export const SHEET_FACES: readonly Face[] = SHEETS.map((id) => BY_ID[id]);

/** Decisions of no sheet that belong to one crop alone. */
const OF_THE_CROP: DecisionPath[] = ["targetTPerHa", "dates", "relaxed", "skipped", "overrides"];

/** What goes back to the guide when the crop, the kind or the planting method becomes another. */
export function fallBack(what: "crop" | "kind" | "method"): Change[] {
  const paths = SHEET_FACES.flatMap((sheet) => sheet.fallsBack[what] ?? []);
  return [...paths, ...(what === "crop" ? OF_THE_CROP : [])].map((path) => ({ path, value: undefined }));
}
