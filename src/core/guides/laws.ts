/** The laws that every guide must keep, beyond its shape; checked when guides are built. */

import {
  HAND_CAUTION,
  IMPLEMENT_CAUTIONS,
  INPUT_CAUTIONS,
  MACHINE_CAUTION,
  ROLE_CAUTIONS,
  WAY_CAUTIONS,
  WET_CAUTION,
} from "../cautions";
import { daysBetween } from "../dates";
import { IMPLEMENTS } from "../ground/implements";
import { tillageSystem } from "../ground/systems";
import { unwrap } from "../result";
import type { Climate } from "../weather/climate";
import { waysOfKind } from "./fitting";
import { type ResolvedGuide, resolveGuide } from "./resolve-guide";
import { type Guide, guideSchema, type Task, type Trigger } from "./schema";
import { schoolsOf } from "./schools";
import { near, stockAgrees, within } from "./stock-laws";

/** Anchors that every plan has, besides stages and tasks. */
const ANCHORS = ["planting", "harvest", "previousHarvest"];

/** What laws need to know of the world around a guide. */
export interface Surroundings {
  /** ids of all crops that there are, with a guide or without */
  crops: ReadonlySet<string>;
  /** ids of operations that plans make themselves, and of passes over the ground */
  operations: ReadonlySet<string>;
  /** a climate of each zone */
  zones: Record<string, Climate>;
  /** the cautions that hold whatever the crop, by topic */
  cautions: Record<string, string>;
}

/** Every break of a law, as "kind, method, product: what"; empty for a guide that keeps them. */
export function brokenLaws(guide: Guide, around: Surroundings): string[] {
  const broken = new Set<string>();
  const tied = new Set<string>();
  const shaped = new WeakSet<object>();
  for (const kind of guide.kinds)
    for (const method of waysOfKind(guide, kind.id).methods)
      for (const product of waysOfKind(guide, kind.id).products) {
        for (const [way, resolved] of waysOf(guide, { kind: kind.id, method: method.id, product: product.id })) {
          const misshapen = notOfShape(resolved.guide, shaped);
          const found = misshapen.length === 0 ? lawsOf(resolved, around) : misshapen;
          for (const what of found) broken.add(`${kind.id}, ${method.id}, ${product.id}${way}: ${what}`);
          for (const topic of topicsOf(resolved.guide)) tied.add(topic);
        }
      }
  // a caution that is tied to no task, input or machine of any kind would reach no one
  for (const { topic } of guide.cautions)
    if (!tied.has(topic) && !(topic in around.cautions)) broken.add(`cautions: "${topic}" is tied to nothing`);
  return [...broken];
}

/** What of a guide is not of its shape, part by part; parts in `shaped` were looked at before: a way changes a few of them. */
function notOfShape(guide: Guide, shaped: WeakSet<object>): string[] {
  const unknown = Object.keys(guide).filter((part) => !(part in guideSchema.shape));
  return [
    ...unknown.map((part) => `${part}: no part of a guide`),
    ...Object.entries(guideSchema.shape).flatMap(([part, shape]) => {
      const own: unknown = guide[part as keyof Guide];
      const isPart = typeof own === "object" && own !== null;
      if (isPart && shaped.has(own)) return [];
      const parsed = shape.safeParse(own);
      if (!parsed.success) return parsed.error.issues.map((i) => `${[part, ...i.path].join(".")}: ${i.message}`);
      if (isPart) shaped.add(own);
      return [];
    }),
  ];
}

/** A guide as it stands, and with each other way of each school by itself. */
function waysOf(guide: Guide, selection: { kind: string; method: string; product: string }): [string, ResolvedGuide][] {
  const plain = unwrap(resolveGuide(guide, selection));
  const ways: [string, ResolvedGuide][] = [["", plain]];
  for (const school of schoolsOf(plain.guide, selection.method))
    for (const option of school.options.slice(1))
      ways.push([
        `, ${school.id} ${option.id}`,
        unwrap(resolveGuide(guide, { ...selection, schools: { [school.id]: option.id } })),
      ]);
  return ways;
}

function lawsOf(resolved: ResolvedGuide, around: Surroundings): string[] {
  const { guide, method, product } = resolved;
  return [
    ...referencesExist(resolved, around),
    ...anchorsExist(guide, method.waterAtPlanting === "standing", method.nursery !== undefined),
    ...idsAreFree(guide, around),
    ...cautionsHaveTexts(guide),
    ...cautionsStand(resolved, around),
    ...stagesInOrder(resolved),
    ...stockAgrees(resolved),
    ...windowsWarmEnough(resolved, around),
    ...harvestsFollow(resolved, around),
    ...figuresPlausible(resolved),
    ...guide.feed.patterns.flatMap((p) => {
      const sum = p.splits.reduce((total, s) => total + s.sharePct, 0);
      return sum === 100 ? [] : [`feed.patterns.${p.id}: splits make ${sum} %, not 100`];
    }),
    ...(guide.growth.nNeedUntil === "last" || guide.stages.some((s) => s.id === guide.growth.nNeedUntil)
      ? []
      : [`growth.nNeedUntil: no stage "${guide.growth.nNeedUntil}"`]),
    ...sulphurFitsTheTonne(resolved),
    ...sizeFitsTheTarget(resolved),
    ...((product.removalKgPerT.n ?? 0) > product.nUptakeKgPerT.typical
      ? [
          `products.${product.id}: removes ${product.removalKgPerT.n} kg N/t but takes up ${product.nUptakeKgPerT.typical}`,
        ]
      : []),
  ];
}

/** The usual target from the usual stand makes bulbs or tubers of a usual mass. */
function sizeFitsTheTarget({ product, method }: ResolvedGuide): string[] {
  const { size, targetTPerHa } = product;
  if (!size) return [];
  const unitG = (targetTPerHa.typical * 100) / (method.targetPlantsPerM2.typical * size.unitsPerPlant.typical);
  return unitG < size.unitG.low || unitG > size.unitG.high
    ? [
        `products.${product.id}.size: ${targetTPerHa.typical} t/ha from ${method.targetPlantsPerM2.typical} plants make ${size.unit}s of ${Math.round(unitG)} g, not ${size.unitG.low} to ${size.unitG.high} g`,
      ]
    : [];
}

/** Sulphur is given by the tonne of what is harvested: between what leaves with it and five times that. */
function sulphurFitsTheTonne({ guide, product }: ResolvedGuide): string[] {
  const removed = product.removalKgPerT.s;
  const given = guide.feed.sulphurKgPerT.value;
  return removed !== undefined && (given < removed || given > 5 * removed)
    ? [`feed.sulphurKgPerT: ${given} kg for a tonne of ${product.id}, with which ${removed} kg leave`]
    : [];
}

function referencesExist({ guide, kind, method }: ResolvedGuide, { crops }: Surroundings): string[] {
  const broken: string[] = [];
  const stages = new Set(guide.stages.map((s) => s.id));
  const stage = (where: string, id: string | undefined) => {
    if (id !== undefined && id !== "planting" && !stages.has(id)) broken.push(`${where}: no stage "${id}"`);
  };
  for (const harm of guide.climate.harm) stage(`climate.harm.${harm.id}`, harm.stage);
  for (const r of guide.water.yieldResponse) stage("water.yieldResponse", r.stage);
  for (const id of guide.water.criticalStages) stage("water.criticalStages", id);
  for (const s of guide.water.standing) stage("water.standing", s.fromStage);
  for (const m of guide.water.moist ?? []) stage("water.moist", m.fromStage);
  stage("water.lodges", guide.water.lodges?.fromStage);
  if (guide.water.stopAt) stage("water.stopAt", guide.water.stopAt.stage);
  for (const threat of guide.threats) for (const id of threat.stages) stage(`threats.${threat.id}`, id);
  for (const id of guide.pollination.bloom ?? []) stage("pollination.bloom", id);
  if (guide.pollination.hivesPerHa && !guide.pollination.bloom) broken.push("pollination: hives without a bloom");
  stage("weeds.weedFreeFrom", guide.weeds.weedFreeFrom);
  stage("weeds.weedFreeTo", guide.weeds.weedFreeTo);
  stage(`kinds.${kind.id}.vernalisationDays`, kind.vernalisationDays?.until);
  stage(`kinds.${kind.id}.dayLength`, kind.dayLength?.until);
  for (const id of kind.methods ?? [])
    if (!guide.methods.some((m) => m.id === id)) broken.push(`kinds.${kind.id}.methods: no method "${id}"`);
  for (const id of kind.products ?? [])
    if (!guide.products.some((p) => p.id === id)) broken.push(`kinds.${kind.id}.products: no product "${id}"`);
  for (const { id, soldAs } of guide.products)
    if (soldAs !== undefined && !guide.products.some((p) => p.id === soldAs))
      broken.push(`products.${id}.soldAs: no product "${soldAs}"`);
  for (const { crop } of [...guide.rotation.good, ...guide.rotation.bad])
    if (!crops.has(crop)) broken.push(`rotation: no crop "${crop}"`);
  for (const { id, notAfter } of guide.tasks)
    for (const crop of notAfter?.crops ?? [])
      if (!crops.has(crop)) broken.push(`tasks.${id}.notAfter: no crop "${crop}"`);
  for (const { id, materials = {} } of guide.tasks)
    for (const [name, { unit, contents }] of Object.entries(materials))
      if (contents && unit !== "kg")
        broken.push(`tasks.${id}.materials.${name}: contents are of what is counted in kg`);
  // labels name crops: one that they cannot name could never be treated
  for (const { id, stock } of guide.methods)
    for (const component of stock.by === "mixture" ? stock.components : [])
      if (!crops.has(component.id)) broken.push(`${id}: the mixture has no crop "${component.id}"`);
  for (const system of guide.ground.systems)
    if (!tillageSystem(system.id)) broken.push(`ground.systems: no tillage system "${system.id}"`);
  const own = guide.ground.systems.filter((s) => !s.methods || s.methods.includes(method.id));
  if (own.filter((s) => s.fit === "default").length !== 1)
    broken.push(
      `ground.systems: one default for each planting method, not ${own.filter((s) => s.fit === "default").length}`,
    );
  // under plants that stand nothing is worked
  if (own.length < 2 && method.stock.by !== "standing") broken.push("ground.systems: two at least, to be compared");
  for (const product of guide.products)
    for (const { endUse } of product.quality)
      if (!guide.kinds.some((k) => k.endUses.includes(endUse)))
        broken.push(`products.${product.id}.quality: no kind has the end use "${endUse}"`);
  return broken;
}

/** Every task hangs on something that exists, and needs nothing that this way of planting does not have. */
function anchorsExist(guide: Guide, standing: boolean, nursery: boolean): string[] {
  const broken: string[] = [];
  const anchors = new Set([
    ...ANCHORS,
    ...(nursery ? ["nursery"] : []),
    ...guide.stages.map((s) => s.id),
    ...guide.tasks.map((t) => t.id),
  ]);
  const look = (where: string, when: Trigger) => {
    if (!anchors.has(when.from)) broken.push(`${where}: hangs on "${when.from}", which is not there`);
  };
  for (const task of guide.tasks) {
    look(`tasks.${task.id}`, task.when);
    if (task.needs === "standingWater" && !standing) broken.push(`tasks.${task.id}: needs standing water`);
    if (task.needs === "nursery" && !nursery) broken.push(`tasks.${task.id}: needs a nursery`);
    if (!guide.water.mulch && Object.values(task.materials ?? {}).some((m) => m.per === "cmMulch"))
      broken.push(`tasks.${task.id}: takes so much a centimetre of a mulch that does not lie here`);
  }
  for (const t of guide.threats) for (const o of t.options) if (o.when) look(`threats.${t.id}.options.${o.id}`, o.when);
  for (const p of guide.feed.patterns) for (const s of p.splits) look(`feed.patterns.${p.id}.${s.id}`, s.when);
  look("feed.base", guide.feed.base.when);
  look("harvest.at", guide.harvest.at);
  if (!standing && guide.water.standing.length > 0) broken.push("water.standing: this way of planting stands dry");
  const ids = guide.tasks.map((t) => t.id);
  for (const id of new Set(ids.filter((t, i) => ids.indexOf(t) !== i))) broken.push(`tasks.${id}: twice`);
  return broken;
}

/** What a guide plans by an id has it alone: two events of one name cannot be dated. */
function idsAreFree(guide: Guide, { operations }: Surroundings): string[] {
  const stages = new Set(guide.stages.map((s) => s.id));
  const planned = [...guide.tasks, ...guide.feed.patterns.flatMap((p) => p.splits)];
  return planned
    .filter(({ id }) => operations.has(id) || stages.has(id))
    .map(({ id }) => `"${id}" is the id of ${stages.has(id) ? "a stage" : "an operation that every plan has"}`);
}

/** Topics of the cautions that some task, input or machine carries. */
const topicsOf = (guide: Guide): string[] => [
  MACHINE_CAUTION,
  HAND_CAUTION,
  WET_CAUTION,
  ...[INPUT_CAUTIONS, IMPLEMENT_CAUTIONS, ROLE_CAUTIONS, WAY_CAUTIONS].flatMap((by) => Object.values(by)),
  ...(guide.harvest.cautions ?? []),
  ...guide.tasks.flatMap((t: Task) => t.cautions ?? []),
  ...guide.threats.flatMap((t) => t.options.flatMap((o) => o.cautions ?? [])),
  ...guide.keep.ways.flatMap((w) => w.cautions ?? []),
];

function cautionsHaveTexts(guide: Guide): string[] {
  const known = new Set(guide.cautions.map((c) => c.topic));
  return [...new Set(topicsOf(guide))].filter((t) => !known.has(t)).map((t) => `cautions: no text for "${t}"`);
}

/** Whatever kind, method, product or school: what holds for every crop, and what holds for this one, is said whole, and said once. */
function cautionsStand({ guide, base }: ResolvedGuide, { cautions }: Surroundings): string[] {
  const said = new Map(guide.cautions.map((c) => [c.topic, c.text]));
  const must = [...Object.entries(cautions), ...base.cautions.map((c) => [c.topic, c.text] as const)];
  return [
    ...must.filter(([topic, text]) => !said.get(topic)?.includes(text)).map(([t]) => `cautions: "${t}" is lost`),
    ...(said.size === guide.cautions.length ? [] : ["cautions: a topic stands twice"]),
  ];
}

function stagesInOrder({ guide, kind, method }: ResolvedGuide): string[] {
  const broken: string[] = [];
  for (const key of ["thermalTimeCd", "days", "bbch"] as const) {
    const values = guide.stages.map((s) => s[key]);
    if (values.some((v, i) => i > 0 && v < (values[i - 1] as number))) broken.push(`stages: ${key} not in order`);
  }
  const last = guide.stages.at(-1);
  const raised = method.nursery?.days ?? 0;
  if (last && !near(last.days + raised, kind.maturityDays))
    broken.push(
      `stages.${last.id}: ${last.days}${raised ? ` + ${raised} nursery` : ""} days, but the kind takes ${kind.maturityDays.low} to ${kind.maturityDays.high}`,
    );
  const deepest = Math.max(...guide.stages.map((s) => s.rootCm));
  if (!within(deepest, guide.soil.rootingDepthCm))
    broken.push(`stages: roots to ${deepest} cm, outside of soil.rootingDepthCm`);
  return broken;
}

function windowsWarmEnough({ kind, method }: ResolvedGuide, { zones }: Surroundings): string[] {
  return kind.windows.flatMap(({ zone, days, methods }) => {
    const climate = zones[zone];
    if (!climate || (methods && !methods.includes(method.id))) return [];
    const meanC = meanOn(climate, Number(days[1].slice(-5, -3)), Number(days[1].slice(-2)));
    // the air's mean stands for the soil's, a degree or two either way
    return meanC < method.soilTemperatureC.lowest - 2 || meanC > method.soilTemperatureC.highest + 2
      ? [`kinds.${kind.id}: ${days[1]} in "${zone}" has ${meanC.toFixed(1)} C, outside of what ${method.id} stands`]
      : [];
  });
}

/** Customary planting plus the kind's days comes to the customary harvest. */
function harvestsFollow({ kind, method }: ResolvedGuide, { zones }: Surroundings): string[] {
  return kind.windows.flatMap(({ zone, days, methods, harvested }) => {
    if (!(zone in zones) || (methods && !methods.includes(method.id))) return [];
    const where = `kinds.${kind.id}: planting on ${days[1]} in "${zone}"`;
    if (!harvested) return [`${where} has no customary harvest`];
    const inField = (ripe: number) => dayOfSeason(days[1]) + ripe - (method.nursery?.days ?? 0);
    return inField(kind.maturityDays.low) > dayOfSeason(harvested[2]) ||
      inField(kind.maturityDays.high) < dayOfSeason(harvested[0])
      ? [
          `${where} and ${kind.maturityDays.low} to ${kind.maturityDays.high} days miss the harvest from ${harvested[0]} to ${harvested[2]}`,
        ]
      : [];
  });
}

/** Days of "-10-02" or "07-15" from the first of January of the harvest year. */
const dayOfSeason = (day: string): number => {
  const before = day.startsWith("-");
  return daysBetween("2027-01-01", `${before ? 2026 : 2027}-${before ? day.slice(1) : day}`);
};

function figuresPlausible({ guide, kind, method }: ResolvedGuide): string[] {
  const broken: string[] = [];
  const { initial, mid, end } = guide.water.kc;
  if (initial < 0.1 || initial > 1.2 || mid < 0.8 || mid > 1.35 || end < 0.15 || end > 1.25 || mid < end)
    broken.push(`water.kc: ${initial}, ${mid}, ${end} is no course of a crop coefficient`);
  const length = guide.water.stageLengthsDays.reduce((sum, days) => sum + days, 0) + (method.nursery?.days ?? 0);
  if (!near(length, kind.maturityDays, 0.2))
    broken.push(
      `water.stageLengthsDays: ${length} days, but the kind takes ${kind.maturityDays.low} to ${kind.maturityDays.high}`,
    );
  const { failsBelow, bestFrom, bestTo, failsAbove } = guide.soil.ph;
  if (!(failsBelow < bestFrom && bestFrom < bestTo && bestTo < failsAbove)) broken.push("soil.ph: not in order");
  const { baseC, optimumC, ceilingC } = guide.climate;
  if (!(baseC.value < optimumC.value && optimumC.value < ceilingC.value))
    broken.push("climate: base, optimum, ceiling not in order");
  for (const way of guide.harvest.methods)
    if (way.work.implement && !(way.work.implement in IMPLEMENTS))
      broken.push(`harvest.methods.${way.id}: no such machine`);
  return broken;
}

/** Mean temperature of a day, between the middles of the months. */
function meanOn(climate: Climate, month: number, day: number): number {
  const at = month - 1 + (day - 15) / 30;
  const of = (i: number) => climate.months[(i + 12) % 12]?.meanC ?? 0;
  const low = Math.floor(at);
  return of(low) + (at - low) * (of(low + 1) - of(low));
}
