/** What each sheet finds wrong; apart from the sheets, so that a page which shows a plan can fetch it later. */

import type { SheetId } from "../../sheet-ids";
import { checkFeed } from "../feed/check";
import { checkGround } from "../ground/check";
import { checkHarvest } from "../harvest/check";
import { checkKeep } from "../keep/check";
import { checkMoney } from "../money/check";
import { checkProtect } from "../protect/check";
import { checkSeed } from "../seed/check";
import type { Check } from "../sheet";
import { checkSoil } from "../soil/check";
import { checkWater } from "../water/check";

export const SHEET_CHECKS: Record<SheetId, (check: Check) => void> = {
  ground: checkGround,
  soil: checkSoil,
  seed: checkSeed,
  feed: checkFeed,
  water: checkWater,
  protect: checkProtect,
  harvest: checkHarvest,
  keep: checkKeep,
  money: checkMoney,
};
