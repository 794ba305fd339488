import { daysBetween, formatDay } from "../../dates";
import { THIN_STAND } from "../../establish/stand-count";
import { standYield } from "../../establish/stand-options";
import { stockFits, waysOfKind } from "../../guides/fitting";
import type { PlanLot } from "../../plan/facts";
import { change } from "../decisions";
import type { Check, Repair } from "../sheet";
import { round, sentence } from "../words";
import type { CountedStand, MixturePart } from "./part";
import { standDecision } from "./stand-decision";
import { plantedFromBought } from "./ways/by-unit";

/** A handbook rate that misses the target by more than this is said [per cent]. */
const SCHOOLS_APART_PCT = 15;

/** A share in grade under this is said [%]; assumption. */
const LEAST_IN_GRADE_PCT = 60;
/** Stations that miss the target by more than this are said [per cent]. */
const STATIONS_APART_PCT = 10;

/** Shares over which a mixture is said to be thick, and under which it is thin [% of the straight rates]; assumptions. */
const MIXED_PCT = 105;
const THIN_PCT = 85;
/** Nitrogen that a cereal cut green stands alone with [kg/ha]; assumption. */
const CEREAL_N_KG_PER_HA = 110;

/** A germination test older than this at sowing is said [days]: seed laws ask for five to twelve months; nine taken, assumption. */
const OLD_TEST_DAYS = 274;

/** Plants of years ago must have been planted. */
function checkStanding({ plan, facts, add }: Check): void {
  const { guide, method } = plan.crop;
  const before = facts.previousCrop;
  if (before?.crop === guide.id || method.stock.by !== "standing") return;
  const first = guide.methods.find((m) => m.stock.by !== "standing");
  add(
    "stop",
    "seed.nothingStands",
    `Year ${method.stock.year} of a planting, but ${before ? `${before.name.toLowerCase()} was here before` : "nobody knows what was here before"}.`,
    "A planting goes on only where it stands: plan its first year, or enter what grew here.",
    first ? [{ label: `Take ${first.name.toLowerCase()}`, changes: [change("crop/methodId", first.id)] }] : [],
  );
}

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
  if (seed.mixture) checkMixture(check, seed.mixture);
  if (seed.stand && seed.stand.share < THIN_STAND) checkStand(check, seed.stand);
  const germination = plan.figures["seed.germination"]?.value;
  if (method.stock.by === "seed" && germination !== undefined && germination < method.stock.germinationPct.low)
    add(
      "advise",
      "seed.germination",
      `Germination ${round(germination)} % is below ${method.stock.germinationPct.low} %.`,
      "Below the certification standard; vigour in cold ground falls faster than germination does.",
    );
  const lot = facts.seedLots.find((l) => l.id === seed.lotId);
  if (seed.by === "standing") checkStanding(check);
  else if (!lot)
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
  if (lot && !stockFits(method, lot)) checkStock(check, lot);
  if (lot && !lot.certified)
    add(
      kind.breeding === "hybrid" ? "advise" : "hint",
      "seed.own",
      "Farm-saved stock.",
      kind.breeding === "hybrid"
        ? "Seed saved from a hybrid does not come true: uneven, weaker plants. Buy it anew each year."
        : "Seed-borne disease and mixed varieties are the risk; test before use, and check that the variety may be saved.",
    );
  checkLots(check);
  checkSize(check);
  checkSwapped(check);
  if (seed.stations && seed.inRowSpacingCm !== null) {
    const off = (seed.stations.plantsPerM2 / seed.targetPlantsPerM2 - 1) * 100;
    if (Math.abs(off) > STATIONS_APART_PCT)
      add(
        "advise",
        "seed.stations",
        `Stations ${round(seed.inRowSpacingCm, 1)} cm apart leave ${round(seed.stations.plantsPerM2, 1)} plants/m², ${round(Math.abs(off))} % ${off > 0 ? "over" : "under"} the target.`,
        "Spacing, seeds a station and what is left after thinning make the stand together.",
        [
          {
            label: "Spacing from the target",
            changes: [change("seed/inRowSpacingCm", undefined), change("overrides/seed.inRowSpacing", undefined)],
          },
        ],
      );
  }
  if (seed.reconciliation && !seed.reconciliation.consistent)
    add(
      "stop",
      "seed.contradiction",
      "Spacing, count and mass of the stock contradict each other.",
      sentence(seed.reconciliation.messages.join("; ")),
      contradictionRepairs(check),
    );
}

/** A target that asks of each bulb or tuber what none weighs at this stand, or far less. */
function checkSize({ plan, decisions, add }: Check): void {
  const { size, targetPlantsPerM2 } = plan.seed;
  if (!size) return;
  const { unit, unitG, usualG, gradePct } = size;
  const [low, high] = usualG;
  const { low: fewest, high: most } = plan.crop.method.targetPlantsPerM2;
  const grams = (g: number) => round(g, g < 10 ? 1 : 0);
  if (unitG <= high && unitG >= low) {
    if (gradePct !== null && gradePct < LEAST_IN_GRADE_PCT)
      add(
        "hint",
        "seed.grade",
        `About ${round(gradePct)} % of the ${unit}s would be in grade for ${decisions.harvest?.endUse ?? plan.crop.kind.endUses[0]}.`,
        `At ${grams(unitG)} g they are ${round(plan.figures["seed.diameter"]?.value ?? 0)} mm across: fewer plants make larger ones, more make smaller ones, at the same yield.`,
      );
    return;
  }
  const heavy = unitG > high;
  // at this stand such a one is as heavy or as light as they come
  const exact = (10 * plan.targetTPerHa * (heavy ? high : low)) / unitG;
  const target = (heavy ? Math.floor(exact) : Math.ceil(exact)) / 10;
  // more plants make each lighter, by what is asked of it and by the room that it has
  const byRoom = plan.crop.product.size?.massBySpacing ?? 0;
  const plants = targetPlantsPerM2 * (unitG / ((low + high) / 2)) ** (1 / (1 - byRoom));
  add(
    heavy ? "advise" : "hint",
    "seed.size",
    `${round(plan.targetTPerHa, 1)} t/ha from ${round(targetPlantsPerM2, targetPlantsPerM2 < 20 ? 1 : 0)} plants/m² asks for ${unit}s of ${grams(unitG)} g; here they usually weigh ${grams(low)} to ${grams(high)} g.`,
    heavy
      ? "The target is high for this stand, or the stand is thin for the target."
      : "They would be small for this stand: the target is low, or fewer plants would do.",
    [
      ...(plants >= fewest && plants <= most
        ? [
            {
              label: `${round(plants, plants < 20 ? 1 : 0)} plants/m²`,
              changes: [change("seed/targetPlantsPerM2", round(plants, 1))],
            },
          ]
        : []),
      { label: `Aim for ${target} t/ha`, changes: [change("targetTPerHa", target)] },
    ],
  );
}

/** Lots that do not reach over the field, and varieties that stand beside each other. */
function checkLots({ plan, facts, decisions, add }: Check): void {
  const { lots, shortHa = 0, targetPlantsPerM2 } = plan.seed;
  if (!lots) return;
  const { areaHa, name } = facts.field;
  const least = plan.crop.method.targetPlantsPerM2.low;
  // all rates fall together, so that what is in hand covers the field
  const thinner = (targetPlantsPerM2 * (areaHa - shortHa)) / areaHa;
  const last = lots.at(-1) as (typeof lots)[number];
  const path = last.id === plan.seed.lotId ? ("seed/haveKg" as const) : (`seed/moreLots/${last.id}/haveKg` as const);
  if (shortHa > 0)
    add(
      "stop",
      "seed.short",
      `The seed in hand sows ${round(areaHa - shortHa, 1)} of ${round(areaHa, 1)} ha: ${round(shortHa, 1)} ha of ${name} stay empty.`,
      "Buy the rest, let another lot follow, or sow all of it thinner.",
      [
        { label: `Buy the rest of ${last.variety}`, changes: [change(path, undefined)] },
        ...(thinner >= least && decisions.seed?.school !== "handbook"
          ? [
              {
                label: `Aim for ${round(thinner, thinner < 20 ? 1 : 0)} plants/m² on all of it`,
                // a little less than it reaches for, so that rounding leaves no strip
                changes: [change("seed/targetPlantsPerM2", Math.floor(thinner * 100) / 100)],
              },
            ]
          : []),
      ],
    );
  const varieties = new Set(lots.filter((l) => l.areaHa > 0).map((l) => l.variety));
  if (varieties.size > 1)
    add(
      "hint",
      "seed.varieties",
      `${[...varieties].join(" and ")} stand beside each other.`,
      "They may ripen days apart and are kept apart where a buyer wants one variety: sow them where a combine or lifter can part them.",
    );
}

/** Rows as close as plants stand in the row, and plants as far apart as rows: one was typed for the other. */
function checkSwapped({ plan, decisions, add }: Check): void {
  const { rowSpacingCm: row, inRowSpacingCm: inRow } = decisions.seed ?? {};
  const usual = plan.crop.method.geometry;
  if (row === undefined || inRow === undefined || !usual.rowSpacingCm || !usual.inRowSpacingCm) return;
  const within = (value: number, { low, high }: { low: number; high: number }) =>
    value >= low * 0.8 && value <= high * 1.2;
  if (within(row, usual.rowSpacingCm) || !within(row, usual.inRowSpacingCm) || !within(inRow, usual.rowSpacingCm))
    return;
  add(
    "advise",
    "seed.swapped",
    `Rows ${round(row, 1)} cm apart and ${round(inRow, 1)} cm in the row: is one typed for the other?`,
    `Rows are usually ${usual.rowSpacingCm.low} to ${usual.rowSpacingCm.high} cm apart, ${usual.inRowSpacingCm.low} to ${usual.inRowSpacingCm.high} cm in the row. The number of plants is the same, hoe and planter are not.`,
    [
      {
        label: `Rows ${round(inRow, 1)} cm, ${round(row, 1)} cm in the row`,
        changes: [change("seed/rowSpacingCm", inRow), change("seed/inRowSpacingCm", row)],
      },
    ],
  );
}

/** A stand that was counted thin: what leaving it costs, and whether filling or sowing again pays. */
function checkStand({ plan, facts, add }: Check, stand: CountedStand): void {
  const [best] = standDecision(plan, facts);
  const half = plan.crop.guide.growth.halfStandYieldPct.typical;
  const left = round(100 * standYield(stand.share, half));
  const words = {
    leave: "Leaving it is worth most",
    fill: "Filling the gaps is worth most",
    resow: "Sowing again is worth most",
  };
  const unsure = stand.ci95[1] >= THIN_STAND * plan.seed.targetPlantsPerM2;
  add(
    "advise",
    "seed.stand",
    `${round(stand.plantsPerM2, 1)} plants/m² stand, ${round(100 * stand.share)} % of the target; about ${left} % of the yield.`,
    `${unsure ? `${stand.places} counts leave it between ${round(stand.ci95[0], 1)} and ${round(stand.ci95[1], 1)}: count more before you decide. ` : ""}${
      best
        ? `${words[best.id]}: see the options on this sheet.`
        : "Compare leaving it with sowing again while the window is open."
    }`,
  );
}

/** Shares that are no mixture, seed that does not go together, nitrogen that smothers the legume. */
function checkMixture({ plan, facts, add }: Check, mixture: MixturePart): void {
  const { shareSumPct, apart, legumePct, components } = mixture;
  if (components.length < 2)
    add(
      "advise",
      "seed.mixture.alone",
      "Only one crop is left of the mixture.",
      "Give a second one a share, or plan that crop by itself.",
    );
  if (shareSumPct > MIXED_PCT)
    add(
      "hint",
      "seed.mixture.shares",
      `Shares make ${round(shareSumPct)} % of the straight rates.`,
      "More than 100 % pays where the crops complement each other: one climbs or roots where the other does not. Over about 130 % they only crowd each other.",
    );
  else if (shareSumPct < THIN_PCT)
    add(
      "advise",
      "seed.mixture.thin",
      `Shares make only ${round(shareSumPct)} % of the straight rates.`,
      "The ground stays open for weeds: raise a share.",
    );
  if (apart.length > 0)
    add(
      "hint",
      "seed.mixture.passes",
      "Two hoppers, or two passes, for this mixture.",
      sentence(`${apart.join("; ")}: the large seed first and deep, the small one after it, shallow`),
    );
  const cap = round((1 - legumePct / 100) * CEREAL_N_KG_PER_HA, 0);
  const planned = plan.figures["feed.n"]?.value ?? 0;
  if (legumePct > 0 && planned > cap + 1)
    add(
      "advise",
      "seed.mixture.nitrogen",
      `${round(planned)} kg N/ha feeds the cereal until it smothers the legume: ${cap} kg/ha is about the most beside ${round(legumePct)} % of legumes.`,
      `The legume makes its own and leaves some; ${facts.field.name} gets less nitrogen and more protein that way.`,
      [
        {
          label: `${cap} kg N/ha`,
          changes: [change("overrides/feed.n", { value: cap, reason: "mixed with a legume" })],
        },
      ],
    );
}

/** Ways out of planting stock that contradicts itself: the spacing that the mass gives, the mass that the spacing gives. */
function contradictionRepairs({ plan, decisions }: Check): Repair[] {
  const { stockKgPerHa, unitsPerStation = 1 } = decisions.seed ?? {};
  const { stock } = plan.crop.method;
  const unitMassG = plan.figures["seed.unitMass"]?.value;
  const row = plan.seed.rowSpacingCm;
  // of mass and diameter one was measured wrongly: a ball of water weighs what it does
  const across = decisions.seed?.unitDiameterCm;
  const byDiameter: Repair[] =
    across === undefined || plan.seed.reconciliation?.figures.includes("unitDiameterCm") !== true
      ? []
      : [
          { label: "Without the diameter", changes: [change("seed/unitDiameterCm", undefined)] },
          {
            label: `${round((Math.PI / 6) * across ** 3, 1)} g, as a ball that wide weighs`,
            changes: [change("seed/unitMassG", round((Math.PI / 6) * across ** 3, 1))],
          },
        ];
  if (byDiameter.length > 0) return byDiameter;
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

/** A lot of other stock than the method plants: nothing that follows from its weight holds. */
function checkStock({ plan, add }: Check, lot: PlanLot): void {
  const { base, kind, method } = plan.crop;
  const ways = waysOfKind(base, kind.id).methods.filter((m) => stockFits(m, lot));
  const is = lot.unitMassG === null ? "counted seed" : `planted one by one (${round(lot.unitMassG, 1)} g each)`;
  add(
    "stop",
    "seed.stock",
    `${lot.variety} is ${is}, and cannot be ${method.name.toLowerCase()}.`,
    "Rate, spacing and cost would follow from a weight that this lot does not have. Choose the way that it is planted, or another lot.",
    ways
      .slice(0, 3)
      .map((m) => ({ label: `Plant it: ${m.name.toLowerCase()}`, changes: [change("crop/methodId", m.id)] })),
  );
}
