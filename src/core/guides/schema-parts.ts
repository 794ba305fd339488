/** What the parts of a crop guide are made of: figures with their source, triggers, work, tasks. */

import { z } from "zod";
import { IMPLEMENT_IDS } from "../ground/implements";
import { NUTRIENT_IDS } from "../nutrients";
import { SHEETS } from "../sheet-ids";
import { OPERATION_ROLES } from "./roles";

/** A figure with its source: low, typical, high. `source` is the id of one of data/guides/sources.yaml. */
export const ranged = z
  .strictObject({
    low: z.number(),
    typical: z.number(),
    high: z.number(),
    source: z.string(),
    varies: z.string().optional(),
  })
  .refine((r) => r.low <= r.typical && r.typical <= r.high, "low <= typical <= high");
export type Ranged = z.infer<typeof ranged>;
/** One figure with its source. */
export const sourced = z.strictObject({ value: z.number(), source: z.string() });

/**
 * When something is done: so many days from an anchor. Anchors: "planting", "harvest", "previousHarvest", a stage's id, or
 * the id of another task.
 */
export const trigger = z
  .strictObject({ from: z.string(), min: z.number().int(), usual: z.number().int(), max: z.number().int().nullable() })
  .refine((t) => t.min <= t.usual && (t.max === null || t.usual <= t.max), "min <= usual <= max");
export type Trigger = z.infer<typeof trigger>;

export const id = z.string().regex(/^[a-z][A-Za-z0-9-]*$/);

/** Who or what does the work of a hectare: a machine, or hands; a farm that works by hand takes the hours where there are any. */
export const work = z
  .strictObject({
    implement: z.enum(IMPLEMENT_IDS as [string, ...string[]]).optional(),
    /** work rate of the machine here, where it is not the implement's usual one */
    haPerHour: z.number().positive().optional(),
    handHoursPerHa: z.number().min(0).optional(),
    /** hours of people beside the machine: pickers, helpers on a planter */
    helperHoursPerHa: z.number().min(0).optional(),
  })
  .refine((w) => w.implement !== undefined || w.handHoursPerHa !== undefined, "an implement, hours by hand, or both");
export type GuideWork = z.infer<typeof work>;

/** What a task needs of the planting method, or of the field. */
export const needs = z.enum(["standingWater", "nursery", "irrigation"]);

/** What an amount of material is counted by. */
const MATERIAL_PER = ["ha", "kgSeed", "kgLegumeSeed", "plant", "rowM", "cmMulch", "tStored"] as const;

/** Material that a job takes, by hectare, seed, plant, metre of row or centimetre of mulch. */
export const material = z.strictObject({
  name: z.string(),
  per: z.enum(MATERIAL_PER),
  amount: ranged,
  unit: z.enum(["kg", "t", "L", "units", "m", "m2"]),
  /** what it brings of nutrients [% of its mass], where it is counted by the kilogram */
  contents: z.partialRecord(z.enum(NUTRIENT_IDS), z.number().positive().max(100)).optional(),
});
export type Material = z.infer<typeof material>;

/** A task of the guide that becomes a dated operation of a plan. */
export const task = z.strictObject({
  id,
  sheet: z.enum(SHEETS),
  role: z.enum(OPERATION_ROLES),
  name: z.string(),
  /** shortest name, for the ribbon */
  mark: z.string().max(18),
  detail: z.string(),
  when: trigger,
  reason: z.string(),
  /** done only so: goes on after "Only", "where frost has lifted the plants" */
  onlyIf: z.string().optional(),
  work: work.optional(),
  needs: needs.optional(),
  /** left out where one of these crops grew on the field in so many seasons before */
  notAfter: z.strictObject({ crops: z.array(z.string()).min(1), seasons: z.number().int().positive() }).optional(),
  /** what is counted at it: the plants that stand */
  counts: z.literal("stand").optional(),
  /** material in an amount that nobody knows beforehand: named among what the cost leaves out */
  uses: z.string().optional(),
  materials: z.record(id, material).optional(),
  /** what is harmed or lost if done wrong or late */
  ifNot: z.string().optional(),
  /** topics of the cautions that hold for it */
  cautions: z.array(z.string()).optional(),
  source: z.string(),
});
export type Task = z.infer<typeof task>;

/** What a kind, method or product changes of the guide: the same shape as the guide, only what differs; null removes. */
export const patch = z.record(z.string(), z.unknown()).optional();
