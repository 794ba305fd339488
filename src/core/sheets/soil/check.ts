import { daysBetween } from "../../dates";
import { NUTRIENTS } from "../../nutrients";
import { q, span } from "../../units/told";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round } from "../words";
import { passThatMixes } from "./operations";
import { SODIC_ESP_PCT } from "./salt";

const OLD_TEST_YEARS = 4;
/** Days that keep lime apart from what gives off ammonia. */
const LIME_AMMONIA_DAYS = 14;

export function checkSoil(check: Check): void {
  const { plan, facts, add } = check;
  const test = facts.soilTest;
  const { soil } = plan.crop.guide;
  if (!test) {
    add(
      "advise",
      "soil.noTest",
      "No soil test for this field.",
      "The plan assumes P and K on target and plans no lime. Sample before you rely on the fertiliser figures.",
    );
    return;
  }
  const years = (plan.soil.testAgeDays ?? 0) / 365.25;
  if (years > OLD_TEST_YEARS)
    add(
      "advise",
      "soil.oldTest",
      `The soil test is ${round(years, 1)} years old.`,
      "P, K and pH classes may have changed. Resample: every 3 to 5 years is usual. The issued plan states the age of the test.",
    );
  for (const { soilTestKey, need } of NUTRIENTS)
    if (soilTestKey && need === "offtake" && test.levels[soilTestKey] === undefined)
      add(
        "hint",
        `soil.untested.${soilTestKey}`,
        `${soilTestKey.toUpperCase()} was not tested.`,
        "It is assumed to be on target: the plan replaces offtake.",
      );
  if (test.ph < soil.ph.failsBelow)
    add(
      "advise",
      "soil.tooAcid",
      `pH ${test.ph} is below ${soil.ph.failsBelow}: this crop is likely to fail.`,
      "Lime takes months to act in full. Consider a crop that tolerates acid soil.",
    );
  if (test.ph > soil.ph.failsAbove)
    add(
      "advise",
      "soil.tooAlkaline",
      `pH ${test.ph} is above ${soil.ph.failsAbove}.`,
      "Manganese, zinc, iron and boron may be deficient. Do not lime; scout for deficiency.",
    );
  if (plan.soil.targetPh > 5.8 && test.organicMatterPct > 25)
    add(
      "advise",
      "soil.peatTarget",
      "The target pH is above 5.8 on peat.",
      "Peat needs no higher pH, and copper and manganese become deficient above it.",
      [{ label: "Target pH 5.8", changes: [change("soil/lime/targetPh", 5.8)] }],
    );
  if (plan.soil.limeDressings > 1)
    add(
      "hint",
      "soil.limeSplit",
      `The lime requirement takes ${plan.soil.limeDressings} dressings, one a season.`,
      `${q(plan.soil.limeTPerHa, "t lime/ha")} is more than one dressing. Apply ${q(plan.soil.limeThisSeasonTPerHa, "t lime/ha")} of this product now and the rest a season later.`,
    );
  littleLime(check);
  limeMixedIn(check);
  if (plan.soil.limeTPerHa > 0 && soil.limeHarms)
    add("advise", "soil.limeHarms", soil.limeHarms, "Lime after this crop, or a season before it.", [
      { label: "Do not lime", changes: [change("soil/lime/targetPh", round(test.ph, 1))] },
    ]);
  limeBesideAmmonia(check);
  saltAndSodium(check);
}

/** Under this a dressing of ground lime cannot be spread evenly [t/ha]; assumption. */
const LEAST_DRESSING = 1;

/** Too little lime for a spreader: it can wait. */
function littleLime({ plan, facts, add }: Check): void {
  const { limeTPerHa, limeProductId } = plan.soil;
  const material = facts.limes.find((l) => l.id === limeProductId)?.material;
  if (limeTPerHa <= 0 || limeTPerHa >= LEAST_DRESSING || material === "granulatedLime" || !facts.soilTest) return;
  add(
    "hint",
    "soil.limeLittle",
    `${q(limeTPerHa, "t lime/ha")} of lime is less than most spreaders can apply evenly.`,
    "Wait until more is needed, or apply granulated lime.",
    [{ label: "Do not lime this season", changes: [change("soil/lime/targetPh", round(facts.soilTest.ph, 1))] }],
  );
}

/** Lime that no pass incorporates acts at the surface only. */
function limeMixedIn({ plan, add }: Check): void {
  if (plan.soil.limeThisSeasonTPerHa <= 0 || passThatMixes({ parts: plan })) return;
  const deepest = Math.max(0, ...plan.ground.chosen.passes.flatMap((p) => p.tools.map((t) => t.depthCm)));
  add(
    "advise",
    "soil.limeNotMixed",
    `Lime is calculated for ${q(plan.soil.limeDepthCm, "cm")}, but no pass after it works to half of that depth.`,
    `On the surface it raises the pH of the top few centimetres only and moves down by ${span(1, 2, "cm")} a year. Calculate it for the depth that is worked, or choose a tillage system that incorporates it.`,
    [
      {
        label: `Calculate it for ${q(Math.max(5, deepest), "cm")}`,
        changes: [change("soil/lime/depthCm", Math.max(5, deepest))],
      },
    ],
  );
}

/** What salt and sodium take, and what takes them out. */
function saltAndSodium({ plan, facts, add }: Check): void {
  const { salt } = plan.soil;
  const { thresholdDsM } = plan.crop.guide.soil.salinity;
  const drained = facts.field.drainage !== "poor";
  const ways = drained
    ? "Leach before planting, or choose a salt-tolerant crop."
    : "This field drains poorly: without drains neither water nor gypsum will help, so drain first or choose a tolerant crop.";
  const ecE = facts.soilTest?.ecE ?? null;
  if (salt.relativeYieldPct !== null && salt.relativeYieldPct < 100)
    add(
      "advise",
      "soil.salt",
      `Soil salinity (ECe) of ${ecE} dS/m is above the ${thresholdDsM} dS/m that this crop tolerates.`,
      `About ${q(100 - salt.relativeYieldPct, "%")} of the yield is at risk (Maas and Hoffman). ${q(salt.leachingMm ?? 0, "mm")} of leaching water would bring the root zone to ${thresholdDsM} dS/m (Hoffman). ${ways}`,
    );
  if (salt.espPct === null || salt.espPct < SODIC_ESP_PCT) return;
  const tPerHa = salt.gypsumTPerHa;
  add(
    "advise",
    "soil.sodic",
    `Exchangeable sodium is ${q(salt.espPct, "%")} of CEC; above ${SODIC_ESP_PCT} % the soil seals and sets hard.`,
    tPerHa === null
      ? `Gypsum replaces it. The rate needs the CEC, which was not tested. ${ways}`
      : `Apply ${q(tPerHa, "t gypsum/ha")} of gypsum in total, ${tPerHa > salt.gypsumThisSeasonTPerHa ? `${q(salt.gypsumThisSeasonTPerHa, "t gypsum/ha")} this season` : "in one dressing"}, followed by water to leach the sodium. ${ways}`,
  );
}

function limeBesideAmmonia({ plan, facts, add }: Check): void {
  const lime = plan.operations.find((o) => o.role === "lime");
  if (!lime?.date) return;
  const limedOn = lime.date;
  const brings = (id: string) => (facts.fertilisers.find((f) => f.id === id)?.contents.n ?? 0) > 0;
  const near = plan.operations.find(
    (o) =>
      o.date &&
      o.inputs.some((i) => i.kind === "manure" || (i.kind === "fertiliser" && brings(i.id))) &&
      Math.abs(daysBetween(o.date, limedOn)) < LIME_AMMONIA_DAYS,
  );
  if (near)
    add(
      "advise",
      "soil.limeAmmonia",
      `Lime and ${near.name.toLowerCase()} are planned less than ${LIME_AMMONIA_DAYS} days apart.`,
      `Fresh lime turns the ammonium of manure, urea and ammonium fertilisers into ammonia, which is lost to the air. Keep at least ${LIME_AMMONIA_DAYS} days between them.`,
    );
}
