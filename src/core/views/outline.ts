/** A plan in short, for views across many fields: what the season page draws and what the week lists. */

import { addDays, type IsoDate } from "../dates";
import type { OperationRole } from "../guides/roles";
import { LIKELIHOODS } from "../guides/threat-words";
import type { PlanFacts } from "../plan/facts";
import type { Operation, OperationInput } from "../plan/operation";
import type { SettingId } from "../plan/settings";
import type { SheetId } from "../sheet-ids";
import type { Plan } from "../sheets/plan";
import { forbiddenOf } from "../sheets/protect/planned-breaks";
import { STAND, sampleM2, standSample } from "../sheets/seed/stand";
import type { IssuedPlan } from "./issued-plan";

/** Counted up whenever what an outline holds, or how it is drafted, changes: kept outlines of before are drafted anew. */
export const OUTLINE_VERSION = 18;

/** What keeps for less is sold fresh and fills no store; assumption. */
const STORED_MONTHS = 1;

export const RESOURCES = ["tractors", "harvesters", "hands", "contractor"] as const;
export type Resource = (typeof RESOURCES)[number];

interface SeasonOperation {
  id: string;
  role: OperationRole;
  sheet: SheetId;
  name: string;
  date: IsoDate;
  earliest: IsoDate | null;
  latest: IsoDate | null;
  done: boolean;
  held: boolean;
  resource: Resource | null;
  /** for the whole field */
  hours: number;
}

export interface SeasonOutline {
  crop: string;
  guideId: string;
  planting: IsoDate | null;
  harvest: IsoDate | null;
  conflicts: number;
  stages: { date: IsoDate; cover: number }[];
  operations: SeasonOperation[];
  /** what goes into a store: the whole field's, and its mass as it lies; null where it is sold fresh, or lies as silage in a pit of its own */
  stored: { massT: number; bulkKgPerM3: number } | null;
  /** what goes through a dryer: the whole field's as cut, and the points of moisture that are taken off; null where nothing does */
  drying: { massT: number; points: number } | null;
  /** what it lets expect, and what one season in five stays under (null where none was rehearsed); null in outlines that were kept before */
  yields: { expectedTPerHa: number; badTPerHa: number | null } | null;
}

export type WeekOperation = Pick<
  Operation,
  | "id"
  | "role"
  | "name"
  | "mark"
  | "sheet"
  | "detail"
  | "date"
  | "earliest"
  | "latest"
  | "doneOn"
  | "cautions"
  | "condition"
  | "settings"
  | "overdueDays"
  | "overtakenBy"
> & { inputs: Omit<OperationInput, "pricePerUnit">[] } & Partial<Pick<Operation, "irrigation">> & {
    /** of a treatment: what its label says against it on the day that it has now */
    forbidden?: string;
    // outlines that were kept before lack it
    /** of a look: what may be counted then */
    looks?: Look[];
    /** of the harvest and the looks before it: what its ripeness is judged by */
    ripeness?: RipenessSigns;
  };

/** What may be counted at a look. */
export interface Look {
  id: string;
  name: string;
  number: number;
  unit: string;
  /** ground of one place [m2], where it is measured off */
  placeM2?: number;
  threshold: string;
  /** of plants that stand: ground of one place [m2], plants wanted and seeds or units put there [/m2] */
  stand?: { sampleM2: number; wantedPerM2: number; sownPerM2: number };
}

/** Signs of ripeness, and what of the plan a look is held against. */
export interface RipenessSigns {
  signs: { id: string; observe: string; readyWhen: string; weight: number; showsBefore: number; byHand?: string }[];
  /** places and plants to look at */
  sample: string;
  cutPct: number | null;
  pctPerDay: number | null;
  readyOn: IsoDate | null;
}

interface PlanOutline {
  season: SeasonOutline;
  week: WeekOperation[];
}

/**
 * Whose time an operation takes: hands where it is done by hand, a contractor's where one is hired for what machines do,
 * else the farm's harvesters or tractors. Looking and judging takes the adviser's time only.
 */
export function resourceOf(
  operation: Pick<Operation, "role" | "power" | "hoursPerHa">,
  field: Pick<PlanFacts["field"], "contractor">,
): Resource | null {
  if (operation.hoursPerHa <= 0 || operation.role === "look") return null;
  if (operation.power === "hands") return "hands";
  if (field.contractor) return "contractor";
  return operation.power === "harvester" ? "harvesters" : "tractors";
}

/**
 * The last day on which a plan that was drafted on `today` is still drafted the same from the same facts; null where no
 * later day changes it. A day passes unnoticed before anything of the season can begin, and after everything is done and
 * grown; in between each day decides one more day of weather, and may make something overdue.
 */
export function outlineHolds(plan: Pick<Plan, "season" | "operations" | "stages">, today: IsoDate): IsoDate | null {
  const lastStage = plan.stages.at(-1)?.date;
  const over = plan.operations.every((o) => o.doneOn !== null) && (lastStage === undefined || lastStage < today);
  if (over) return null;
  const eve = `${plan.season - 2}-12-31`;
  return today < eve ? eve : today;
}

const hundredths = (value: number): number => Math.round(100 * value) / 100;

/** The outline of a drafted plan. */
export function outlinePlan(plan: Plan, facts: Pick<PlanFacts, "field" | "treated">): PlanOutline {
  const forbidden = forbiddenOf(plan, facts);
  return {
    season: {
      crop: plan.crop.kind.name,
      guideId: plan.crop.guide.id,
      planting: plan.plantingDate,
      harvest: plan.harvestDate,
      conflicts: plan.conflicts.length,
      stages: plan.stages.map(({ date, cover }) => ({ date, cover })),
      operations: plan.operations.flatMap((o): SeasonOperation[] =>
        o.date
          ? [
              {
                id: o.id,
                role: o.role,
                sheet: o.sheet,
                name: o.name,
                date: o.date,
                earliest: o.earliest,
                latest: o.latest,
                done: o.doneOn !== null,
                held: o.held,
                resource: resourceOf(o, facts.field),
                hours: Math.round((10 * o.hoursPerHa * facts.field.areaHa) / occasions(plan, o)) / 10,
              },
            ]
          : [],
      ),
      stored:
        plan.crop.guide.keep.months.typical >= STORED_MONTHS && !plan.keep.silage
          ? {
              massT: Math.round(100 * plan.keep.storedTPerHa * facts.field.areaHa) / 100,
              bulkKgPerM3: plan.crop.guide.keep.bulkKgPerM3.typical,
            }
          : null,
      drying: dryingOf(plan, facts),
      yields: {
        expectedTPerHa: hundredths(plan.rehearsal.expectedTPerHa),
        badTPerHa: plan.rehearsal.rehearsed && hundredths(plan.rehearsal.rehearsed.badTPerHa),
      },
    },
    week: plan.operations.map((o) => ({
      id: o.id,
      role: o.role,
      name: o.name,
      mark: o.mark,
      sheet: o.sheet,
      detail: o.detail,
      date: o.date,
      earliest: o.earliest,
      latest: o.latest,
      doneOn: o.doneOn,
      inputs: o.inputs,
      cautions: o.cautions,
      condition: o.condition,
      settings: o.settings,
      overdueDays: o.overdueDays,
      overtakenBy: o.overtakenBy,
      ...(o.doneOn === null && forbidden.has(o.id) ? { forbidden: forbidden.get(o.id) as string } : {}),
      ...(o.irrigation ? { irrigation: o.irrigation } : {}),
      ...(o.role === "look" && o.sheet === "protect" ? { looks: looksOn(plan, o.date) } : {}),
      ...(countsStand(plan, o.id) ? { looks: [standLook(plan)] } : {}),
      // one looks whether it is ripe before it is cut, and again on the day
      ...(o.sheet === "harvest" && (o.role === "look" || o.role === "harvest") ? { ripeness: ripenessOf(plan) } : {}),
    })),
  };
}

/**
 * An issued version in the week: what is done, with what and under which cautions is as it was issued; only when follows from what was
 * logged, seen and moved since. What a draft of today would do besides is for the next version.
 */
export function issuedWeek(issued: IssuedPlan, today: WeekOperation[]): WeekOperation[] {
  return issued.operations.map((o): WeekOperation => {
    const now = today.find((w) => w.id === o.id);
    const logged = now?.doneOn ? now.inputs : null;
    return {
      id: o.id,
      role: o.role,
      name: o.name,
      mark: now?.mark ?? "",
      sheet: o.sheet,
      detail: o.detail,
      // what was overtaken stands on the day that it was issued for, as no longer due
      date: now && !now.overtakenBy ? now.date : o.date,
      earliest: now ? now.earliest : o.earliest,
      latest: now ? now.latest : o.latest,
      doneOn: now?.doneOn ?? o.doneOn,
      // how much was used is a fact of the log
      inputs: o.inputs.map((input) => logged?.find((i) => i.id === input.id) ?? input),
      cautions: o.cautions,
      condition: o.condition,
      settings: o.settings,
      overdueDays: now?.overdueDays ?? 0,
      overtakenBy: now?.overtakenBy ?? null,
      ...irrigationOf(o, issued, now),
      ...(now?.forbidden ? { forbidden: now.forbidden } : {}),
      ...(now?.looks ? { looks: now.looks } : {}),
      ...(now?.ripeness ? { ripeness: now.ripeness } : {}),
    };
  });
}

/** The water of an issued irrigation, as it was issued. */
function irrigationOf(
  { role, settings }: IssuedPlan["operations"][number],
  issued: IssuedPlan,
  now: WeekOperation | undefined,
): Pick<WeekOperation, "irrigation"> {
  const of = (id: SettingId) => settings.find((s) => s.id === id)?.value;
  const m3 = of("waterVolume");
  if (role !== "irrigate" || m3 === undefined) return now?.irrigation ? { irrigation: now.irrigation } : {};
  const hours = of("runTime") ?? now?.irrigation?.hours ?? 1;
  const flowM3PerH = now?.irrigation?.flowM3PerH ?? m3 / Math.max(hours, 0.1);
  return { irrigation: { m3, hours, flowM3PerH, areaHa: issued.field.areaHa, by: now?.irrigation?.by ?? "" } };
}

/** What a dryer has to do for a plan; nothing where grain dries by itself or is kept moist. */
function dryingOf({ crop, harvest, keep }: Plan, { field }: Pick<PlanFacts, "field">): SeasonOutline["drying"] {
  const way = crop.guide.keep.ways.find((w) => w.id === keep.wayId);
  if (way?.by !== "heat" || harvest.pointsToDry <= 0) return null;
  return {
    massT: Math.round(100 * keep.asCutTPerHa * field.areaHa) / 100,
    points: Math.round(100 * harvest.pointsToDry) / 100,
  };
}

/** What the phone needs to judge ripeness by. */
function ripenessOf({ crop: { guide }, harvest, harvestDate }: Plan): RipenessSigns {
  return {
    signs: guide.harvest.signs.map(({ id, observe, readyWhen, weight, showsBefore, byHand }) => ({
      id,
      observe,
      readyWhen,
      weight,
      showsBefore,
      ...(byHand === undefined ? {} : { byHand }),
    })),
    sample: guide.harvest.sample,
    cutPct: harvest.cutPct,
    pctPerDay: guide.harvest.dryDown?.pctPerDay.typical ?? null,
    readyOn: harvestDate,
  };
}

/** Pickings over which the hours of a job are spread: its date is that of the first. */
const occasions = ({ crop }: Plan, { role, sheet }: Pick<Operation, "role" | "sheet">): number =>
  role === "harvest" || sheet === "keep" ? (crop.product.picking?.times.typical ?? 1) : 1;

const countsStand = ({ crop, seed }: Plan, id: string): boolean =>
  seed.unitsPerM2 !== null && crop.guide.tasks.some((t) => t.id === id && t.counts === "stand");

/** Places in which a stand is counted at first: more where its interval is wide; assumption. */
const STAND_PLACES = 10;

/** The plants themselves as something to count. */
function standLook({ seed }: Plan): Look {
  const sample = standSample(seed.rowSpacingCm);
  const area = sampleM2(sample);
  return {
    id: STAND,
    name: "Plants that stand",
    number: STAND_PLACES,
    unit: "quadratM2" in sample ? `squares of ${sample.quadratM2} m²` : `pieces of row of ${sample.pieceM} m`,
    threshold: "",
    stand: { sampleM2: area, wantedPerM2: seed.targetPlantsPerM2, sownPerM2: seed.unitsPerM2 ?? 0 },
  };
}

/** Days before and after its stages in which a threat is looked for too. */
const LOOK_DAYS = 10;

/** Threats whose time it is on a day; all of the crop's where it has none or none is due. */
function looksOn({ crop, protect }: Plan, date: IsoDate | null): Look[] {
  const planned = new Map(protect.threats.map((t) => [t.id, t]));
  const all = crop.guide.threats;
  const due = all.filter(({ id }) => {
    const { from = null, to = null } = planned.get(id) ?? {};
    return date && from && to && date >= addDays(from, -LOOK_DAYS) && date <= addDays(to, LOOK_DAYS);
  });
  // the likeliest first: that is what one counts
  const order = (id: string) => -LIKELIHOODS.indexOf(planned.get(id)?.likelihood ?? "unlikely");
  return [...(due.length > 0 ? due : all)]
    .sort((a, b) => order(a.id) - order(b.id))
    .map(({ id, name, scout, threshold }) => ({
      id,
      name,
      number: scout.number,
      unit: scout.unit,
      ...(scout.placeM2 ? { placeM2: scout.placeM2 } : {}),
      threshold,
    }));
}
