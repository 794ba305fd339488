/**
 * Tillage systems: the passes from the previous harvest to planting, in order, with the wait after each before the next
 * (the last one's wait is before planting) and what to look at before going on. Depths, speeds and widths are usual
 * ones (assumption) and may be changed per plan.
 */

import { q, span } from "../units/told";
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
  soilFit: "Start when straw and soil surface are dry.",
  decision: `Straw should be under ${q(10, "cm")} and evenly spread. If not, go over it again at an angle.`,
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
  soilFit: "Only when the soil is friable to working depth.",
  decision: `Stop when clods are under ${q(4, "cm")}. If they are larger, make one more pass.`,
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
  soilFit: "Only when the surface is dry and grey and the soil is moist at sowing depth.",
  decision:
    "Drill when the seedbed is firm under the heel and fine at sowing depth. If it is not, harrow or roll once more.",
});
const roll: SystemPass = {
  id: "roll",
  name: "Roll, if loose and dry",
  mark: "roll",
  tools: [{ implement: "roller", depthCm: 0 }],
  speedKmH: 8,
  widthM: 6,
  fieldEfficiencyPct: 85,
  gap: wait(0, 0, null),
  afterPlanting: { min: 0, usual: 1, max: 5 },
  notOver: ["transplants", "cuttings"],
  soilFit: "Roll a loose or cloddy seedbed when the surface is dry.",
  decision: "Do not roll wet clay.",
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
  soilFit: "Only when the soil crumbles at ploughing depth and does not smear.",
  decision: "Bury all residue. Plough the headlands last.",
});

export const TILLAGE_SYSTEMS: TillageSystem[] = [
  {
    id: "loosen",
    name: "Deep non-inversion tillage",
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
        soilFit: "Only when the soil at working depth is dry enough to shatter.",
        decision: "Dig a hole: the soil should be loose across the full width.",
      },
      disc(wait(1, 7, 40)),
      harrow(wait(0, 2, 12)),
      roll,
    ],
  },
  {
    id: "plough",
    name: "Ploughing",
    school: "turn",
    passes: [shred, plough(wait(3, 18, 90)), harrow(wait(0, 3, 14)), roll],
  },
  {
    id: "reduced",
    name: "Shallow tillage, discs only",
    school: "reduced",
    passes: [disc(wait(7, 16, 50), 6), { ...disc(wait(1, 5, 25), 8), id: "disc-again", name: "Disc again" }, roll],
  },
  {
    id: "noTill",
    name: "Direct drilling",
    school: "no-till",
    plantsUnworked: true,
    passes: [
      { ...shred, id: "spread-residue", name: "Chop and spread residue evenly", mark: "spread", gap: wait(0, 20, 90) },
    ],
  },
  {
    id: "ridgeBed",
    name: "Ploughing, bed forming and stone separation",
    school: "ridge",
    passes: [
      { ...plough(wait(60, 140, 240), 28), id: "plough-autumn", name: "Plough before winter", speedKmH: 6 },
      {
        id: "ridge-up",
        name: "Form beds",
        mark: "beds",
        tools: [{ implement: "bedRidger", depthCm: 28 }],
        speedKmH: 5,
        widthM: 3.6,
        fieldEfficiencyPct: 75,
        gap: wait(0, 2, 10),
        soilFit: "Only when the soil is dry to working depth: a ball of it, thrown up and caught, breaks.",
        decision: "The sides of the bed must not smear. If they do, stop and wait.",
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
        soilFit: "Only when the bed is friable to its full depth.",
        decision: "Plant within days, before rain seals the bed.",
      },
    ],
  },
  {
    id: "ridgeLight",
    name: "Deep tillage and ridging, stone-free land",
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
        soilFit: "Only when the soil at working depth is dry enough to shatter.",
        decision: "Dig a hole: the soil should be loose across the full width.",
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
        soilFit: "Only when the soil crumbles.",
        decision: `Plant when clods are under ${q(3, "cm")}.`,
      },
    ],
  },
  {
    id: "standing",
    name: "No tillage: perennial stand",
    school: "no-till",
    plantsUnworked: true,
    passes: [],
  },
  {
    id: "underStraw",
    name: "Mow and cover with straw, no tillage",
    school: "no-till",
    plantsUnworked: true,
    passes: [
      {
        id: "mow",
        name: "Mow short",
        mark: "mow",
        tools: [{ implement: "shredder", depthCm: 0 }],
        speedKmH: 6,
        widthM: 2,
        fieldEfficiencyPct: 75,
        gap: wait(0, 3, 30),
        soilFit: "Any soil moisture will do.",
        decision: "If perennial weeds that grow through straw are present, till the field instead.",
      },
    ],
  },
  {
    id: "puddled",
    name: "Dry tillage, flooding, puddling twice, levelling",
    school: "puddle",
    passes: [
      {
        ...disc(wait(5, 12, 40), 12),
        id: "dry-till",
        name: "First dry tillage",
        mark: "dry till",
        soilFit: "Start when the first rain has moistened the soil.",
        decision: "When residue and weeds are broken up, mend the bunds and flood.",
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
        soilFit: `Puddle after two days of soaking, with ${q(5, "cm")} of standing water.`,
        decision: `The water should stay overnight. If it sinks more than ${q(2, "cm")}, puddle again.`,
      },
      {
        id: "puddle-again",
        name: "Second puddling and levelling",
        mark: "level",
        tools: [{ implement: "leveller", depthCm: 10 }],
        speedKmH: 4,
        widthM: 3,
        fieldEfficiencyPct: 70,
        gap: wait(1, 2, 4),
        soilFit: `With ${span(2, 3, "cm")} of standing water.`,
        decision: `No spot should be more than ${q(3, "cm")} above the water. Let the mud settle for a day before transplanting.`,
      },
    ],
  },
  {
    id: "puddledLight",
    name: "Flooding and puddling once",
    school: "puddle",
    passes: [
      {
        ...disc(wait(5, 12, 40), 10),
        id: "dry-till",
        name: "First dry tillage",
        mark: "dry till",
        soilFit: "Start when the first rain has moistened the soil.",
        decision: "Mend the bunds and flood.",
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
        soilFit: `Puddle soaked soil, with ${q(5, "cm")} of standing water.`,
        decision: `No spot should be more than ${q(3, "cm")} above the water.`,
      },
    ],
  },
];

/** A system by its id; undefined when there is none. */
export function tillageSystem(id: string): TillageSystem | undefined {
  return TILLAGE_SYSTEMS.find((system) => system.id === id);
}
