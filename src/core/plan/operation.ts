/** An operation of a plan: first a thing to be dated that knows its own inputs and work, then what is done, when, with what. */

import {
  HAND_CAUTION,
  IMPLEMENT_CAUTIONS,
  INPUT_CAUTIONS,
  type InputKind,
  LONG_HAND_WORK_H_PER_HA,
  MACHINE_CAUTION,
  ROLE_CAUTIONS,
  WET_CAUTION,
  WET_ROLES,
} from "../cautions";
import { byDate, daysBetween, type IsoDate } from "../dates";
import { wholeBags } from "../feed/dose-fertilisers";
import { type ImplementId, implementOf } from "../ground/implements";
import type { OperationRole } from "../guides/roles";
import type { Trigger } from "../guides/schema";
import { type FieldWork, NO_WORK, type Power, workCost } from "../money/field-work";
import type { SheetId } from "../sheet-ids";
import type { InputUnit } from "../units/input-measures";
import type { PlanContext } from "./context";
import type { PlanWait, SolvedDates } from "./dates";
import { ANY_TIME_BEFORE, PREVIOUS_OFF } from "./own-operations";
import type { Condition, Setting } from "./settings";

export interface OperationInput {
  kind: InputKind;
  id: string;
  name: string;
  unit: InputUnit;
  /** what goes on or into a hectare */
  perHa: number;
  /** for the whole field, with reserve: what is bought */
  quantity: number;
  bags: number | null;
  bagKg: number | null;
  /** minor money units for one unit */
  pricePerUnit: number;
  /** how the amount came about, where no figure of the plan shows it */
  how?: string | undefined;
}

/** What a sheet plans to be done, before it has a date. */
export interface PlannedOperation {
  id: string;
  role: OperationRole;
  sheet: SheetId;
  name: string;
  /** short name for the ribbon */
  mark: string;
  /** amount that the ribbon writes behind it, in the user's unit [kg/ha] */
  markKgPerHa?: number;
  detail: string;
  reason: string;
  /** what its date hangs on, the first the most */
  when: Trigger[];
  /** the same in words, where it hangs on no trigger */
  tiedTo?: string;
  /** waits that come on top of the triggers */
  waits?: PlanWait[];
  /** how much its usual date counts against those of others */
  weight: number;
  /** what it waits for besides its date; absent where it is simply done */
  condition?: Condition;
  /** what is set for it, once dates are known */
  settings?: () => Setting[];
  /** topics of cautions of its own; those of its inputs and machines come by themselves */
  cautions: string[];
  /** water that it gives */
  irrigation?: WaterGiven;
  /** dated by days and stage from the guide alone */
  byDaysAndStage: boolean;
  /** what is used, once dates are known; `logged` is the quantity a hectare that was logged */
  inputs?: (logged: number | null) => OperationInput[];
  /** the work of a hectare, once inputs are known; money units are minor */
  work?: (inputs: OperationInput[]) => FieldWork;
}

/** Water that an operation gives: in all, for how long, at which flow, on what area, by what and from where. */
export interface WaterGiven {
  m3: number;
  hours: number;
  flowM3PerH: number;
  areaHa: number;
  by: string;
}

export interface Operation {
  id: string;
  role: OperationRole;
  sheet: SheetId;
  name: string;
  mark: string;
  /** amount that the ribbon writes behind it [kg/ha]; null where there is none */
  markKgPerHa: number | null;
  detail: string;
  reason: string;
  date: IsoDate | null;
  earliest: IsoDate | null;
  latest: IsoDate | null;
  /** stage or anchor it is tied to, in words */
  tiedTo: string;
  doneOn: IsoDate | null;
  held: boolean;
  inConflict: boolean;
  /** what was logged though this comes before it, so that its time has passed; null where it is still to be done, or is done */
  overtakenBy: string | null;
  overdueDays: number;
  inputs: OperationInput[];
  /** hours of the machine, or by hand where there is none; helpers beside a machine apart */
  hoursPerHa: number;
  helperHoursPerHa: number;
  fuelLPerHa: number;
  /** minor money units, without what is bought */
  costPerHa: number;
  /** whose time it takes */
  power: Power;
  implements: ImplementId[];
  cautions: { topic: string; text: string }[];
  /** null where it is simply done on its day */
  condition: Condition | null;
  settings: Setting[];
  byDaysAndStage: boolean;
  /** needs ground that carries a machine and can be worked */
  needsWorkable: boolean;
  /** null where it gives no water */
  irrigation: WaterGiven | null;
}

/** Puts dates, inputs, work, cost and cautions to each operation, in the order of their dates. */
export function finishOperations(context: PlanContext, planned: PlannedOperation[], solved: SolvedDates): Operation[] {
  const { facts, common } = context;
  const clashing = new Set(solved.conflicts.flatMap((c) => c.ids));
  const touched = new Set(
    [...solved.waits, ...solved.windows]
      .filter((m) => clashing.has(m.id))
      .flatMap((m) => ("event" in m ? [m.event] : [m.from, m.to])),
  );
  const names = new Map([
    ...planned.map((p) => [p.id, p.name.toLowerCase()] as const),
    ...context.crop.guide.stages.map((s) => [s.id, s.name] as const),
    // what stands already is not planted
    ["planting", context.crop.method.stock.by === "standing" ? "new growth begins" : "planting"] as const,
    [PREVIOUS_OFF, "the previous crop is off"] as const,
  ]);
  const operations = planned.map((item): Operation => {
    const dates = solved.dates[item.id];
    const logged = facts.log.find((entry) => entry.operationId === item.id);
    const doneOn = logged?.doneOn ?? null;
    const inputs = item.inputs?.(logged?.quantityPerHa ?? null) ?? [];
    const work = item.work?.(inputs) ?? NO_WORK;
    const overdue = solved.overdue.get(item.id);
    const overtakenBy = solved.overtaken.get(item.id) ?? null;
    return {
      id: item.id,
      role: item.role,
      sheet: item.sheet,
      name: item.name,
      mark: item.mark,
      markKgPerHa: item.markKgPerHa ?? null,
      detail: item.detail,
      reason: item.reason,
      date: dates?.planned ?? null,
      earliest: dates?.earliest ?? null,
      latest: dates?.latest ?? null,
      tiedTo: item.tiedTo ?? anchorInWords(item.when[0], names),
      doneOn,
      held: common.dates?.[item.id]?.held === true && !doneOn,
      inConflict: touched.has(item.id),
      overtakenBy,
      overdueDays: overtakenBy ? 0 : (overdue ?? overdueDays(facts.today, dates?.latest ?? null, doneOn)),
      inputs,
      hoursPerHa: work.hoursPerHa,
      helperHoursPerHa: work.helperHoursPerHa,
      fuelLPerHa: work.fuelLPerHa,
      costPerHa: workCost(facts.prices, work, facts.field.contractor) + work.extraCostPerHa,
      power: work.power,
      implements: work.implements,
      condition: item.condition ?? null,
      settings: item.settings?.() ?? [],
      cautions: cautionsOf(context, item, inputs, work),
      byDaysAndStage: item.byDaysAndStage,
      needsWorkable: needsWorkable(context, item, work),
      irrigation: item.irrigation ?? null,
    };
  });
  return operations.sort((a, b) => byDate(a.date, b.date) || placeInDay(a) - placeInDay(b));
}

/**
 * What prepares the rest of a day's work stands before it: seed is inoculated, then sown. What a guide says of water stands
 * after it: seedlings are set, then watered in; the last irrigation runs, then water is stopped.
 */
const placeInDay = ({ role, irrigation }: Operation): number =>
  role === "prepare" ? 0 : role === "irrigate" && !irrigation ? 2 : 1;

/** Machines need ground that carries them, but for those that work in water and a crop that stands in it. */
function needsWorkable({ crop }: PlanContext, item: PlannedOperation, work: FieldWork): boolean {
  const stands = crop.method.waterAtPlanting === "standing" && item.role !== "till";
  return work.implements.length > 0 && !stands && !work.implements.some((id) => implementOf(id).inWater);
}

/** The cautions of an operation's own topics, of what it is, of what it uses and of who or what does it, in the words of the guide. */
function cautionsOf(
  context: PlanContext,
  item: PlannedOperation,
  inputs: OperationInput[],
  work: FieldWork,
): Operation["cautions"] {
  const { guide, method } = context.crop;
  const own = guide.cautions;
  const topics = [
    ...inputs.flatMap((i) => INPUT_CAUTIONS[i.kind] ?? []),
    ...[ROLE_CAUTIONS[item.role] ?? []].flat(),
    ...item.cautions,
    ...(method.waterAtPlanting === "standing" && WET_ROLES.has(item.role) ? [WET_CAUTION] : []),
    ...work.implements.flatMap((id) => IMPLEMENT_CAUTIONS[id] ?? []),
    ...(work.implements.length > 0 ? [MACHINE_CAUTION] : []),
    ...(handHours(work) >= LONG_HAND_WORK_H_PER_HA ? [HAND_CAUTION] : []),
  ];
  return [...new Set(topics)].flatMap((topic) => {
    const text = own.find((c) => c.topic === topic)?.text;
    return text ? [{ topic, text }] : [];
  });
}

/** Hours of people on a hectare, without the one who drives [h]. */
const handHours = (work: FieldWork) => work.helperHoursPerHa + (work.implements.length > 0 ? 0 : work.hoursPerHa);

/** "14 days after emerged": what a trigger hangs on, in words. */
export function anchorInWords(when: Trigger | undefined, names: ReadonlyMap<string, string>): string {
  if (!when) return "sowing window";
  const name = names.get(when.from) ?? when.from;
  if (when.usual === 0 || when.min <= ANY_TIME_BEFORE) return name;
  const days = Math.abs(when.usual);
  return `${days} ${days === 1 ? "day" : "days"} ${when.usual < 0 ? "before" : "after"} ${name}`;
}

/** Days that an operation still waiting is past its latest date. */
export function overdueDays(today: IsoDate, latest: IsoDate | null, doneOn: IsoDate | null): number {
  if (doneOn || !latest || latest >= today) return 0;
  return daysBetween(latest, today);
}

/** An input measured in kg, for the field: bags are whole. */
export function bagged(
  input: Pick<OperationInput, "kind" | "id" | "name" | "perHa" | "quantity" | "pricePerUnit">,
  bagKg: number | null,
): OperationInput {
  return { ...input, unit: "kg", bags: bagKg ? wholeBags(input.quantity, bagKg) : null, bagKg };
}

export interface InputLine extends OperationInput {
  cost: number;
}

/** What is to be bought for the plan: the inputs of all operations, by product, with whole bags. */
export function listInputs(operations: Operation[], areaHa: number): InputLine[] {
  const lines = new Map<string, InputLine>();
  for (const input of operations.flatMap((o) => o.inputs)) {
    const key = `${input.kind}.${input.id}`;
    const line = lines.get(key);
    if (line) line.quantity += input.quantity;
    else lines.set(key, { ...input, cost: 0 });
  }
  return [...lines.values()].map((line) => ({
    ...line,
    perHa: line.quantity / areaHa,
    bags: line.bagKg ? wholeBags(line.quantity, line.bagKg) : null,
    cost: Math.round(line.quantity * line.pricePerUnit),
  }));
}
