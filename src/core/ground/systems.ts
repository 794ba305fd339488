/**
 * Tillage systems: the passes from the previous harvest to planting, in order, with the wait after each before the next
 * (the last one's wait is before planting) and what to look at before going on. Depths, speeds and widths are usual
 * ones (assumption) and may be changed per plan.
 */

import type { ImplementId } from "./implements";

/** One tool of a pass and how deep it works. */
export interface PassTool {
  implement: ImplementId;
  depthCm: number;
}

export interface SystemPass {
  id: string;
  name: string;
  mark: string;
  /** the tools that the one trip carries, the main one first */
  tools: PassTool[];
  speedKmH: number;
  widthM: number;
  fieldEfficiencyPct: number;
  /** days until the next pass or planting */
  gap: { min: number; usual: number; max: number | null };
  /**
   * set for passes that open the ground: days after the previous crop at which they are done where a winter lies between it
   * and planting and the soil is not light, so that frost finds them
   */
  beforeWinter?: number;
  /** only where the previous crop leaves this much cover [%]: there is nothing to shred after beet */
  fromCoverPct?: number;
  /** plants that stand up do not bear it: ways of planting after which it is left out */
  notOver?: string[];
  /** set for passes after planting: days from planting */
  afterPlanting?: { min: number; usual: number; max: number };
  soilFit: string;
  decision: string;
  /** done only so: goes on after "Only" */
  onlyIf?: string;
}

export interface TillageSystem {
  id: string;
  name: string;
  school: "turn" | "loosen" | "reduced" | "no-till" | "puddle" | "ridge";
  /** planted into ground that was not worked: with the implement that can */
  plantsUnworked?: boolean;
  passes: SystemPass[];
}

type Wait = SystemPass["gap"];
const wait = (min: number, usual: number, max: number | null): Wait => ({ min, usual, max });

const shred: SystemPass = {
  id: "shred",
  name: "Shred stubble",
  mark: "shred",
  tools: [{ implement: "shredder", depthCm: 0 }],
  speedKmH: 9,
  widthM: 4,
  fieldEfficiencyPct: 80,
  gap: wait(0, 5, 40),
  beforeWinter: 3,
  fromCoverPct: 40,
  soilFit: "dry on top, straw dry",
  decision: "straw under 10 cm and evenly spread: ready; else once more across",
};
const disc = (gap: Wait, depthCm = 8): SystemPass => ({
  id: "disc",
  name: "Disc",
  mark: "disc",
  tools: [{ implement: "tandemDisc", depthCm }],
  speedKmH: 9,
  widthM: 4,
  fieldEfficiencyPct: 80,
  gap,
  soilFit: "friable to working depth",
  decision: "clods under 4 cm: ready; else one more pass",
});
const harrow = (gap: Wait): SystemPass => ({
  id: "harrow",
  name: "Harrow the seedbed",
  mark: "harrow",
  tools: [{ implement: "harrow", depthCm: 5 }],
  speedKmH: 8,
  widthM: 5,
  fieldEfficiencyPct: 80,
  gap,
  soilFit: "surface grey-dry, moist at sowing depth",
  decision: "firm under the heel, fine at sowing depth: drill; else harrow or roll",
});
const roll: SystemPass = {
  id: "roll",
  name: "Roll",
  mark: "roll",
  tools: [{ implement: "roller", depthCm: 0 }],
  speedKmH: 8,
  widthM: 6,
  fieldEfficiencyPct: 85,
  gap: wait(0, 0, null),
  afterPlanting: { min: 0, usual: 1, max: 5 },
  notOver: ["transplants", "cuttings"],
  soilFit: "dry on top; never on wet clay",
  decision: "loose or cloddy, and dry: roll; wet: leave",
  onlyIf: "if the seedbed is loose or cloddy and its surface is dry",
};
const plough = (gap: Wait, depthCm = 22): SystemPass => ({
  id: "plough",
  name: "Plough",
  mark: "plough",
  tools: [{ implement: "mouldboard", depthCm }],
  speedKmH: 7,
  widthM: 2.1,
  fieldEfficiencyPct: 80,
  gap,
  beforeWinter: 45,
  soilFit: "crumbles at ploughing depth, does not smear",
  decision: "residue fully turned under; headlands last",
});

export const TILLAGE_SYSTEMS: TillageSystem[] = [
  {
    id: "loosen",
    name: "Loosen without turning",
    school: "loosen",
    passes: [
      shred,
      {
        id: "chisel",
        name: "Chisel",
        mark: "chisel",
        tools: [{ implement: "chisel", depthCm: 25 }],
        speedKmH: 6,
        widthM: 3,
        fieldEfficiencyPct: 80,
        gap: wait(2, 12, 60),
        beforeWinter: 14,
        soilFit: "dry enough to shatter at depth",
        decision: "dig: loosened across the full width: ready",
      },
      disc(wait(1, 7, 40)),
      harrow(wait(0, 2, 12)),
      roll,
    ],
  },
  {
    id: "plough",
    name: "Turn under",
    school: "turn",
    passes: [shred, plough(wait(3, 18, 90)), harrow(wait(0, 3, 14)), roll],
  },
  {
    id: "reduced",
    name: "Reduced, discs only",
    school: "reduced",
    passes: [disc(wait(7, 16, 50), 6), { ...disc(wait(1, 5, 25), 8), id: "disc-again", name: "Disc again" }, roll],
  },
  {
    id: "noTill",
    name: "No tillage",
    school: "no-till",
    plantsUnworked: true,
    passes: [
      { ...shred, id: "spread-residue", name: "Chop and spread residue evenly", mark: "spread", gap: wait(0, 20, 90) },
    ],
  },
  {
    id: "ridgeBed",
    name: "Plough, ridge up and separate stones",
    school: "ridge",
    passes: [
      { ...plough(wait(60, 140, 240), 28), id: "plough-autumn", name: "Plough before winter", speedKmH: 6 },
      {
        id: "ridge-up",
        name: "Draw up beds",
        mark: "ridge up",
        tools: [{ implement: "bedRidger", depthCm: 28 }],
        speedKmH: 5,
        widthM: 3.6,
        fieldEfficiencyPct: 75,
        gap: wait(0, 2, 10),
        soilFit: "dry to 28 cm; a ball thrown up breaks",
        decision: "no smear on the ridge's flank: go on",
      },
      {
        id: "destone",
        name: "Separate stones and clods",
        mark: "destone",
        tools: [{ implement: "destoner", depthCm: 28 }],
        speedKmH: 3.5,
        widthM: 1.8,
        fieldEfficiencyPct: 70,
        gap: wait(0, 1, 4),
        soilFit: "friable right through",
        decision: "plant behind it within days, before rain seals the bed",
      },
    ],
  },
  {
    id: "ridgeLight",
    name: "Loosen and ridge, stone-free land",
    school: "ridge",
    passes: [
      {
        id: "chisel-autumn",
        name: "Chisel before winter",
        mark: "chisel",
        tools: [{ implement: "chisel", depthCm: 28 }],
        speedKmH: 6,
        widthM: 3,
        fieldEfficiencyPct: 80,
        gap: wait(60, 140, 240),
        beforeWinter: 25,
        soilFit: "dry enough to shatter",
        decision: "dig: loosened across the full width",
      },
      {
        id: "power-harrow",
        name: "Power-harrow",
        mark: "harrow",
        tools: [{ implement: "powerHarrow", depthCm: 15 }],
        speedKmH: 5,
        widthM: 3,
        fieldEfficiencyPct: 80,
        gap: wait(0, 2, 10),
        soilFit: "crumbles",
        decision: "clods under 3 cm: plant",
      },
    ],
  },
  {
    id: "standing",
    name: "Left as it is: the planting stands",
    school: "no-till",
    plantsUnworked: true,
    passes: [],
  },
  {
    id: "underStraw",
    name: "Mow, leave the ground as it is, cover with straw",
    school: "no-till",
    plantsUnworked: true,
    passes: [
      {
        id: "mow",
        name: "Mow what stands, short",
        mark: "mow",
        tools: [{ implement: "shredder", depthCm: 0 }],
        speedKmH: 6,
        widthM: 2,
        fieldEfficiencyPct: 75,
        gap: wait(0, 3, 30),
        soilFit: "any that carries you",
        decision: "no perennial weeds that come through straw: go on; else work the ground",
      },
    ],
  },
  {
    id: "puddled",
    name: "Plough dry, flood, puddle twice, level",
    school: "puddle",
    passes: [
      {
        ...disc(wait(5, 12, 40), 12),
        id: "dry-till",
        name: "Break dry ground",
        mark: "dry till",
        soilFit: "moist after first rain",
        decision: "residue and weeds broken: mend bunds, let water in",
      },
      {
        id: "puddle",
        name: "Puddle",
        mark: "puddle",
        tools: [{ implement: "puddler", depthCm: 12 }],
        speedKmH: 4,
        widthM: 1.6,
        fieldEfficiencyPct: 70,
        gap: wait(5, 7, 14),
        soilFit: "soaked for two days, 5 cm of water",
        decision: "water stays overnight: go on; sinks more than 2 cm: puddle again",
      },
      {
        id: "puddle-again",
        name: "Puddle again and level",
        mark: "level",
        tools: [{ implement: "leveller", depthCm: 10 }],
        speedKmH: 4,
        widthM: 3,
        fieldEfficiencyPct: 70,
        gap: wait(1, 2, 4),
        soilFit: "2 to 3 cm of water",
        decision: "no high spot over 3 cm above water: transplant when mud has settled a day",
      },
    ],
  },
  {
    id: "puddledLight",
    name: "Flood and puddle once",
    school: "puddle",
    passes: [
      {
        ...disc(wait(5, 12, 40), 10),
        id: "dry-till",
        name: "Break dry ground",
        mark: "dry till",
        soilFit: "moist after first rain",
        decision: "mend bunds, let water in",
      },
      {
        id: "puddle",
        name: "Puddle and level",
        mark: "puddle",
        tools: [{ implement: "puddler", depthCm: 10 }],
        speedKmH: 4,
        widthM: 1.6,
        fieldEfficiencyPct: 70,
        gap: wait(1, 2, 5),
        soilFit: "soaked, 5 cm of water",
        decision: "no high spot over 3 cm above water: transplant",
      },
    ],
  },
];

/** A system by its id; undefined when there is none. */
export function tillageSystem(id: string): TillageSystem | undefined {
  return TILLAGE_SYSTEMS.find((system) => system.id === id);
}
