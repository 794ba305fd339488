import { daysBetween, formatDay } from "../../dates";
import { THIN_STAND } from "../../establish/stand-count";
import { standYield } from "../../establish/stand-options";
import { stockFits, waysOfKind } from "../../guides/fitting";
import type { PlanLot } from "../../plan/facts";
import { q, span } from "../../units/told";
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

/** Sums of shares above which a mixture is dense, and below which it is thin [% of sole-crop rates]; assumptions. */
const MIXED_PCT = 105;
const THIN_PCT = 85;
/** Nitrogen that a cereal cut green stands alone with [kg/ha]; assumption. */
const CEREAL_N_KG_PER_HA = 110;

/** A germination test older than this at sowing is said [days]: seed laws ask for five to twelve months; nine taken, assumption. */
const OLD_TEST_DAYS = 274;

/** A population in words: one decimal where plants are few. */
const plants = (perM2: number) => q(perM2, "plants/m²", perM2 < 20 ? 1 : 0);

/** Plants of years ago must have been planted. */
function checkStanding({ plan, facts, add }: Check): void {
  const { guide, method } = plan.crop;
  const before = facts.previousCrop;
  if (before?.crop === guide.id || method.stock.by !== "standing") return;
  const first = guide.methods.find((m) => m.stock.by !== "standing");
  add(
    "stop",
    "seed.nothingStands",
    `This plan is for year ${method.stock.year} of a perennial stand, but ${before ? `the previous crop here is ${before.name.toLowerCase()}` : "no previous crop is recorded"}.`,
    "Only an existing stand can be carried on. Plan its first year, or enter the previous crop.",
    first ? [{ label: `Plan ${first.name.toLowerCase()}`, changes: [change("crop/methodId", first.id)] }] : [],
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
      `The target of ${plants(seed.targetPlantsPerM2)} is outside the usual ${span(low, high, "plants/m²")}.`,
      "It is unusual but possible. Give a reason, or go back to the guide.",
      [
        {
          label: "Use the calculated target",
          changes: [change("seed/targetPlantsPerM2", undefined)],
        },
      ],
    );
  if (seed.plantsFromHandbook !== null && decisions.seed?.school === "handbook" && seed.by === "seed") {
    const off = (seed.plantsFromHandbook / seed.targetPlantsPerM2 - 1) * 100;
    if (Math.abs(off) > SCHOOLS_APART_PCT)
      add(
        "advise",
        "seed.schools",
        `The customary rate will give ${plants(seed.plantsFromHandbook)}, ${q(Math.abs(off), "%")} ${off > 0 ? "above" : "below"} target.`,
        `With this lot's weight and germination, the target of ${plants(seed.targetPlantsPerM2)} needs another rate. Use the population-based rate.`,
        [{ label: "Use the population-based rate", changes: [change("seed/school", undefined)] }],
      );
  }
  if (seed.mixture) checkMixture(check, seed.mixture);
  if (seed.stand && seed.stand.share < THIN_STAND) checkStand(check, seed.stand);
  const germination = plan.figures["seed.germination"]?.value;
  if (method.stock.by === "seed" && germination !== undefined && germination < method.stock.germinationPct.low)
    add(
      "advise",
      "seed.germination",
      `Germination of ${q(germination, "%")} is below the ${method.stock.germinationPct.low} % certification standard.`,
      "Vigour in a cold seedbed is likely to be lower still. Use another lot, or retest and raise the seed rate.",
    );
  const lot = facts.seedLots.find((l) => l.id === seed.lotId);
  if (seed.by === "standing") checkStanding(check);
  else if (!lot)
    add(
      "hint",
      "seed.noLot",
      "No seed lot chosen.",
      "Typical seed weight and germination are used; a real lot can differ by 25 %. Choose the lot before you set the drill.",
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
      `The germination of this lot was tested on ${formatDay(lot.testedOn, true)}, ${round(daysBetween(lot.testedOn, plan.plantingDate) / 30.4)} months before planting.`,
      "Germination falls in store, and vigour falls first. Retest, and enter the new result.",
    );
  if (lot && !stockFits(method, lot)) checkStock(check, lot);
  if (lot && !lot.certified)
    add(
      kind.breeding === "hybrid" ? "advise" : "hint",
      "seed.own",
      "The seed is farm-saved.",
      kind.breeding === "hybrid"
        ? "Seed saved from a hybrid gives uneven, weaker plants. Buy new seed each year."
        : "Seed-borne disease and admixture are the risks. Test it before use, and check that the variety may be saved.",
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
        `Hills ${q(seed.inRowSpacingCm, "cm", 1)} apart will leave ${q(seed.stations.plantsPerM2, "plants/m²", 1)}, ${q(Math.abs(off), "%")} ${off > 0 ? "above" : "below"} target.`,
        "Spacing, seeds per hill and plants left after thinning give the plant stand together.",
        [
          {
            label: "Calculate spacing from the target",
            changes: [change("seed/inRowSpacingCm", undefined)],
          },
        ],
      );
  }
  if (seed.reconciliation && !seed.reconciliation.consistent)
    add(
      "stop",
      "seed.contradiction",
      "Spacing, number and mass of the planting stock contradict each other.",
      sentence(seed.reconciliation.messages.join("; ")),
      contradictionRepairs(check),
    );
}

/** A target that needs bulbs or tubers heavier than any at this population, or far lighter ones. */
function checkSize({ plan, decisions, add }: Check): void {
  const { size, targetPlantsPerM2 } = plan.seed;
  if (!size) return;
  const { unit, unitG, usualG, gradePct } = size;
  const [low, high] = usualG;
  const { low: fewest, high: most } = plan.crop.method.targetPlantsPerM2;
  if (unitG <= high && unitG >= low) {
    if (gradePct !== null && gradePct < LEAST_IN_GRADE_PCT)
      add(
        "hint",
        "seed.grade",
        `About ${q(gradePct, "%")} of the ${unit}s are expected to be in grade for ${decisions.harvest?.endUse ?? plan.crop.kind.endUses[0]}.`,
        `At ${q(unitG, "g")} they are ${q(plan.figures["seed.diameter"]?.value ?? 0, "mm across")} across. At the same yield fewer plants give larger ${unit}s and more plants give smaller ones.`,
      );
    return;
  }
  const heavy = unitG > high;
  // at this stand such a one is as heavy or as light as they come
  const exact = (10 * plan.targetTPerHa * (heavy ? high : low)) / unitG;
  const target = (heavy ? Math.floor(exact) : Math.ceil(exact)) / 10;
  // more plants make each lighter, by what is asked of it and by the room that it has
  const byRoom = plan.crop.product.size?.massBySpacing ?? 0;
  const better = targetPlantsPerM2 * (unitG / ((low + high) / 2)) ** (1 / (1 - byRoom));
  add(
    heavy ? "advise" : "hint",
    "seed.size",
    `${q(plan.targetTPerHa, "t/ha", 1)} from ${plants(targetPlantsPerM2)} needs ${unit}s of ${q(unitG, "g")}; ${span(low, high, "g")} is usual.`,
    heavy
      ? "The target yield is high for this population, or the population is low for the target."
      : "They would be small for this population: the target yield is low, or fewer plants would do.",
    [
      ...(better >= fewest && better <= most
        ? [
            {
              label: `Target ${plants(better)}`,
              changes: [change("seed/targetPlantsPerM2", round(better, 1))],
            },
          ]
        : []),
      { label: `Target ${q(target, "t/ha", 1)}`, changes: [change("targetTPerHa", target)] },
    ],
  );
}

/** Lots that do not cover the field, and varieties side by side. */
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
      `The seed in stock sows ${q(areaHa - shortHa, "ha", 1)} of ${q(areaHa, "ha", 1)}: ${q(shortHa, "ha", 1)} of ${name} would stay unsown.`,
      "Buy the rest, use another lot after it, or lower the seed rate on all of the field.",
      [
        { label: `Buy the rest of ${last.variety}`, changes: [change(path, undefined)] },
        ...(thinner >= least && decisions.seed?.school !== "handbook"
          ? [
              {
                label: `Target ${plants(thinner)} on all of the field`,
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
      `${[...varieties].join(" and ")} are planned side by side.`,
      "They may ripen days apart, and a buyer may want one variety only. Sow them so that they can be harvested separately.",
    );
}

/** Row spacing as close as in-row spacing, and the reverse: one was typed for the other. */
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
    `Row spacing ${q(row, "cm", 1)} and in-row spacing ${q(inRow, "cm", 1)}: are they interchanged?`,
    `Usual are rows of ${span(usual.rowSpacingCm.low, usual.rowSpacingCm.high, "cm")} and ${span(usual.inRowSpacingCm.low, usual.inRowSpacingCm.high, "cm")} in the row. The population is the same, but planter and hoe settings are not.`,
    [
      {
        label: `Rows ${q(inRow, "cm", 1)}, in the row ${q(row, "cm", 1)}`,
        changes: [change("seed/rowSpacingCm", inRow), change("seed/inRowSpacingCm", row)],
      },
    ],
  );
}

/** A stand that was counted thin: what leaving it costs, and whether filling gaps or resowing pays. */
function checkStand({ plan, facts, add }: Check, stand: CountedStand): void {
  const [best] = standDecision(plan, facts);
  const half = plan.crop.guide.growth.halfStandYieldPct.typical;
  const left = round(100 * standYield(stand.share, half));
  const words = {
    leave: "Leaving it has the highest net value",
    fill: "Filling the gaps has the highest net value",
    resow: "Resowing has the highest net value",
  };
  const unsure = stand.ci95[1] >= THIN_STAND * plan.seed.targetPlantsPerM2;
  add(
    "advise",
    "seed.stand",
    `The counted stand is ${q(stand.plantsPerM2, "plants/m²", 1)}, ${q(100 * stand.share, "%")} of target: expect about ${left} % of the yield.`,
    `${unsure ? `From ${stand.places} counts the stand is ${span(stand.ci95[0], stand.ci95[1], "plants/m²", 1)} (95 % interval): count more places before you decide. ` : ""}${
      best
        ? `${words[best.id]}: see the options on this sheet.`
        : "Compare leaving it with resowing while the sowing window is open."
    }`,
  );
}

/** Shares that make no mixture, seed that needs two passes, nitrogen that smothers the legume. */
function checkMixture({ plan, add }: Check, mixture: MixturePart): void {
  const { shareSumPct, apart, legumePct, components } = mixture;
  if (components.length < 2)
    add(
      "advise",
      "seed.mixture.alone",
      "The mixture has only one crop left.",
      "Give a second crop a share, or plan this one as a sole crop.",
    );
  if (shareSumPct > MIXED_PCT)
    add(
      "hint",
      "seed.mixture.shares",
      `The mixture adds up to ${q(shareSumPct, "%")} of sole-crop rates.`,
      "More than 100 % pays where the crops complement each other in height or rooting. Above about 130 % they only compete.",
    );
  else if (shareSumPct < THIN_PCT)
    add(
      "advise",
      "seed.mixture.thin",
      `The mixture adds up to only ${q(shareSumPct, "%")} of sole-crop rates.`,
      "An open canopy lets weeds in. Raise a share.",
    );
  if (apart.length > 0)
    add(
      "hint",
      "seed.mixture.passes",
      "This mixture needs separate hoppers, or two passes.",
      `${sentence(apart.join("; "))} Sow the large seed first and deep, then the small seed shallow.`,
    );
  const cap = round((1 - legumePct / 100) * CEREAL_N_KG_PER_HA, 0);
  const planned = plan.figures["feed.n"]?.value ?? 0;
  if (legumePct > 0 && planned > cap + 1)
    add(
      "advise",
      "seed.mixture.nitrogen",
      `${q(planned, "kg N/ha")} is too much for a mixture with ${q(legumePct, "%")} of legumes; about ${q(cap, "kg N/ha")} is the most.`,
      "The cereal would smother the legume, which fixes its own nitrogen.",
      [
        {
          label: `Apply ${q(cap, "kg N/ha")}`,
          changes: [change("overrides/feed.n", { value: cap, reason: "mixed with a legume" })],
        },
      ],
    );
}

/** Repairs of planting stock that contradicts itself: the spacing that follows from the mass, the mass that follows from the spacing. */
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
          { label: "Ignore the diameter", changes: [change("seed/unitDiameterCm", undefined)] },
          {
            label: `Mass ${q((Math.PI / 6) * across ** 3, "g", 1)}, from the diameter`,
            changes: [change("seed/unitMassG", round((Math.PI / 6) * across ** 3, 1))],
          },
        ];
  if (byDiameter.length > 0) return byDiameter;
  const toTarget: Repair = {
    label: "Calculate spacing from the target",
    changes: [change("seed/inRowSpacingCm", undefined)],
  };
  if (!stockKgPerHa || !unitMassG || !row || stock.by !== "unit") return [toTarget];
  const units = (plantedFromBought(stockKgPerHa, stock.usablePct.typical, plan.seed.reservePct) * 1000) / unitMassG;
  const inRow = round((unitsPerStation * 1e8) / (units * row), 1);
  return [
    { label: `Set them ${q(inRow, "cm", 1)} apart`, changes: [change("seed/inRowSpacingCm", inRow)] },
    { label: "Calculate mass from the spacing", changes: [change("seed/stockKgPerHa", undefined)] },
  ];
}

/** A lot of other planting stock than the method uses. */
function checkStock({ plan, add }: Check, lot: PlanLot): void {
  const { base, kind, method } = plan.crop;
  const ways = waysOfKind(base, kind.id).methods.filter((m) => stockFits(m, lot));
  const is = lot.unitMassG === null ? "seed" : `planted piece by piece (${q(lot.unitMassG, "g", 1)} each)`;
  add(
    "stop",
    "seed.stock",
    `${lot.variety} is ${is}: it does not fit the method "${method.name.toLowerCase()}".`,
    "Rate, spacing and cost would follow from a weight that this lot does not have. Choose the method that fits it, or another lot.",
    ways
      .slice(0, 3)
      .map((m) => ({ label: `Method: ${m.name.toLowerCase()}`, changes: [change("crop/methodId", m.id)] })),
  );
}
