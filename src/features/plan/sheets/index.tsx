import type { ComponentType } from "react";
import type { SheetId } from "@/core/sheet-ids";
import { FeedSheet } from "./feed/feed-sheet";
import { GroundSheet } from "./ground/ground-sheet";
import { HarvestSheet } from "./harvest/harvest-sheet";
import { KeepSheet } from "./keep/keep-sheet";
import { MoneySheet } from "./money/money-sheet";
import { ProtectSheet } from "./protect/protect-sheet";
import { SeedSheet } from "./seed/seed-sheet";
import { SoilSheet } from "./soil/soil-sheet";
import { WaterSheet } from "./water/water-sheet";

/** The screen of each sheet. */
export const SHEET_SCREENS: Record<SheetId, ComponentType> = {
  ground: GroundSheet,
  soil: SoilSheet,
  seed: SeedSheet,
  feed: FeedSheet,
  water: WaterSheet,
  protect: ProtectSheet,
  harvest: HarvestSheet,
  keep: KeepSheet,
  money: MoneySheet,
};
