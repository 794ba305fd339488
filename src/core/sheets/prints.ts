/** What each sheet prints; apart from the sheets, so that a page which shows a plan need not carry it. */

import type { SheetId } from "../sheet-ids";
import { feedPrint } from "./feed/print";
import { groundPrint } from "./ground/print";
import { harvestPrint } from "./harvest/print";
import { keepPrint } from "./keep/print";
import { moneyPrint } from "./money/print";
import { protectPrint } from "./protect/print";
import { seedPrint } from "./seed/print";
import type { Print } from "./sheet";
import { soilPrint } from "./soil/print";
import { waterPrint } from "./water/print";

export const SHEET_PRINTS: Record<SheetId, Print> = {
  ground: groundPrint,
  soil: soilPrint,
  seed: seedPrint,
  feed: feedPrint,
  water: waterPrint,
  protect: protectPrint,
  harvest: harvestPrint,
  keep: keepPrint,
  money: moneyPrint,
};
