"use client";

import dynamic from "next/dynamic";
import type { ComponentType } from "react";
import type { SheetId } from "@/core/sheet-ids";
import { GroundSheet } from "./ground/ground-sheet";

// a plan opens on its first sheet; the others come when they are opened, or shortly after the page (see LATER_SHEETS)
const LATER = {
  soil: () => import("./soil/soil-sheet").then((m) => m.SoilSheet),
  seed: () => import("./seed/seed-sheet").then((m) => m.SeedSheet),
  feed: () => import("./feed/feed-sheet").then((m) => m.FeedSheet),
  water: () => import("./water/water-sheet").then((m) => m.WaterSheet),
  protect: () => import("./protect/protect-sheet").then((m) => m.ProtectSheet),
  harvest: () => import("./harvest/harvest-sheet").then((m) => m.HarvestSheet),
  keep: () => import("./keep/keep-sheet").then((m) => m.KeepSheet),
  money: () => import("./money/money-sheet").then((m) => m.MoneySheet),
};

/** The screen of each sheet. */
export const SHEET_SCREENS: Record<SheetId, ComponentType> = {
  ground: GroundSheet,
  soil: dynamic(LATER.soil),
  seed: dynamic(LATER.seed),
  feed: dynamic(LATER.feed),
  water: dynamic(LATER.water),
  protect: dynamic(LATER.protect),
  harvest: dynamic(LATER.harvest),
  keep: dynamic(LATER.keep),
  money: dynamic(LATER.money),
};

/** What fetches the sheets that a plan does not open on. */
export const LATER_SHEETS: (() => Promise<unknown>)[] = Object.values(LATER);
