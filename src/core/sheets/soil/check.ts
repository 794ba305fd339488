import { NUTRIENTS } from "../../nutrients";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round } from "../words";
import { MOST_IN_ONE_DRESSING } from "./draft";

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
  if (plan.soil.limeTPerHa > MOST_IN_ONE_DRESSING)
    add(
      "hint",
      "soil.limeSplit",
      `Lime in ${Math.ceil(plan.soil.limeTPerHa / MOST_IN_ONE_DRESSING)} seasons.`,
      `${round(plan.soil.limeTPerHa, 1)} t/ha is more than one dressing can carry (${MOST_IN_ONE_DRESSING} t/ha); the rest follows a season later.`,
    );
  if (plan.soil.limeTPerHa > 0 && soil.limeHarms)
    add("advise", "soil.limeHarms", soil.limeHarms, "Lime after this crop, or a season ahead.", [
      { label: "Leave the lime out", changes: [change("soil/lime/targetPh", round(test.ph, 1))] },
    ]);
  limeBesideAmmonia(check);
  if (test.ecE !== null && test.ecE > soil.salinity.thresholdDsM)
    add(
      "advise",
      "soil.salt",
      `Salt: ${test.ecE} dS/m is above the crop's ${soil.salinity.thresholdDsM}.`,
      `About ${round(Math.min(100, (test.ecE - soil.salinity.thresholdDsM) * soil.salinity.slopePctPerDsM))} % of the yield is at risk (Maas and Hoffman).`,
    );
}

function limeBesideAmmonia({ plan, facts, add }: Check): void {
  const lime = plan.operations.find((o) => o.role === "lime");
  if (!lime?.date) return;
  const limedOn = Date.parse(lime.date);
  const brings = (id: string) => (facts.fertilisers.find((f) => f.id === id)?.contents.n ?? 0) > 0;
  const near = plan.operations.find(
    (o) =>
      o.date &&
      o.inputs.some((i) => i.kind === "manure" || (i.kind === "fertiliser" && brings(i.id))) &&
      Math.abs(Date.parse(o.date) - limedOn) < LIME_AMMONIA_DAYS * 86_400_000,
  );
  if (near)
    add(
      "advise",
      "soil.limeAmmonia",
      `Lime and ${near.name.toLowerCase()} lie less than 14 days apart.`,
      "Fresh lime drives ammonia out of manure, urea and ammonium fertilisers. Keep two weeks between them.",
    );
}
