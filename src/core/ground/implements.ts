/**
 * Implements: draft coefficients by ASABE D497 where the standard has them, fuel per hectare from tables where not, and
 * how much of the residue cover each leaves.
 */

import type { DraftTexture } from "../soil/texture";

export interface Implement {
  name: string;
  /** D497: force = F (A + B S + C S^2) T, per metre of width or per tool; null where the standard has none */
  draft: { a: number; b: number; c: number; f: Record<DraftTexture, number>; perTool: boolean } | null;
  /** diesel where no draft is computed [L/ha], medium soil */
  tableFuelLPerHa?: number;
  /** share of the residue cover left by one pass over cereal straw, and over fragile residue */
  retention: number;
  fragileRetention: number;
  source: string;
}

const FUEL_TABLE = "typical field fuel use, extension tables (range about a third either way)";

export const IMPLEMENTS = {
  mouldboard: {
    name: "mouldboard plough",
    draft: { a: 652, b: 0, c: 5.1, f: { fine: 1, medium: 0.7, coarse: 0.45 }, perTool: false },
    retention: 0.05,
    fragileRetention: 0.03,
    source: "ASABE D497, mouldboard plough",
  },
  chisel: {
    name: "chisel plough, straight points",
    draft: { a: 91, b: 5.4, c: 0, f: { fine: 1, medium: 0.85, coarse: 0.65 }, perTool: true },
    retention: 0.6,
    fragileRetention: 0.4,
    source: "ASABE D497, chisel plough, 5 cm straight point",
  },
  tandemDisc: {
    name: "tandem disc, primary",
    draft: { a: 309, b: 16, c: 0, f: { fine: 1, medium: 0.88, coarse: 0.78 }, perTool: false },
    retention: 0.5,
    fragileRetention: 0.3,
    source: "ASABE D497, tandem disc harrow, primary tillage",
  },
  harrow: {
    name: "seedbed harrow",
    draft: null,
    tableFuelLPerHa: 5,
    retention: 0.8,
    fragileRetention: 0.6,
    source: FUEL_TABLE,
  },
  powerHarrow: {
    name: "power harrow",
    draft: null,
    tableFuelLPerHa: 12,
    retention: 0.7,
    fragileRetention: 0.5,
    source: FUEL_TABLE,
  },
  drill: {
    name: "drill",
    draft: null,
    tableFuelLPerHa: 4,
    retention: 0.85,
    fragileRetention: 0.75,
    source: FUEL_TABLE,
  },
  directDrill: {
    name: "direct drill",
    draft: null,
    tableFuelLPerHa: 7,
    retention: 0.85,
    fragileRetention: 0.7,
    source: FUEL_TABLE,
  },
  shredder: {
    name: "stubble shredder",
    draft: null,
    tableFuelLPerHa: 6,
    retention: 0.95,
    fragileRetention: 0.9,
    source: FUEL_TABLE,
  },
  roller: {
    name: "ring roller",
    draft: null,
    tableFuelLPerHa: 2.5,
    retention: 1,
    fragileRetention: 0.95,
    source: FUEL_TABLE,
  },
  bedRidger: {
    name: "ridger",
    draft: null,
    tableFuelLPerHa: 9,
    retention: 0.4,
    fragileRetention: 0.25,
    source: FUEL_TABLE,
  },
  destoner: {
    name: "stone separator",
    draft: null,
    tableFuelLPerHa: 38,
    retention: 0.2,
    fragileRetention: 0.1,
    source: FUEL_TABLE,
  },
  puddler: {
    name: "rotary puddler",
    draft: null,
    tableFuelLPerHa: 18,
    retention: 0.1,
    fragileRetention: 0.05,
    source: FUEL_TABLE,
  },
  leveller: {
    name: "levelling board",
    draft: null,
    tableFuelLPerHa: 6,
    retention: 0.9,
    fragileRetention: 0.8,
    source: FUEL_TABLE,
  },
  planter: {
    name: "tuber planter",
    draft: null,
    tableFuelLPerHa: 11,
    retention: 0.6,
    fragileRetention: 0.5,
    source: FUEL_TABLE,
  },
  sprayer: {
    name: "sprayer",
    draft: null,
    tableFuelLPerHa: 1.3,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
  spreader: {
    name: "spreader",
    draft: null,
    tableFuelLPerHa: 1.5,
    retention: 1,
    fragileRetention: 1,
    source: FUEL_TABLE,
  },
} as const satisfies Record<string, Implement>;

export type ImplementId = keyof typeof IMPLEMENTS;
export const IMPLEMENT_IDS = Object.keys(IMPLEMENTS) as ImplementId[];

/** The implement's facts, typed alike for all. */
export function implementOf(id: ImplementId): Implement {
  return IMPLEMENTS[id];
}
