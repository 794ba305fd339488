/**
 * Which cautions an operation carries by what it uses: no guide has to name these, and none can take them away. The words stand in
 * data/guides/cautions.yaml; a guide names further topics on its tasks, harvest and options.
 */

import type { ImplementId } from "./ground/implements";
import type { OperationRole } from "./guides/roles";
import type { KeepWay } from "./guides/schema-keep";

export type InputKind = "seed" | "fertiliser" | "lime" | "gypsum" | "manure" | "protection" | "material";

/** The topic that every operation with this input carries; straw, string and nets carry none by themselves. */
export const INPUT_CAUTIONS: Partial<Record<InputKind, string>> = {
  seed: "treated seed",
  fertiliser: "fertiliser",
  lime: "lime dust",
  gypsum: "gypsum dust",
  manure: "manure",
  protection: "spray",
};

/** The topic that every operation with a machine carries, and those of what else some machines do. */
export const MACHINE_CAUTION = "machines";
export const IMPLEMENT_CAUTIONS: Partial<Record<ImplementId, string>> = {
  shredder: "thrown objects",
  topper: "thrown objects",
  mower: "thrown objects",
  forageHarvester: "thrown objects",
  combine: "combines",
  trackedCombine: "combines",
  reaper: "combines",
  tuberHarvester: "lifters",
  tuberLifter: "lifters",
  bulbLifter: "lifters",
  podDigger: "lifters",
  puddler: "open water",
};

/** What is done in a field that stands in water carries this topic. */
export const WET_CAUTION = "open water";
export const WET_ROLES: ReadonlySet<OperationRole> = new Set(["plant", "weed", "look", "tend", "irrigate", "drain"]);

export const ROLE_CAUTIONS: Partial<Record<OperationRole, string>> = { treat: "spray", thresh: "threshers" };

/** What drying, curing or keeping moist by each means carries. */
export const WAY_CAUTIONS: Partial<Record<KeepWay["by"], string>> = {
  heat: "heaters",
  sun: "yard drying",
  additive: "grain acid",
  airtight: "sealed store",
};

/** Hours of hands on a hectare from which work counts as long [h]; assumption: a day of one person. */
export const LONG_HAND_WORK_H_PER_HA = 8;
export const HAND_CAUTION = "hand work";

/** What goes before all that is planned here; on every paper. */
export const LABEL_FIRST = "The product label, local rules and a licensed adviser come first.";
