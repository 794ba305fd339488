/** The operations of a plan: first as things to be dated, then, with dates solved, as what is done, with what. */

import { wholeBags } from "../feed/straight-fertilisers";
import { type ImplementId, implementOf } from "../ground/implements";
import type { SheetId, Task, Trigger } from "../guides/schema";
import { machineCost } from "../money/machine-cost";
import type { Wait } from "../season/solve-season";
import type { DraftContext } from "./draft-context";
import { ANY_TIME_BEFORE, type Datable, overdueDays, PLANTING, PREVIOUS, type SolvedDates } from "./draft-dates";
import { plantingPassOf } from "./draft-ground";
import type { InputLine, Operation, OperationInput, Plan } from "./plan";

/** Hours by hand to spread or spray one hectare; assumption. */
const HAND_SPREADING_H_PER_HA = 5;
/** A spreader pass: table fuel, 15 ha/h as a usual work rate with 24 m tramlines; assumption. */
const SPREADER = { fuelLPerHa: implementOf("spreader").tableFuelLPerHa ?? 0, hoursPerHa: 1 / 15 };
/** Diesel of a harvester [L/ha]: typical field fuel use, extension tables (12 to 25 by crop and straw). */
const HARVESTER_FUEL_L_PER_HA = 18;

/** A datable operation with all that is known of it before dates and amounts. */
export interface OperationItem extends Datable {
  sheet: SheetId;
  mark: string;
  detail: string;
  reason: string;
  tiedTo: string;
  cautions: string[];
  task?: Task;
  hoursPerHa?: number;
}

type Parts = Pick<Plan, "soil" | "ground" | "feed">;

/** All operations of the plan, in working order, each with what its date hangs on. */
export function datables(context: DraftContext, parts: Parts): OperationItem[] {
  const { resolved, decisions, facts } = context;
  const { guide, method } = resolved;
  const skipped = decisions.skipped ?? {};
  const items: OperationItem[] = [];
  const passes = parts.ground.chosen.passes;
  const before = passes.filter((p) => !p.afterPlanting);

  before.forEach((pass, i) => {
    const next = before[i + 1];
    const nextId = next ? next.id : PLANTING;
    const usualToPlanting = before.slice(i).reduce((sum, p) => sum + p.gap.usual, 0);
    items.push({
      id: pass.id,
      sheet: "ground",
      name: pass.name,
      mark: pass.mark,
      detail: `${pass.depthCm > 0 ? `${pass.depthCm} cm deep, ` : ""}${pass.speedKmH} km/h. When the soil is ${pass.soilFit}.`,
      reason: `decide before going on: ${pass.decision}`,
      // the date hangs on planting, counted back by the usual waits; the waits between passes are kept as they are
      when: [
        { from: PLANTING, min: ANY_TIME_BEFORE, usual: -usualToPlanting, max: 0 },
        ...(i === 0 ? [{ from: PREVIOUS, min: 1, usual: 1, max: null }] : []),
      ],
      waits: [
        {
          id: `${pass.id}.then`,
          from: pass.id,
          to: nextId,
          minDays: pass.gap.min,
          maxDays: pass.gap.max,
          reason: `${pass.name}: ${pass.gap.min} to ${pass.gap.max ?? "any number of"} days before ${next ? next.name.toLowerCase() : "planting"}`,
          source: "agronomy",
          hard: false,
        },
      ],
      weight: 20,
      tiedTo: "planting",
      cautions: [],
    });
  });

  if (parts.soil.limeThisSeasonTPerHa > 0) {
    const mixed = before.at(-1);
    const waits: Wait[] = [
      {
        id: "lime.wait",
        from: "lime",
        to: PLANTING,
        minDays: parts.soil.limeLeadDays,
        reason: `lime needs ${parts.soil.limeLeadDays} days in the soil before sowing`,
        source: "agronomy",
        hard: false,
      },
    ];
    if (mixed)
      waits.push({
        id: "lime.mixed",
        from: "lime",
        to: mixed.id,
        minDays: 0,
        reason: `lime is mixed in by the pass "${mixed.name.toLowerCase()}"`,
        source: "agronomy",
        hard: false,
      });
    items.push({
      id: "lime",
      sheet: "soil",
      name: "Spread lime",
      mark: "lime",
      detail: "Evenly, crosswise in two halves where the need is large; mixed in by the passes that follow.",
      reason: "raises the pH before the seedling meets it; three months are better than three weeks",
      when: [
        { from: PLANTING, min: ANY_TIME_BEFORE, usual: -Math.max(40, parts.soil.limeLeadDays + 14), max: 0 },
        { from: PREVIOUS, min: 1, usual: 5, max: null },
      ],
      waits,
      weight: 30,
      tiedTo: "planting",
      cautions: ["lime dust"],
    });
  }
  const manure = decisions.feed?.manure;
  if (manure && manure.tPerHa > 0)
    items.push({
      id: "manure",
      sheet: "feed",
      name: "Spread manure and turn in",
      mark: "manure",
      detail: `Turned in within ${manure.hoursToIncorporation} hours.`,
      reason: guide.feed.manure,
      when: [
        { from: before[0]?.id ?? PLANTING, min: -60, usual: -1, max: 0 },
        { from: PREVIOUS, min: 1, usual: 3, max: null },
      ],
      weight: 25,
      tiedTo: before[0]?.name.toLowerCase() ?? "planting",
      cautions: ["fertiliser"],
    });

  const nursery = method.nursery;
  if (nursery)
    items.push({
      id: "nursery",
      sheet: "seed",
      name: "Sow the nursery",
      mark: "nursery",
      detail: `${nursery.seedGPerM2} g of seed to the m² of bed; water shallow and clear.`,
      reason: `seedlings are set at about ${nursery.days} days`,
      when: [{ from: PLANTING, min: -nursery.days - 7, usual: -nursery.days, max: -nursery.days + 4 }],
      weight: 30,
      tiedTo: "planting",
      cautions: [],
    });
  items.push({
    id: PLANTING,
    sheet: "seed",
    name: plantingName(method.how),
    mark: plantingMark(method.how),
    detail: `${method.depthCm.typical} cm deep.`,
    reason: "the date all others hang on",
    when: [],
    weight: 50,
    tiedTo: "sowing window",
    cautions: guide.cautions.some((c) => c.topic === "dressed seed") ? ["dressed seed"] : [],
  });
  for (const pass of passes.filter((p) => p.afterPlanting)) {
    const after = pass.afterPlanting as { min: number; usual: number; max: number };
    items.push({
      id: pass.id,
      sheet: "ground",
      name: pass.name,
      mark: pass.mark,
      detail: `When the soil is ${pass.soilFit}.`,
      reason: `decide first: ${pass.decision}`,
      when: [{ from: PLANTING, ...after }],
      weight: 20,
      tiedTo: "planting",
      cautions: [],
    });
  }

  const base = parts.feed.doses.filter((d) => d.at === "base-feed");
  if (base.length > 0)
    items.push({
      id: "base-feed",
      sheet: "feed",
      name: guide.feed.base.name,
      mark: "P, K",
      detail: guide.feed.base.placement,
      reason: "phosphate and potash move little in the soil, so they go where roots will be",
      when: [guide.feed.base.when],
      weight: 20,
      tiedTo: anchorName(context, guide.feed.base.when),
      cautions: ["fertiliser"],
    });
  const pattern = guide.feed.patterns.find((p) => p.id === parts.feed.patternId);
  for (const split of pattern?.splits ?? []) {
    const line = parts.feed.splits.find((s) => s.id === split.id);
    if (!line || line.nKgPerHa <= 0) continue;
    items.push({
      id: split.id,
      sheet: "feed",
      name: split.name,
      mark: `N ${Math.round(line.nKgPerHa)}`,
      detail: split.conditional ? `Only ${split.conditional}.` : "Even over the full width.",
      reason: pattern?.why ?? "",
      when: [split.when],
      weight: 20,
      tiedTo: anchorName(context, split.when),
      cautions: ["fertiliser"],
    });
  }

  const tasks = [
    ...method.preparation,
    ...guide.water.tasks,
    ...guide.weeds.tasks,
    ...guide.protectTasks,
    ...guide.tending,
    ...guide.harvest.tasks,
  ];
  for (const task of tasks) items.push(fromTask(context, task));
  items.push({
    id: "harvest",
    sheet: "harvest",
    name: "Harvest",
    mark: guide.harvest.moisturePct ? `cut at ${guide.harvest.moisturePct.cut} %` : "harvest",
    detail: `${guide.harvest.signs.map((s) => `${s.observe}: ${s.readyWhen}`).join("; ")}. ${guide.harvest.care}`,
    reason: "ripe and before waiting loses more than it gains",
    when: [guide.harvest.at],
    weight: 15,
    tiedTo: anchorName(context, guide.harvest.at),
    cautions: ["machines"],
  });
  for (const task of guide.keep.tasks) items.push(fromTask(context, task));

  const kept = items.filter((item) => !(item.id in skipped));
  const ids = new Set([
    ...kept.map((i) => i.id),
    ...guide.stages.map((s) => s.id),
    ...(facts.previousCrop?.harvest ? [PREVIOUS] : []),
  ]);
  // what hung on a skipped operation hangs on nothing any more and goes with it, unless something else dates it
  return kept.filter((item) => item.when.length === 0 || item.when.some((w) => ids.has(w.from)));
}

function fromTask(context: DraftContext, task: Task): OperationItem {
  return {
    id: task.id,
    sheet: task.sheet,
    name: task.name,
    mark: task.mark,
    detail: task.detail,
    reason: task.ifNot ? `${task.reason}; else ${task.ifNot}` : task.reason,
    when: [task.when],
    weight: 10,
    tiedTo: anchorName(context, task.when),
    cautions: task.cautions ?? [],
    task,
    ...(task.hoursPerHa !== undefined ? { hoursPerHa: task.hoursPerHa } : {}),
  };
}

function anchorName(context: DraftContext, when: Trigger): string {
  const name = context.resolved.guide.stages.find((s) => s.id === when.from)?.name ?? when.from.replace(/-/g, " ");
  return when.usual === 0 ? name : `${Math.abs(when.usual)} days ${when.usual < 0 ? "before" : "after"} ${name}`;
}

const plantingName = (how: string) =>
  ({ transplants: "Transplant", tubers: "Plant", drilled: "Drill", broadcast: "Broadcast and cover" })[how] ?? "Plant";
const plantingMark = (how: string) =>
  ({ transplants: "transplant", tubers: "plant", drilled: "sow", broadcast: "sow" })[how] ?? "plant";

/** Puts dates, inputs, work and cost to each operation. */
export function finishOperations(
  context: DraftContext,
  items: OperationItem[],
  solved: SolvedDates,
  parts: Parts & { seed: Plan["seed"]; targetTPerHa: number },
): Operation[] {
  const { facts, decisions } = context;
  const clashing = new Set(solved.conflicts.flatMap((c) => c.ids));
  const touched = new Set(
    [...solved.waits, ...solved.windows]
      .filter((m) => clashing.has(m.id))
      .flatMap((m) => ("event" in m ? [m.event] : [m.from, m.to])),
  );
  const operations = items.map((item): Operation => {
    const dates = solved.dates[item.id];
    const doneOn = facts.log.find((entry) => entry.operationId === item.id)?.doneOn ?? null;
    const inputs = inputsOf(context, item.id, parts);
    const work = workOf(context, item, inputs, parts);
    const latestByWaits =
      solved.conflicts.length > 0 && clashing.has("today") && touched.has(item.id)
        ? solved.conflicts.find((c) => c.ids.includes("today") && c.ids.some((id) => id.startsWith(`${item.id}.`)))
        : undefined;
    return {
      id: item.id,
      sheet: item.sheet,
      name: item.name,
      mark: item.mark,
      detail: item.detail,
      reason: item.reason,
      date: dates?.planned ?? null,
      earliest: dates?.earliest ?? null,
      latest: dates?.latest ?? null,
      tiedTo: item.tiedTo,
      doneOn,
      held: decisions.dates?.[item.id]?.held === true && !doneOn,
      inConflict: touched.has(item.id),
      overdueDays: latestByWaits ? latestByWaits.shortByDays : overdueDays(facts.today, dates?.latest ?? null, doneOn),
      inputs,
      ...work,
      cautions: cautionsOf(context, item),
      byDaysAndStage: item.task !== undefined || item.id === "harvest",
    };
  });
  const order = (date: string | null) => date ?? "9999";
  return operations.sort((a, b) => order(a.date).localeCompare(order(b.date)));
}

const GENERAL_CAUTIONS: Record<string, string> = {
  "lime dust":
    "Lime dust harms eyes and lungs (burnt and hydrated lime are caustic): goggles, mask, gloves; not in wind.",
  fertiliser:
    "Keep off water margins, frozen and waterlogged ground and inside closed periods; store ammonium nitrate cool, dry and apart from fuel.",
  machines: "Guards on shafts, augers and threshers; stop, take the key and wait before clearing a blockage.",
};

function cautionsOf(context: DraftContext, item: OperationItem): Operation["cautions"] {
  const own = context.resolved.guide.cautions;
  const topics = item.sheet === "ground" ? ["machines", ...item.cautions] : item.cautions;
  return [...new Set(topics)].flatMap((topic) => {
    const text = own.find((c) => c.topic === topic)?.text ?? GENERAL_CAUTIONS[topic];
    return text ? [{ topic, text }] : [];
  });
}

function inputsOf(context: DraftContext, id: string, parts: Parts & { seed: Plan["seed"] }): OperationInput[] {
  const { facts, decisions } = context;
  const { areaHa } = facts.field;
  const { seed, soil, feed } = parts;
  const logged = facts.log.find((entry) => entry.operationId === id)?.quantityPerHa ?? null;
  const seedAt = context.resolved.method.nursery ? "nursery" : PLANTING;
  if (id === seedAt) {
    const lot = facts.seedLots.find((l) => l.id === seed.lotId);
    const perHa = logged ?? seed.kgPerHa;
    return [
      {
        kind: "seed",
        id: lot?.id ?? "seed",
        name: lot ? lot.variety : "seed",
        unit: "kg",
        perHa,
        quantity: logged === null ? seed.orderKg : perHa * areaHa,
        bags: lot ? wholeBags(logged === null ? seed.orderKg : perHa * areaHa, lot.bagKg) : null,
        bagKg: lot?.bagKg ?? null,
      },
    ];
  }
  if (id === "lime" && soil.limeProductId) {
    const product = facts.limes.find((l) => l.id === soil.limeProductId);
    const perHa = logged ?? soil.limeThisSeasonTPerHa;
    return [
      {
        kind: "lime",
        id: soil.limeProductId,
        name: product?.name ?? "lime",
        unit: "t",
        perHa,
        quantity: perHa * areaHa,
        bags: null,
        bagKg: null,
      },
    ];
  }
  if (id === "manure") {
    const perHa = logged ?? decisions.feed?.manure?.tPerHa ?? 0;
    return [
      {
        kind: "manure",
        id: decisions.feed?.manure?.kind ?? "manure",
        name: "manure",
        unit: "t",
        perHa,
        quantity: perHa * areaHa,
        bags: null,
        bagKg: null,
      },
    ];
  }
  const doses = feed.doses.filter((d) => d.at === id);
  return doses.map((dose) => {
    const product = facts.fertilisers.find((f) => f.id === dose.id);
    const perHa = doses.length === 1 && logged !== null ? logged : dose.kgPerHa;
    const bagKg = product?.bagKg ?? null;
    return {
      kind: "fertiliser",
      id: dose.id,
      name: dose.name,
      unit: "kg",
      perHa,
      quantity: perHa * areaHa,
      bags: bagKg ? wholeBags(perHa * areaHa, bagKg) : null,
      bagKg,
    };
  });
}

function workOf(
  context: DraftContext,
  item: OperationItem,
  inputs: OperationInput[],
  parts: Parts & { targetTPerHa: number },
): { hoursPerHa: number; fuelLPerHa: number; costPerHa: number } {
  const { facts, resolved } = context;
  const { prices, field } = facts;
  const machine = (implement: ImplementId | "harvester", work: { fuelLPerHa: number; hoursPerHa: number }) => ({
    ...work,
    costPerHa: machineCost(prices, implement, work, field.contractor),
  });
  const hand = (hoursPerHa: number) => ({ hoursPerHa, fuelLPerHa: 0, costPerHa: hoursPerHa * prices.labourPerH });

  const pass = parts.ground.chosen.passes.find((p) => p.id === item.id);
  if (pass) return { hoursPerHa: pass.hoursPerHa, fuelLPerHa: pass.fuelLPerHa, costPerHa: pass.costPerHa };
  if (item.id === PLANTING) {
    const { method } = resolved;
    if (method.implement === "hand") return hand(method.handHoursPerHa ?? 0);
    const implement =
      parts.ground.chosen.id === "noTill" && method.implement === "drill" ? "directDrill" : method.implement;
    const size = plantingPassOf(implement);
    const fuelLPerHa = implementOf(implement).tableFuelLPerHa ?? 0;
    return machine(implement, {
      fuelLPerHa,
      hoursPerHa: 10 / (size.widthM * size.speedKmH * (size.fieldEfficiencyPct / 100)),
    });
  }
  if (item.id === "harvest") {
    const methods = resolved.guide.harvest.methods;
    const way = field.handWork ? [...methods].sort((a, b) => a.haPerHour - b.haPerHour)[0] : methods[0];
    const hoursPerHa = 1 / (way?.haPerHour ?? 1);
    return hoursPerHa > 20
      ? hand(hoursPerHa)
      : machine("harvester", { fuelLPerHa: HARVESTER_FUEL_L_PER_HA, hoursPerHa });
  }
  if (inputs.length > 0 && item.id !== "nursery") {
    // lime is priced spread; its spreading is in the price
    if (inputs.every((i) => i.kind === "lime")) return { hoursPerHa: 0, fuelLPerHa: 0, costPerHa: 0 };
    const passesNeeded = inputs.length;
    if (field.handWork) return hand(HAND_SPREADING_H_PER_HA * passesNeeded);
    return machine("spreader", {
      fuelLPerHa: SPREADER.fuelLPerHa * passesNeeded,
      hoursPerHa: SPREADER.hoursPerHa * passesNeeded,
    });
  }
  const moisture = resolved.guide.harvest.moisturePct;
  const drying =
    item.sheet === "keep" && item.mark === "dry" && moisture && !field.handWork
      ? parts.targetTPerHa * Math.max(0, moisture.cut - moisture.safe) * prices.dryingPerTPoint
      : 0;
  const labour = hand(item.hoursPerHa ?? 0);
  return { ...labour, costPerHa: labour.costPerHa + drying };
}

/** What is to be bought for the plan: the inputs of all operations, by product, with whole bags. */
export function listInputs(context: DraftContext, operations: Operation[]): InputLine[] {
  const { facts } = context;
  const lines = new Map<string, InputLine>();
  for (const operation of operations)
    for (const input of operation.inputs) {
      const key = `${input.kind}.${input.id}`;
      const line = lines.get(key);
      if (!line) {
        const pricePerUnit = priceOf(context, input);
        lines.set(key, { ...input, pricePerUnit, cost: 0 });
      } else {
        line.perHa += input.perHa;
        line.quantity += input.quantity;
      }
    }
  for (const line of lines.values()) {
    line.bags = line.bagKg ? wholeBags(line.quantity, line.bagKg) : null;
    line.cost = Math.round(line.quantity * line.pricePerUnit);
  }
  return [...lines.values()].map((line) => ({ ...line, perHa: line.quantity / facts.field.areaHa }));
}

/** Minor money units for one unit of an input; manure of one's own costs its spreading only. */
function priceOf(context: DraftContext, input: OperationInput): number {
  const { facts } = context;
  if (input.kind === "lime") return facts.limes.find((l) => l.id === input.id)?.pricePerT ?? 0;
  if (input.kind === "seed") return (facts.seedLots.find((l) => l.id === input.id)?.pricePerT ?? 0) / 1000;
  if (input.kind === "fertiliser") return (facts.fertilisers.find((f) => f.id === input.id)?.pricePerT ?? 0) / 1000;
  return 0;
}
