import { daysBetween } from "../../dates";
import { NUTRIENTS } from "../../nutrients";
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
      "No soil test of this field.",
      "Phosphate and potash count as in target and no lime is planned. The plan says so on its face.",
    );
    return;
  }
  const years = (plan.soil.testAgeDays ?? 0) / 365.25;
  if (years > OLD_TEST_YEARS)
    add(
      "advise",
      "soil.oldTest",
      `The last soil test is ${round(years, 1)} years old.`,
      "Classes of phosphate, potash and pH may have moved; test again every 3 to 5 years. The plan says so on its face.",
    );
  for (const { soilTestKey, need } of NUTRIENTS)
    if (soilTestKey && need === "offtake" && test.levels[soilTestKey] === undefined)
      add(
        "hint",
        `soil.untested.${soilTestKey}`,
        `${soilTestKey.toUpperCase()} was not tested.`,
        "It counts as in target: offtake is replaced.",
      );
  if (test.ph < soil.ph.failsBelow)
    add(
      "advise",
      "soil.tooAcid",
      `pH ${test.ph} is below ${soil.ph.failsBelow}, where this crop fails.`,
      "Lime acts in full after months; think of a crop that stands it.",
    );
  if (test.ph > soil.ph.failsAbove)
    add(
      "advise",
      "soil.tooAlkaline",
      `pH ${test.ph} is above ${soil.ph.failsAbove}.`,
      "Manganese, zinc, iron and boron may be short; no lime, and look for deficiency.",
    );
  if (plan.soil.targetPh > 5.8 && test.organicMatterPct > 25)
    add(
      "advise",
      "soil.peatTarget",
      "A target pH above 5.8 on peat.",
      "Peat needs no more, and copper and manganese go short above it.",
      [{ label: "Aim for 5.8", changes: [change("soil/lime/targetPh", 5.8)] }],
    );
  if (plan.soil.limeDressings > 1)
    add(
      "hint",
      "soil.limeSplit",
      `Lime in ${plan.soil.limeDressings} seasons.`,
      `${round(plan.soil.limeTPerHa, 1)} t/ha is more than one dressing can carry (${round(plan.soil.limeThisSeasonTPerHa, 1)} t/ha of this product); the rest follows a season later.`,
    );
  littleLime(check);
  limeMixedIn(check);
  if (plan.soil.limeTPerHa > 0 && soil.limeHarms)
    add("advise", "soil.limeHarms", soil.limeHarms, "Lime after this crop, or a season ahead.", [
      { label: "Leave the lime out", changes: [change("soil/lime/targetPh", round(test.ph, 1))] },
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
    `${round(limeTPerHa, 1)} t/ha of lime is less than most spreaders lay evenly.`,
    "It can wait until more is needed, or be given as granulated lime.",
    [{ label: "Leave it for now", changes: [change("soil/lime/targetPh", round(facts.soilTest.ph, 1))] }],
  );
}

/** Lime that no pass takes down serves only where it lies. */
function limeMixedIn({ plan, add }: Check): void {
  if (plan.soil.limeThisSeasonTPerHa <= 0 || passThatMixes({ parts: plan })) return;
  const deepest = Math.max(0, ...plan.ground.chosen.passes.flatMap((p) => p.tools.map((t) => t.depthCm)));
  add(
    "advise",
    "soil.limeNotMixed",
    `Lime is reckoned for ${plan.soil.limeDepthCm} cm; no pass after it goes to half of that.`,
    "On top it lifts the pH of a few centimetres and moves a centimetre or two a year. Reckon it for the depth that is worked, or choose a system that mixes.",
    [
      {
        label: `Reckon it for ${Math.max(5, deepest)} cm`,
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
    ? "Leach ahead of planting, on ground that drains; else a crop that stands salt."
    : "This ground drains badly: without drains neither water nor gypsum takes it away. A crop that stands salt, or drains first.";
  const ecE = facts.soilTest?.ecE ?? null;
  if (salt.relativeYieldPct !== null && salt.relativeYieldPct < 100)
    add(
      "advise",
      "soil.salt",
      `Salt: ${ecE} dS/m is above the crop's ${thresholdDsM}.`,
      `About ${round(100 - salt.relativeYieldPct)} % of the yield is at risk (Maas and Hoffman); ${round(salt.leachingMm ?? 0)} mm have to pass through the rooted soil to bring it to ${thresholdDsM} (Hoffman). ${ways}`,
    );
  if (salt.espPct === null || salt.espPct < SODIC_ESP_PCT) return;
  const tPerHa = salt.gypsumTPerHa;
  add(
    "advise",
    "soil.sodic",
    `Sodium holds ${round(salt.espPct)} % of the exchange capacity: over ${SODIC_ESP_PCT} the soil swells, seals and sets hard.`,
    tPerHa === null
      ? `Gypsum takes its place; how much needs the exchange capacity (CEC), which was not tested. ${ways}`
      : `${round(tPerHa, 1)} t/ha of gypsum take its place, ${tPerHa > salt.gypsumThisSeasonTPerHa ? `${round(salt.gypsumThisSeasonTPerHa, 1)} of it this season` : "in one dressing"}, with water after it to wash the sodium down. ${ways}`,
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
      `Lime and ${near.name.toLowerCase()} lie less than 14 days apart.`,
      "Fresh lime drives ammonia out of manure, urea and ammonium fertilisers. Keep two weeks between them.",
    );
}
