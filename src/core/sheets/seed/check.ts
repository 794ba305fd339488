import { daysBetween, formatDay } from "../../dates";
import { change } from "../decisions";
import type { Check, Repair } from "../sheet";
import { round, sentence } from "../words";
import { plantedFromBought } from "./ways/by-unit";

/** A handbook rate that misses the target by more than this is said [per cent]. */
const SCHOOLS_APART_PCT = 15;

/** A germination test older than this at sowing is said [days]: seed laws ask for five to twelve months; nine taken, assumption. */
const OLD_TEST_DAYS = 274;

export function checkSeed(check: Check): void {
  const { plan, facts, decisions, add } = check;
  const { seed } = plan;
  const { method, kind } = plan.crop;
  const { low, high } = method.targetPlantsPerM2;
  if (seed.targetPlantsPerM2 < low * 0.8 || seed.targetPlantsPerM2 > high * 1.2)
    add(
      "advise",
      "seed.population",
      `${round(seed.targetPlantsPerM2, seed.targetPlantsPerM2 < 20 ? 1 : 0)} plants/m² is outside the usual ${low} to ${high}.`,
      "Unusual but possible: say why, or go back.",
      [
        {
          label: "Back to the computed target",
          changes: [change("seed/targetPlantsPerM2", undefined), change("overrides/seed.targetPlants", undefined)],
        },
      ],
    );
  if (seed.plantsFromHandbook !== null && decisions.seed?.school === "handbook" && seed.by === "seed") {
    const off = (seed.plantsFromHandbook / seed.targetPlantsPerM2 - 1) * 100;
    if (Math.abs(off) > SCHOOLS_APART_PCT)
      add(
        "advise",
        "seed.schools",
        `The handbook rate gives ${round(seed.plantsFromHandbook)} plants/m², ${round(Math.abs(off))} % ${off > 0 ? "over" : "under"} the target.`,
        `With this lot's weight and germination the target of ${round(seed.targetPlantsPerM2)} needs another rate.`,
        [{ label: "Rate by population", changes: [change("seed/school", undefined)] }],
      );
  }
  const germination = plan.figures["seed.germination"]?.value;
  if (method.stock.by === "seed" && germination !== undefined && germination < method.stock.germinationPct.low)
    add(
      "advise",
      "seed.germination",
      `Germination ${round(germination)} % is below ${method.stock.germinationPct.low} %.`,
      "Below the certification standard; vigour in cold ground falls faster than germination does.",
    );
  const lot = facts.seedLots.find((l) => l.id === seed.lotId);
  if (!lot)
    add(
      "hint",
      "seed.noLot",
      "No seed lot chosen.",
      "Weight and germination are typical ones; a lot differs by a quarter either way.",
    );
  else if (
    lot.testedOn &&
    plan.plantingDate &&
    decisions.seed?.germinationPct === undefined &&
    daysBetween(lot.testedOn, plan.plantingDate) > OLD_TEST_DAYS
  )
    add(
      "advise",
      "seed.oldTest",
      `Germination of this lot was found on ${formatDay(lot.testedOn, true)}, ${round(daysBetween(lot.testedOn, plan.plantingDate) / 30.4)} months before planting.`,
      "It falls in store, and vigour before it. Test again, and put what is found in its place.",
    );
  if (lot && !lot.certified)
    add(
      kind.breeding === "hybrid" ? "advise" : "hint",
      "seed.own",
      "Farm-saved stock.",
      kind.breeding === "hybrid"
        ? "Seed saved from a hybrid does not come true: uneven, weaker plants. Buy it anew each year."
        : "Seed-borne disease and mixed varieties are the risk; test before use, and check that the variety may be saved.",
    );
  if (seed.reconciliation && !seed.reconciliation.consistent)
    add(
      "stop",
      "seed.contradiction",
      "Spacing, count and mass of the stock contradict each other.",
      sentence(seed.reconciliation.messages.join("; ")),
      contradictionRepairs(check),
    );
}

/** Ways out of planting stock that contradicts itself: the spacing that the mass gives, the mass that the spacing gives. */
function contradictionRepairs({ plan, decisions }: Check): Repair[] {
  const { stockKgPerHa, unitsPerStation = 1 } = decisions.seed ?? {};
  const { stock } = plan.crop.method;
  const unitMassG = plan.figures["seed.unitMass"]?.value;
  const row = plan.seed.rowSpacingCm;
  const toTarget: Repair = {
    label: "Spacing from the target",
    changes: [change("seed/inRowSpacingCm", undefined)],
  };
  if (!stockKgPerHa || !unitMassG || !row || stock.by !== "unit") return [toTarget];
  const units = (plantedFromBought(stockKgPerHa, stock.usablePct.typical, plan.seed.reservePct) * 1000) / unitMassG;
  const inRow = round((unitsPerStation * 1e8) / (units * row), 1);
  return [
    { label: `Set them ${inRow} cm apart`, changes: [change("seed/inRowSpacingCm", inRow)] },
    { label: "Mass from the spacing", changes: [change("seed/stockKgPerHa", undefined)] },
  ];
}
