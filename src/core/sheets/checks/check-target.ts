/** The target against site, light and water; what limits the site and how to improve it; what is not recorded. */

import { formatDay } from "../../dates";
import type { PlanFacts } from "../../plan/facts";
import { CRITERION_NAMES } from "../../plan/site-criteria";
import { lightLimitedYield } from "../../season/potential";
import { cash, q } from "../../units/told";
import type { Plan } from "../plan";
import type { Finding } from "../sheet";
import { walked } from "../water/part";
import { joinNames, round, sentence } from "../words";

/** Over the expected yield by so much a target is called ambitious; from this score down a criterion is said. */
const AMBITIOUS = 1.15;
const SAID_FROM = 0.8;
/** Normals smooth what a good year brings: a target so little over what they allow is let pass. */
const SLACK = 1.05;

export function checkTarget(plan: Plan, facts: PlanFacts): Finding[] {
  const findings: Finding[] = [];
  const { site, targetTPerHa } = plan;
  const add = (id: string, sheet: Finding["sheet"], severity: Finding["severity"], title: string, why: string) =>
    findings.push({ id, sheet, severity, title, why, repairs: [] });
  const expected = site.expectedTPerHa;
  const t = (value: number) => q(value, "t/ha", 1);

  // rests are said where the rotation is checked
  const limiting = site.criteria
    .filter((c) => c.id !== "rotation" && c.score !== null && c.score < SAID_FROM)
    .sort((a, b) => (a.score ?? 1) - (b.score ?? 1));
  // of a plan of nothing that was said first, with its cause
  const hopeless = checkHope(plan, facts).length > 0;
  const [least] = limiting;
  if (least && !hopeless)
    add(
      "site.limits",
      "soil",
      (least.score ?? 1) < 0.6 ? "advise" : "hint",
      `${limiting.length === 1 ? "Main limit" : "Main limits"} of this site for ${plan.crop.kind.name.toLowerCase()}: ${limiting.map((c) => `${CRITERION_NAMES[c.id]} (${q(100 * (c.score ?? 1), "%", 0)})`).join(", ")}.`,
      limiting
        .map((c) => {
          const lift = c.lift
            ? ` How to improve it: ${c.lift.what}${leadInWords(c.lift.leadDays)}${c.lift.costPerHa === null ? "" : `, about ${cash(c.lift.costPerHa, "money/ha")}`}.`
            : "";
          return `${sentence(c.reason)}${lift}`;
        })
        .join(" "),
    );
  const unknown = site.criteria.filter((c) => c.score === null);
  if (unknown.length > 0)
    add(
      "site.unknown",
      "soil",
      "hint",
      `Not recorded for this field: ${joinNames(unknown.map((c) => CRITERION_NAMES[c.id]))}.`,
      "The plan assumes that they do no harm. Measure or check them before you issue it.",
    );

  if (hopeless) return findings;
  const light = lightLimit(plan, facts);
  const water = waterByTotals(plan);
  if (light !== null && targetTPerHa > light * SLACK)
    add(
      "target.light",
      "money",
      "advise",
      `The target of ${t(targetTPerHa)} is above what light allows: about ${t(light)}.`,
      "Radiation and temperature of this place and season allow no more, even without stress (station normals).",
    );
  // where irrigations are planned, the season's own balance says whether they suffice, and says it better
  else if (water !== null && targetTPerHa > water * SLACK && !(facts.field.irrigated && walked(plan.water)))
    add(
      "target.water",
      "money",
      "advise",
      `The target of ${t(targetTPerHa)} is above what the available water allows: about ${t(water)}.`,
      `${sentence(site.criteria.find((c) => c.id === "water")?.reason ?? "")} This is calculated from the season's totals; "When to sow" works day by day and may find more or less. Find more water, or lower the target.`,
    );
  else if (targetTPerHa > expected * AMBITIOUS)
    add(
      "target.ambitious",
      "money",
      "advise",
      `The target of ${t(targetTPerHa)} is ${q((targetTPerHa / expected - 1) * 100, "%")} above the expected ${t(expected)}.`,
      "Expected yield combines the guide, the site and this field's own yields. The Money sheet shows the margin at both.",
    );
  return findings;
}

/** Under this share of the guide's typical yield a plan is one of nothing; assumption: a tenth does not pay the seed of any crop. */
const NOTHING_SHARE = 0.1;

/** The first thing to be said of a plan that is expected to yield nothing: why, and what would mend it. */
export function checkHope(plan: Plan, facts: PlanFacts): Finding[] {
  const { site, crop } = plan;
  const typical = crop.product.targetTPerHa.typical;
  const light = lightLimit(plan, facts);
  const dark = light !== null && light < site.expectedTPerHa;
  const expected = dark ? light : site.expectedTPerHa;
  if (expected >= NOTHING_SHARE * typical) return [];
  const worst = site.criteria
    .filter((c) => c.score !== null && c.score < 1)
    .sort((a, b) => (a.score ?? 1) - (b.score ?? 1))[0];
  const cause = dark
    ? `Radiation and temperature from ${plan.plantingDate ? formatDay(plan.plantingDate) : "planting"} on will not bring ${crop.kind.name.toLowerCase()} to harvest here.`
    : worst
      ? `The cause is ${CRITERION_NAMES[worst.id]}. ${sentence(worst.reason)}`
      : "The cause is this field's own yields of the crop.";
  const mend = !dark && worst?.lift ? `${sentence(worst.lift.what)} Or choose` : "Choose";
  return [
    {
      id: "target.nothing",
      sheet: "money",
      severity: "stop",
      title: `No yield is expected from ${crop.kind.name.toLowerCase()} here: ${q(expected, "t/ha", 1)}, against a typical ${q(typical, "t/ha", 1)}.`,
      why: `${cause} ${mend} another crop type, crop or field${dark ? ", or an earlier planting date" : ""}.`,
      repairs: [],
    },
  ];
}

/** What light and warmth alone allow from this planting date on; null where no climate or date is known [t/ha]. */
const lightLimit = (plan: Plan, facts: PlanFacts): number | null =>
  facts.climate && plan.plantingDate
    ? lightLimitedYield(plan.crop, facts.climate, plan.plantingDate, plan.stages).tPerHa
    : null;

/** What rain, soil and given water let the crop make by the season's totals: in proportion to what its highest yield takes [t/ha]. */
export function waterByTotals({ site, crop }: Plan): number | null {
  const score = site.criteria.find((c) => c.id === "water")?.score;
  // a score of 1 says that there is enough for the typical yield, not how much more
  return score === null || score === undefined || score >= 1 ? null : score * crop.product.targetTPerHa.typical;
}

function leadInWords(days: number | null): string {
  if (days === null) return "";
  return days >= 365 ? ` (${round(days / 365)} ${days < 550 ? "year" : "years"})` : ` (${days} days ahead)`;
}
