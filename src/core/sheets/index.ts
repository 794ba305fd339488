/** The nine sheets, in their working order: what drafts, checks and shows a plan goes through this list. */

import { SHEETS, type SheetId } from "../sheet-ids";
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
