/** The target against site, light and water; what limits the site and how to improve it; what is not recorded. */

import { formatDay } from "../../dates";
import { CRITERION_NAMES, NOT_REHEARSED } from "../../plan/site-criteria";
import { LIMIT_NAMES } from "../../rehearsal/outcome";
import { cash, q } from "../../units/told";
import type { Plan } from "../plan";
import type { RehearsedSeasons } from "../rehearsed/part";
import type { Finding } from "../sheet";
import { joinNames, round, sentence } from "../words";

/** Over the expected yield by so much a target is called ambitious; from this score down a criterion is said. */
const AMBITIOUS = 1.15;
const SAID_FROM = 0.8;
/** Normals smooth what a good year brings: a target so little over what they allow is let pass. */
const SLACK = 1.05;

export function checkTarget(plan: Plan): Finding[] {
  const findings: Finding[] = [];
  const { site, targetTPerHa } = plan;
  const add = (id: string, sheet: Finding["sheet"], severity: Finding["severity"], title: string, why: string) =>
    findings.push({ id, sheet, severity, title, why, repairs: [] });
  const expected = plan.rehearsal.expectedTPerHa;
  const t = (value: number) => q(value, "t/ha", 1);

  // rests are said where the rotation is checked
  const limiting = site.criteria
    .filter((c) => c.id !== "rotation" && c.score !== null && c.score < SAID_FROM)
    .sort((a, b) => (a.score ?? 1) - (b.score ?? 1));
  // of a plan of nothing that was said first, with its cause
  const hopeless = checkHope(plan).length > 0;
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
  const light = plan.rehearsal.rehearsed?.potentialTPerHa ?? Number.POSITIVE_INFINITY;
  if (targetTPerHa > light * SLACK)
    add(
      "target.light",
      "money",
      "advise",
      `The target of ${t(targetTPerHa)} is above what light allows: about ${t(light)}.`,
      "Radiation and temperature of this place and season allow no more, even without stress (mean of the simulated seasons).",
    );
  else if (targetTPerHa > expected * AMBITIOUS)
    add(
      "target.ambitious",
      "money",
      "advise",
      `The target of ${t(targetTPerHa)} is ${q((targetTPerHa / expected - 1) * 100, "%")} above the expected ${t(expected)}.`,
      `Expected yield is the middle of the simulated seasons with this plan's date, stand, water and nitrogen${plan.rehearsal.rehearsed ? `; ${worstInWords(plan.rehearsal.rehearsed)} holds it back most` : ""}. The Money sheet shows the margin at both.`,
    );
  return findings;
}

/** Under this share of the guide's typical yield a plan is one of nothing; assumption: a tenth does not pay the seed of any crop. */
const NOTHING_SHARE = 0.1;

/** Warmth is the place's, and in the typical yield already: what is named is the rest. */
const worstInWords = ({ heldBackBy }: RehearsedSeasons): string => {
  const most = heldBackBy.find((h) => h.limit !== "warmth");
  return most ? LIMIT_NAMES[most.limit] : "nothing in particular";
};

/** The first thing to be said of a plan that is expected to yield nothing: why, and what would mend it. */
export function checkHope(plan: Plan): Finding[] {
  const { site, crop, rehearsal } = plan;
  const typical = crop.product.targetTPerHa.typical;
  const expected = rehearsal.expectedTPerHa;
  if (expected >= NOTHING_SHARE * typical) return [];
  const [most] = rehearsal.rehearsed?.heldBackBy ?? [];
  const dark = rehearsal.why === "does not ripen" || most?.limit === "unripe" || most?.limit === "warmth";
  const worst = site.criteria
    .filter((c) => c.score !== null && c.score < 1 && (most?.limit !== "site" || NOT_REHEARSED.includes(c.id)))
    .sort((a, b) => (a.score ?? 1) - (b.score ?? 1))[0];
  const cause = dark
    ? `Radiation and temperature from ${plan.plantingDate ? formatDay(plan.plantingDate) : "planting"} on will not bring ${crop.kind.name.toLowerCase()} to harvest here.`
    : most && most.limit !== "site"
      ? `What holds it back most is ${LIMIT_NAMES[most.limit]}.`
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
