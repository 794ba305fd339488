import { formatDay } from "../dates";
import { CONSERVATION_COVER_PCT } from "../ground/residue-cover";
import type { SheetId } from "../guides/schema";
import type { Conflict } from "../season/solve-season";
import { sheetOf } from "./conflict-sheet";
import type { Change } from "./decision-changes";
import type { Decisions } from "./decisions";
import type { PlanFacts } from "./facts";
import type { Plan } from "./plan";

export type Severity = "stop" | "advise" | "hint";

export interface Repair {
  label: string;
  changes: Change[];
}

/** A contradiction, limit, risk or hint, with its reason and, where there is one, a repair. */
export interface Finding {
  id: string;
  sheet: SheetId;
  severity: Severity;
  title: string;
  why: string;
  repairs: Repair[];
}

const round = (value: number, decimals = 0) => Number(value.toFixed(decimals));

/**
 * What contradicts what in a plan, why, and what to do: stopping findings first. Pure, like draftPlan.
 *
 * A stopping finding keeps a plan from being issued; advice and hints do not. Repairs are changes of the decisions.
 */
export function checkPlan(plan: Plan, facts: PlanFacts, decisions: Decisions): Finding[] {
  const findings: Finding[] = [];
  const add = (severity: Severity, sheet: SheetId, id: string, title: string, why: string, repairs: Repair[] = []) =>
    findings.push({ id, sheet, severity, title, why, repairs });
  for (const problem of plan.problems)
    problem.errors.forEach((error, i) => {
      const splits = error.field === "splits" && decisions.feed?.shares !== undefined;
      add(
        "stop",
        problem.sheet,
        `problem.${problem.sheet}.${error.field}.${i}`,
        sentence(error.message),
        "The figure cannot be used as it stands; the plan rests on the default there.",
        splits
          ? [{ label: "Back to the pattern's shares", changes: [{ path: ["feed", "shares"], value: undefined }] }]
          : [],
      );
    });
  for (const conflict of plan.conflicts) findings.push(conflictFinding(plan, conflict));
  for (const { id, byDays } of plan.broken) {
    const member = [...plan.waits, ...plan.windows].find((m) => m.id === id);
    const stops = member?.source === "label" || member?.source === "law";
    add(
      stops ? "stop" : "advise",
      sheetOf(plan, [id]),
      `broken.${id}`,
      `What was done broke a wait by ${days(byDays)}.`,
      member?.reason ?? id,
    );
  }
  checkSoil(plan, facts, add);
  checkGround(plan, facts, add);
  checkSeed(plan, facts, decisions, add);
  checkFeed(plan, facts, add);
  checkMoney(plan, facts, add);
  checkTargetAndRotation(plan, facts, add);
  const order = { stop: 0, advise: 1, hint: 2 };
  return findings.sort((a, b) => order[a.severity] - order[b.severity]);
}

/** True when nothing keeps the plan from being issued. */
export function canIssue(findings: Finding[]): boolean {
  return findings.every((f) => f.severity !== "stop");
}

type Add = (severity: Severity, sheet: SheetId, id: string, title: string, why: string, repairs?: Repair[]) => void;

function conflictFinding(plan: Plan, conflict: Conflict): Finding {
  const members = [...plan.waits, ...plan.windows].filter((m) => conflict.ids.includes(m.id));
  const name = (id: string) =>
    plan.operations.find((o) => o.id === id)?.name ??
    plan.stages.find((s) => s.id === id)?.name ??
    (id === "previousHarvest" ? "Previous crop off" : id);
  const reasons = conflict.ids.map((id) => {
    if (id === "today") return "today is today";
    if (id.startsWith("pin:")) return `${name(id.slice(4)).toLowerCase()} is a fact`;
    return members.find((m) => m.id === id)?.reason ?? id;
  });
  const repairs: Repair[] = [];
  for (const relaxation of conflict.relaxations) {
    const member = members.find((m) => m.id === relaxation.id);
    if (!member) continue;
    if (member.id.startsWith("held.")) {
      const event = member.id.slice(5);
      repairs.push({
        label: `Let ${name(event).toLowerCase()} move`,
        changes: [{ path: ["dates", event], value: undefined }],
      });
    } else
      repairs.push({
        label: relaxLabel(plan, member.id, relaxation.byDays, name),
        changes: [
          { path: ["relaxed", member.id], value: { days: relaxation.byDays, reason: "accepted in a clash of dates" } },
        ],
      });
  }
  const overdue =
    conflict.ids.includes("today") && !members.some((m) => m.source === "agronomist" || m.id === "planting.window");
  const late = overdue
    ? plan.operations.find((o) => members.some((m) => "to" in m && m.to === o.id) && !o.doneOn)
    : undefined;
  if (late)
    repairs.push({
      label: "Leave it out this season",
      changes: [{ path: ["skipped", late.id], value: { reason: "overdue, left out" } }],
    });
  const involved = [...new Set(members.flatMap((m) => ("event" in m ? [m.event] : [m.from, m.to])))].filter((id) =>
    plan.operations.some((o) => o.id === id),
  );
  const tooLate = conflict.ids.includes("previous.expected") && conflict.ids.includes("planting.window");
  const title = late
    ? `${late.name} is overdue by ${days(conflict.shortByDays)}.`
    : tooLate
      ? `The previous crop comes off ${days(conflict.shortByDays)} too late for the sowing window.`
      : `${joinNames(involved.map(name))} ${involved.length > 1 ? "clash" : "cannot hold"} by ${days(conflict.shortByDays)}.`;
  return {
    id: `conflict.${[...conflict.ids].sort().join("+")}`,
    sheet: sheetOf(plan, conflict.ids),
    severity: late ? "advise" : "stop",
    title,
    why: `${sentence(reasons.join("; "))} Together they are ${days(conflict.shortByDays)} short.`,
    repairs,
  };
}

function relaxLabel(plan: Plan, id: string, byDays: number, name: (id: string) => string): string {
  if (id === "lime.wait") return `Accept ${days(Math.max(0, plan.soil.limeLeadDays - byDays))} of wait for the lime`;
  if (id === "planting.window") return `Widen the sowing window by ${days(byDays)}`;
  const wait = plan.waits.find((w) => w.id === id);
  return wait ? `Ease ${name(wait.to).toLowerCase()} by ${days(byDays)}` : `Ease by ${days(byDays)}`;
}

function checkSoil(plan: Plan, facts: PlanFacts, add: Add): void {
  const test = facts.soilTest;
  const { soil } = plan.crop.guide;
  if (!test) {
    add(
      "advise",
      "soil",
      "soil.noTest",
      "No soil test of this field.",
      "Phosphate and potash count as in target and no lime is planned. The plan says so on its face.",
    );
    return;
  }
  const years = (plan.soil.testAgeDays ?? 0) / 365.25;
  if (years > 4)
    add(
      "advise",
      "soil",
      "soil.oldTest",
      `The last soil test is ${round(years, 1)} years old.`,
      "Classes of phosphate, potash and pH may have moved; test again every 3 to 5 years. The plan says so on its face.",
    );
  for (const nutrient of ["p", "k"] as const)
    if (test[nutrient] === null)
      add(
        "hint",
        "soil",
        `soil.untested.${nutrient}`,
        `${nutrient.toUpperCase()} was not tested.`,
        "It counts as in target: offtake is replaced.",
      );
  if (test.ph < soil.ph.failsBelow)
    add(
      "advise",
      "soil",
      "soil.tooAcid",
      `pH ${test.ph} is below ${soil.ph.failsBelow}, where this crop fails.`,
      "Lime acts in full after months; think of a crop that stands it.",
    );
  if (test.ph > soil.ph.failsAbove)
    add(
      "advise",
      "soil",
      "soil.tooAlkaline",
      `pH ${test.ph} is above ${soil.ph.failsAbove}.`,
      "Manganese, zinc, iron and boron may be short; no lime, and look for deficiency.",
    );
  if (plan.soil.targetPh > 5.8 && test.organicMatterPct > 25)
    add(
      "advise",
      "soil",
      "soil.peatTarget",
      "A target pH above 5.8 on peat.",
      "Peat needs no more, and copper and manganese go short above it.",
      [{ label: "Aim for 5.8", changes: [{ path: ["lime", "targetPh"], value: 5.8 }] }],
    );
  if (plan.soil.limeTPerHa > 7.5)
    add(
      "hint",
      "soil",
      "soil.limeSplit",
      `Lime in ${Math.ceil(plan.soil.limeTPerHa / 7.5)} seasons.`,
      `${round(plan.soil.limeTPerHa, 1)} t/ha is more than one dressing can carry (7.5 t/ha); the rest follows a season later.`,
    );
  if (plan.soil.limeTPerHa > 0 && plan.crop.method.how === "tubers")
    add(
      "advise",
      "soil",
      "soil.scab",
      "Lime just before potatoes brings common scab.",
      "Lime after the potatoes, or a season ahead.",
      [{ label: "Leave the lime out", changes: [{ path: ["lime", "targetPh"], value: round(test.ph, 1) }] }],
    );
  const lime = plan.operations.find((o) => o.id === "lime");
  if (lime?.date) {
    const near = plan.operations.find(
      (o) =>
        o.id !== "lime" &&
        o.date &&
        o.inputs.some(
          (i) =>
            i.kind === "manure" ||
            (i.kind === "fertiliser" && (facts.fertilisers.find((f) => f.id === i.id)?.nPct ?? 0) > 0),
        ) &&
        Math.abs(Date.parse(o.date) - Date.parse(lime.date as string)) < 14 * 86_400_000,
    );
    if (near)
      add(
        "advise",
        "soil",
        "soil.limeAmmonia",
        `Lime and ${near.name.toLowerCase()} lie less than 14 days apart.`,
        "Fresh lime drives ammonia out of manure, urea and ammonium fertilisers. Keep two weeks between them.",
      );
  }
  if (test.ecE !== null && test.ecE > soil.salinity.thresholdDsM)
    add(
      "advise",
      "soil",
      "soil.salt",
      `Salt: ${test.ecE} dS/m is above the crop's ${soil.salinity.thresholdDsM}.`,
      `About ${round(Math.min(100, (test.ecE - soil.salinity.thresholdDsM) * soil.salinity.slopePctPerDsM))} % of the yield is at risk (Maas and Hoffman).`,
    );
}

function checkGround(plan: Plan, facts: PlanFacts, add: Add): void {
  const { chosen, all } = plan.ground;
  if (chosen.fit === "harms") {
    const better = all.find((s) => s.fit === "default");
    add(
      "advise",
      "ground",
      "ground.harms",
      `${chosen.name} does not suit ${plan.crop.guide.name.toLowerCase()}.`,
      sentence(chosen.why),
      better ? [{ label: better.name, changes: [{ path: ["ground", "systemId"], value: better.id }] }] : [],
    );
  }
  const layer = facts.field.compactionDepthCm;
  if (layer !== null && chosen.deepestCm < layer + 3) {
    const deepest = chosen.passes.find((p) => p.depthCm === chosen.deepestCm);
    const loosens = deepest && ["chisel", "mouldboard"].includes(deepest.implement);
    add(
      "advise",
      "ground",
      "ground.compaction",
      `The compacted layer ends at ${layer} cm; the deepest pass goes to ${chosen.deepestCm} cm.`,
      "Loosen 3 to 5 cm below its lower edge, when the soil there is dry enough to shatter; never when the subsoil is wet.",
      loosens
        ? [
            {
              label: `${deepest.name} at ${layer + 4} cm`,
              changes: [{ path: ["ground", "passes", deepest.id, "depthCm"], value: layer + 4 }],
            },
          ]
        : [],
    );
  }
  if (plan.crop.guide.ground.shaping === "flat" && chosen.coverPct < CONSERVATION_COVER_PCT)
    add(
      "hint",
      "ground",
      "ground.cover",
      `Residue cover after sowing is ${round(chosen.coverPct)} %.`,
      `${CONSERVATION_COVER_PCT} % is the usual line for conservation tillage; below it bare soil slakes and washes more easily.`,
    );
}

function checkSeed(plan: Plan, facts: PlanFacts, decisions: Decisions, add: Add): void {
  const { seed } = plan;
  const { method } = plan.crop;
  const { low, high } = method.targetPlantsPerM2;
  if (seed.targetPlantsPerM2 < low * 0.8 || seed.targetPlantsPerM2 > high * 1.2)
    add(
      "advise",
      "seed",
      "seed.population",
      `${round(seed.targetPlantsPerM2, seed.targetPlantsPerM2 < 20 ? 1 : 0)} plants/m² is outside the usual ${low} to ${high}.`,
      "Unusual but possible: say why, or go back.",
      [
        {
          label: "Back to the computed target",
          changes: [
            { path: ["seed", "targetPlantsPerM2"], value: undefined },
            { path: ["overrides", "seed.targetPlants"], value: undefined },
          ],
        },
      ],
    );
  if (seed.by === "seed" && seed.plantsFromHandbook !== null) {
    const off = (seed.plantsFromHandbook / seed.targetPlantsPerM2 - 1) * 100;
    if (decisions.seed?.school === "handbook" && Math.abs(off) > 15)
      add(
        "advise",
        "seed",
        "seed.schools",
        `The handbook rate gives ${round(seed.plantsFromHandbook)} plants/m², ${round(Math.abs(off))} % ${off > 0 ? "over" : "under"} the target.`,
        `With this lot's weight and germination the target of ${round(seed.targetPlantsPerM2)} needs another rate.`,
        [{ label: "Rate by population", changes: [{ path: ["seed", "school"], value: undefined }] }],
      );
  }
  const germination = plan.figures["seed.germination"]?.value;
  if (method.stock.by === "seed" && germination !== undefined && germination < method.stock.germinationPct.low)
    add(
      "advise",
      "seed",
      "seed.germination",
      `Germination ${round(germination)} % is below ${method.stock.germinationPct.low} %.`,
      "Below the certification standard; vigour in cold ground falls faster than germination does.",
    );
  const lot = facts.seedLots.find((l) => l.id === seed.lotId);
  if (!lot)
    add(
      "hint",
      "seed",
      "seed.noLot",
      "No seed lot chosen.",
      "Weight and germination are typical ones; a lot differs by a quarter either way.",
    );
  else if (!lot.certified)
    add(
      "hint",
      "seed",
      "seed.own",
      "Farm-saved stock.",
      "Seed-borne disease and mixed varieties are the risk; test before use, and check that the variety may be saved.",
    );
  if (seed.reconciliation && !seed.reconciliation.consistent)
    add(
      "stop",
      "seed",
      "seed.contradiction",
      "Spacing, count and mass of the stock contradict each other.",
      sentence(seed.reconciliation.messages.join("; ")),
      contradictionRepairs(plan, decisions),
    );
}

/** Ways out of planting stock that contradicts itself: the spacing that the mass gives, the mass that the spacing gives. */
function contradictionRepairs(plan: Plan, decisions: Decisions): Repair[] {
  const { stockKgPerHa, unitsPerStation = 1 } = decisions.seed ?? {};
  const unitMassG = plan.figures["seed.unitMass"]?.value;
  const row = plan.seed.rowSpacingCm;
  const toTarget: Repair = {
    label: "Spacing from the target",
    changes: [{ path: ["seed", "inRowSpacingCm"], value: undefined }],
  };
  if (!stockKgPerHa || !unitMassG || !row) return [toTarget];
  const inRow = round((unitsPerStation * 1e8) / (((stockKgPerHa * 1000) / unitMassG) * row), 1);
  return [
    { label: `Set them ${inRow} cm apart`, changes: [{ path: ["seed", "inRowSpacingCm"], value: inRow }] },
    { label: "Mass from the spacing", changes: [{ path: ["seed", "stockKgPerHa"], value: undefined }] },
  ];
}

function checkFeed(plan: Plan, facts: PlanFacts, add: Add): void {
  const { feed } = plan;
  const caps = plan.crop.guide.feed.caps;
  const total = caps.find((c) => c.what === "total");
  if (total && feed.supplied.n > total.kgNPerHa)
    add(
      "advise",
      "feed",
      "feed.totalCap",
      `${round(feed.supplied.n)} kg N/ha is over ${total.kgNPerHa}.`,
      `${sentence(total.why)} Local law may set a lower limit.`,
    );
  const last = caps.find((c) => c.what === "lastSplit");
  const lastLine = feed.splits.at(-1);
  if (last && lastLine && feed.splits.length > 1 && lastLine.nKgPerHa > last.kgNPerHa)
    add(
      "advise",
      "feed",
      "feed.lastCap",
      `The last split of ${round(lastLine.nKgPerHa)} kg N/ha is over ${last.kgNPerHa}.`,
      sentence(last.why),
    );
  const seedbed = caps.find((c) => c.what === "seedbed");
  const seedbedN = feed.doses.filter((d) => d.at === "base-feed").reduce((sum, d) => sum + d.nKgPerHa, 0);
  if (seedbed && seedbedN > seedbed.kgNPerHa)
    add(
      "advise",
      "feed",
      "feed.seedbedCap",
      `${round(seedbedN)} kg N/ha in the seedbed is over ${seedbed.kgNPerHa}.`,
      sentence(seedbed.why),
    );
  const names = { n: "Nitrogen", p2o5: "P₂O₅", k2o: "K₂O" } as const;
  for (const key of ["n", "p2o5", "k2o"] as const) {
    const gap = feed.supplied[key] - feed.need[key];
    if (gap < -Math.max(3, feed.need[key] * 0.05))
      add(
        "advise",
        "feed",
        `feed.short.${key}`,
        `${names[key]} is ${round(-gap)} kg/ha short.`,
        `Needed ${round(feed.need[key])}, given ${round(feed.supplied[key])}. ${sentence(plan.crop.guide.feed.lack)}`,
      );
    if (gap > Math.max(8, feed.need[key] * 0.15))
      add(
        "advise",
        "feed",
        `feed.over.${key}`,
        `${names[key]} is ${round(gap)} kg/ha over the need.`,
        `Needed ${round(feed.need[key])}, given ${round(feed.supplied[key])}. ${key === "n" ? sentence(plan.crop.guide.feed.excess) : "Money that this crop does not return."}`,
      );
  }
  if (feed.supplied.s < feed.need.s - 5)
    add(
      "hint",
      "feed",
      "feed.sulphur",
      `Sulphur is ${round(feed.need.s - feed.supplied.s)} kg/ha short.`,
      "Light ground far from industry shows it first; a sulphur-holding nitrogen product in the first split covers it.",
    );
  if (plan.crop.guide.feed.avoidChloride)
    for (const dose of feed.doses) {
      const product = facts.fertilisers.find((f) => f.id === dose.id);
      const other = facts.fertilisers.find((f) => f.k2oPct > 0 && f.nPct === 0 && !f.containsChloride);
      if (product?.containsChloride)
        add(
          "advise",
          "feed",
          `feed.chloride.${dose.id}`,
          `${product.name} brings chloride.`,
          "This crop loses dry matter and quality to chloride.",
          other ? [{ label: other.name, changes: [{ path: ["feed", "potashId"], value: other.id }] }] : [],
        );
    }
}

function checkMoney(plan: Plan, facts: PlanFacts, add: Add): void {
  const { money } = plan;
  if (money.pricePerT === null) {
    add(
      "advise",
      "money",
      "money.noPrice",
      "No price for this crop.",
      "Margin and break-even yield need one: enter it on the Money sheet or in Settings.",
    );
    return;
  }
  const listed = facts.prices.cropPerT[`${plan.crop.guide.id}.${plan.crop.product.id}`];
  if (listed && money.pricePerT > 0 && (money.pricePerT > listed * 5 || money.pricePerT < listed / 5))
    add(
      "advise",
      "money",
      "money.powerOfTen",
      `The price of ${round(money.pricePerT / 100, 2)} is ${money.pricePerT > listed ? "over five times" : "under a fifth of"} the list's ${round(listed / 100, 2)}.`,
      "A slip by a power of ten, or another unit?",
      [{ label: "Take the list's price", changes: [{ path: ["money", "pricePerT"], value: undefined }] }],
    );
  if (money.marginPerHa !== null && money.marginPerHa < 0)
    add(
      "advise",
      "money",
      "money.loss",
      `The plan loses ${round(-money.marginPerHa / 100)} ${facts.prices.currency}/ha at the target.`,
      `It breaks even at ${round(money.breakEvenTPerHa ?? 0, 1)} t/ha.`,
    );
}

function checkTargetAndRotation(plan: Plan, facts: PlanFacts, add: Add): void {
  const crops = facts.history.filter((h) => h.crop === plan.crop.guide.id);
  const yields = crops.flatMap((h) => (h.yieldTPerHa === null ? [] : [h.yieldTPerHa]));
  const best = Math.max(...yields);
  const usual = plan.crop.product.targetTPerHa;
  if (plan.targetTPerHa > usual.high || plan.targetTPerHa < usual.low)
    add(
      "advise",
      "money",
      "target.range",
      `A target of ${round(plan.targetTPerHa, 1)} t/ha is outside the usual ${usual.low} to ${usual.high}.`,
      "Unusual but possible; every figure of the plan hangs on it.",
    );
  else if (yields.length > 0 && plan.targetTPerHa > best * 1.1)
    add(
      "advise",
      "money",
      "target.history",
      `The target is ${round((plan.targetTPerHa / best - 1) * 100)} % over the best this field has given (${round(best, 1)} t/ha).`,
      "What has changed since then?",
    );
  const gap = plan.crop.guide.rotation.gapYears.value;
  const last = Math.max(
    ...facts.history.filter((h) => h.crop === plan.crop.guide.id && h.season < plan.season).map((h) => h.season),
  );
  if (gap > 0 && Number.isFinite(last) && plan.season - last <= gap)
    add(
      "advise",
      "money",
      "rotation.gap",
      `${plan.crop.guide.name} was here in ${last}; ${gap} ${gap === 1 ? "year" : "years"} between is the usual least.`,
      sentence(
        plan.crop.guide.rotation.bad.find((b) => b.crop === plan.crop.guide.name.toLowerCase())?.why ??
          "soil-borne disease builds up",
      ),
    );
  const before = facts.previousCrop;
  const bad = plan.crop.guide.rotation.bad.find((b) => b.crop === before?.name);
  if (bad)
    add(
      "advise",
      "ground",
      "rotation.bad",
      `${sentence(before?.name ?? "").slice(0, -1)} before ${plan.crop.guide.name.toLowerCase()}.`,
      sentence(bad.why),
    );
}

const days = (n: number) => `${n} ${n === 1 ? "day" : "days"}`;
const sentence = (text: string) =>
  text ? `${text.charAt(0).toUpperCase()}${text.slice(1)}${/[.?!]$/.test(text) ? "" : "."}` : text;
const joinNames = (names: string[]) =>
  names.length <= 1
    ? (names[0] ?? "Dates")
    : `${names.slice(0, -1).join(", ")} and ${(names.at(-1) as string).toLowerCase()}`;

/** "12 Apr, may move 5 Apr to 19 Apr": a date with its play, for screen readers and hover. */
export function dateInWords(operation: {
  name: string;
  date: string | null;
  earliest: string | null;
  latest: string | null;
  doneOn: string | null;
}): string {
  if (operation.doneOn) return `${operation.name}, done ${formatDay(operation.doneOn)}`;
  if (!operation.date) return `${operation.name}, no date`;
  const from = operation.earliest ? formatDay(operation.earliest) : "any time before";
  const to = operation.latest ? formatDay(operation.latest) : "any time after";
  return operation.earliest !== null && operation.earliest === operation.latest
    ? `${operation.name}, ${formatDay(operation.date)}, may not move`
    : `${operation.name}, ${formatDay(operation.date)}, may move ${from} to ${to}`;
}
