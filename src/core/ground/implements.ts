/**
 * Implements: draft coefficients by ASABE D497 where the standard has them, fuel per hectare from tables where not, and
 * how much of the residue cover each leaves.
 */

import type { DraftTexture } from "../soil/texture";

interface Implement {
  name: string;
  /** D497: force = F (A + B S + C S^2) T, per metre of width or per tool; null where the standard has none */
  draft: { a: number; b: number; c: number; f: Record<DraftTexture, number>; perTool: boolean } | null;
  /** diesel where no draft is computed [L/ha], medium soil */
  tableFuelLPerHa?: number;
  /** what pulls or drives it: a farm's tractors, or its harvesters */
  power: "tractor" | "harvester";
  /** usual size and speed, for passes that give none of their own: assumption */
  usual: { widthM: number; speedKmH: number; fieldEfficiencyPct: number };
  /** works in standing water */
  inWater?: boolean;
  /** can be set deeper to break a compacted layer */
  loosens?: boolean;
  /** what of the site it takes away for this season */
  mends?: "stones";
  /** what does the same in ground that was not worked */
  unworked?: string;
  /** share of the residue cover left by one pass over cereal straw, and over fragile residue */
  retention: number;
  fragileRetention: number;
  source: string;
}

/** Fuel where the standard has no draft: recalled, typical of extension tables, a third either way. */
const FUEL_TABLE = "typical field fuel use, recalled (range about a third either way)";

export const IMPLEMENTS = {
  mouldboard: {
    name: "mouldboard plough",
    loosens: true,
    power: "tractor",
    usual: { widthM: 2.1, speedKmH: 7, fieldEfficiencyPct: 80 },
    draft: { a: 652, b: 0, c: 5.1, f: { fine: 1, medium: 0.7, coarse: 0.45 }, perTool: false },
    retention: 0.05,
    fragileRetention: 0.03,
    source: "ASABE D497, mouldboard plough",
  },
  chisel: {
    name: "chisel plough, straight points",
    loosens: true,
    power: "tractor",
    usual: { widthM: 3, speedKmH: 6, fieldEfficiencyPct: 80 },
    draft: { a: 91, b: 5.4, c: 0, f: { fine: 1, medium: 0.85, coarse: 0.65 }, perTool: true },
    retention: 0.6,
    fragileRetention: 0.4,
    source: "ASABE D497, chisel plough, 5 cm straight point",
  },
  tandemDisc: {
    name: "tandem disc, primary",
    power: "tractor",
    usual: { widthM: 4, speedKmH: 9, fieldEfficiencyPct: 80 },
    draft: { a: 309, b: 16, c: 0, f: { fine: 1, medium: 0.88, coarse: 0.78 }, perTool: false },
    retention: 0.5,
    fragileRetention: 0.3,
    source: "ASABE D497, tandem disc harrow, primary tillage",
  },
  harrow: {
    name: "seedbed harrow",
    power: "tractor",
    usual: { widthM: 5, speedKmH: 8, fieldEfficiencyPct: 80 },
    draft: null,
    tableFuelLPerHa: 5,
    retention: 0.8,
    fragileRetention: 0.6,
    source: FUEL_TABLE,
  },
  powerHarrow: {
    name: "power harrow",
    power: "tractor",
    usual: { widthM: 3, speedKmH: 5, fieldEfficiencyPct: 80 },
    draft: null,
    tableFuelLPerHa: 12,
    retention: 0.7,
    fragileRetention: 0.5,
    source: FUEL_TABLE,
  },
  drill: {
    name: "drill",
    unworked: "directDrill",
    power: "tractor",
    usual: { widthM: 3, speedKmH: 8, fieldEfficiencyPct: 70 },
    draft: null,
    tableFuelLPerHa: 4,
    retention: 0.85,
    fragileRetention: 0.75,
    source: FUEL_TABLE,
  },
  directDrill: {
    name: "direct drill",
    power: "tractor",
    usual: { widthM: 3, speedKmH: 8, fieldEfficiencyPct: 70 },
    draft: null,
    tableFuelLPerHa: 7,
    retention: 0.85,
    fragileRetention: 0.7,
    source: FUEL_TABLE,
  },
  shredder: {
    name: "stubble shredder",
    power: "tractor",
    usual: { widthM: 4, speedKmH: 9, fieldEfficiencyPct: 80 },
    draft: null,
    tableFuelLPerHa: 6,
    retention: 0.95,
    fragileRetention: 0.9,
    source: FUEL_TABLE,
  },
  roller: {
    name: "ring roller",
    power: "tractor",
    usual: { widthM: 6, speedKmH: 8, fieldEfficiencyPct: 85 },
    draft: null,
    tableFuelLPerHa: 2.5,
    retention: 1,
    fragileRetention: 0.95,
    source: FUEL_TABLE,
  },
  bedRidger: {
    name: "ridger",
    power: "tractor",
    usual: { widthM: 3.6, speedKmH: 5, fieldEfficiencyPct: 75 },
    draft: null,
    tableFuelLPerHa: 9,
    retention: 0.4,
    fragileRetention: 0.25,
    source: FUEL_TABLE,
  },
  destoner: {
    name: "stone separator",
    mends: "stones",
    power: "tractor",
    usual: { widthM: 1.8, speedKmH: 3.5, fieldEfficiencyPct: 70 },
    draft: null,
    tableFuelLPerHa: 38,
    retention: 0.2,
    fragileRetention: 0.1,
    source: FUEL_TABLE,
  },
  puddler: {
    name: "rotary puddler",
    inWater: true,
    power: "tractor",
    usual: { widthM: 1.6, speedKmH: 4, fieldEfficiencyPct: 70 },
    draft: null,
    tableFuelLPerHa: 18,
    retention: 0.1,
    fragileRetention: 0.05,
    source: FUEL_TABLE,
  },
  leveller: {
    name: "levelling board",
    inWater: true,
    power: "tractor",
    usual: { widthM: 3, speedKmH: 4, fieldEfficiencyPct: 70 },
    draft: null,
    tableFuelLPerHa: 6,
    retention: 0.9,
    fragileRetention: 0.8,
    source: FUEL_TABLE,
  },
  planter: {
    name: "tuber planter",
    power: "tractor",
    usual: { widthM: 1.8, speedKmH: 5, fieldEfficiencyPct: 60 },
    draft: null,
    tableFuelLPerHa: 11,
    retention: 0.6,
    fragileRetention: 0.5,
    source: FUEL_TABLE,
  },
  rowPlanter: {
    name: "row planter, seed by seed",
    power: "tractor",
    usual: { widthM: 4.5, speedKmH: 7, fieldEfficiencyPct: 65 },
    draft: null,
    tableFuelLPerHa: 4.5,
    retention: 0.85,
    fragileRetention: 0.75,
    source: FUEL_TABLE,
  },
  transplanter: {
    name: "transplanter",
    power: "tractor",
    usual: { widthM: 1.8, speedKmH: 1.5, fieldEfficiencyPct: 60 },
    draft: null,
    tableFuelLPerHa: 14,
    retention: 0.8,
    fragileRetention: 0.7,
    source: FUEL_TABLE,
  },
  sprayer: {
    name: "sprayer",
    power: "tractor",
    usual: { widthM: 24, speedKmH: 10, fieldEfficiencyPct: 60 },
    draft: null,
    tableFuelLPerHa: 1.3,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  spreader: {
    name: "spreader",
    power: "tractor",
    usual: { widthM: 24, speedKmH: 10, fieldEfficiencyPct: 62.5 },
    draft: null,
    tableFuelLPerHa: 1.5,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  manureSpreader: {
    name: "manure spreader",
    power: "tractor",
    usual: { widthM: 8, speedKmH: 6, fieldEfficiencyPct: 42 },
    draft: null,
    tableFuelLPerHa: 6,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  limeSpreader: {
    name: "lime spreader",
    power: "tractor",
    usual: { widthM: 12, speedKmH: 8, fieldEfficiencyPct: 60 },
    draft: null,
    tableFuelLPerHa: 2.5,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  rowHoe: {
    name: "row hoe",
    power: "tractor",
    usual: { widthM: 3, speedKmH: 5, fieldEfficiencyPct: 75 },
    draft: null,
    tableFuelLPerHa: 4,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  hiller: {
    name: "ridger between rows",
    power: "tractor",
    usual: { widthM: 3, speedKmH: 5, fieldEfficiencyPct: 75 },
    draft: null,
    tableFuelLPerHa: 7,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  topper: {
    name: "haulm topper",
    power: "tractor",
    usual: { widthM: 3, speedKmH: 6, fieldEfficiencyPct: 75 },
    draft: null,
    tableFuelLPerHa: 8,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  combine: {
    name: "combine",
    power: "harvester",
    usual: { widthM: 6, speedKmH: 5, fieldEfficiencyPct: 73 },
    draft: null,
    tableFuelLPerHa: 18,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  reaper: {
    name: "walking reaper",
    power: "harvester",
    usual: { widthM: 1.2, speedKmH: 2.5, fieldEfficiencyPct: 60 },
    draft: null,
    tableFuelLPerHa: 6,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  trackedCombine: {
    name: "tracked combine",
    power: "harvester",
    usual: { widthM: 2, speedKmH: 3, fieldEfficiencyPct: 67 },
    draft: null,
    tableFuelLPerHa: 20,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  tuberHarvester: {
    name: "potato harvester",
    power: "harvester",
    usual: { widthM: 1.5, speedKmH: 3.5, fieldEfficiencyPct: 67 },
    draft: null,
    tableFuelLPerHa: 45,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  tuberLifter: {
    name: "potato lifter",
    power: "tractor",
    usual: { widthM: 1.5, speedKmH: 2, fieldEfficiencyPct: 40 },
    draft: null,
    tableFuelLPerHa: 14,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  forageHarvester: {
    name: "forage harvester",
    power: "harvester",
    usual: { widthM: 4.5, speedKmH: 5.5, fieldEfficiencyPct: 65 },
    draft: null,
    tableFuelLPerHa: 28,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  mower: {
    name: "mower conditioner",
    power: "tractor",
    usual: { widthM: 3, speedKmH: 9, fieldEfficiencyPct: 75 },
    draft: null,
    tableFuelLPerHa: 6,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  podDigger: {
    name: "digger for pods",
    power: "tractor",
    usual: { widthM: 1.8, speedKmH: 4.5, fieldEfficiencyPct: 70 },
    draft: null,
    tableFuelLPerHa: 14,
    retention: 0.7,
    fragileRetention: 0.6,
    source: FUEL_TABLE,
  },
  bulbLifter: {
    name: "bulb lifter",
    power: "harvester",
    usual: { widthM: 1.5, speedKmH: 3, fieldEfficiencyPct: 67 },
    draft: null,
    tableFuelLPerHa: 25,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
} as const satisfies Record<string, Implement>;

export type ImplementId = keyof typeof IMPLEMENTS;
export const IMPLEMENT_IDS = Object.keys(IMPLEMENTS) as ImplementId[];

/** Hectares an hour of a machine at its usual size and speed. Example: a spreader, 24 m at 10 km/h and 62.5 %: 15 ha/h. */
export function usualWorkRate(id: ImplementId): number {
  const { widthM, speedKmH, fieldEfficiencyPct } = IMPLEMENTS[id].usual;
  return (widthM * speedKmH * (fieldEfficiencyPct / 100)) / 10;
}

/** The implement's facts, typed alike for all. */
export function implementOf(id: ImplementId): Implement {
  return IMPLEMENTS[id];
}
