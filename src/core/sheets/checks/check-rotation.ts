/** The target against the field's history, and the crop against what grew before it. */

import type { PlanFacts } from "../../plan/facts";
import type { Plan } from "../plan";
import type { Finding } from "../sheet";
import { round, sentence } from "../words";

/** So far over the best of the field's own yields a target is asked about. */
const OVER_THE_BEST = 1.1;

export function checkTargetAndRotation(plan: Plan, facts: PlanFacts): Finding[] {
  const findings: Finding[] = [];
  const add = (sheet: Finding["sheet"], severity: Finding["severity"], id: string, title: string, why: string) =>
    findings.push({ id, sheet, severity, title, why, repairs: [] });
  const { guide, product } = plan.crop;
  const grown = facts.history.filter((h) => h.crop === guide.id);
  const yields = grown.flatMap((h) => (h.yieldTPerHa === null ? [] : [h.yieldTPerHa]));
  const best = Math.max(...yields);
  const usual = product.targetTPerHa;
  if (plan.targetTPerHa > usual.high || plan.targetTPerHa < usual.low)
    add(
      "money",
      "advise",
      "target.range",
      `A target of ${round(plan.targetTPerHa, 1)} t/ha is outside the usual ${usual.low} to ${usual.high}.`,
      "Unusual but possible; every figure of the plan hangs on it.",
    );
  else if (yields.length > 0 && plan.targetTPerHa > best * OVER_THE_BEST)
    add(
      "money",
      "advise",
      "target.history",
      `The target is ${round((plan.targetTPerHa / best - 1) * 100)} % over the best this field has given (${round(best, 1)} t/ha).`,
      "What has changed since then?",
    );

  // a planting that stands comes after itself
  if (plan.seed.by === "standing") return findings;
  const { gapYears, familyGapYears, bad } = guide.rotation;
  const before = facts.history.filter((h) => h.season < plan.season);
  const lastOwn = Math.max(...before.filter((h) => h.crop === guide.id).map((h) => h.season));
  const gap = gapYears.value;
  const tooSoon = gap > 0 && Number.isFinite(lastOwn) && plan.season - lastOwn <= gap;
  if (tooSoon)
    add(
      "money",
      "advise",
      "rotation.gap",
      `${guide.name} was here in ${lastOwn}; ${gap} ${gap === 1 ? "year" : "years"} between is the usual least.`,
      sentence(bad.find((b) => b.crop === guide.id)?.why ?? "soil-borne disease builds up"),
    );
  const previous = facts.previousCrop;
  const badBefore = bad.find((b) => b.crop === previous?.crop);
  // after itself too soon is said once
  if (previous && badBefore && !(tooSoon && previous.crop === guide.id))
    add(
      "ground",
      "advise",
      "rotation.bad",
      `${sentence(previous.name).slice(0, -1)} before ${guide.name.toLowerCase()}.`,
      sentence(badBefore.why),
    );
  const kin = before.find(
    (h) => h.family === guide.family && h.crop !== guide.id && plan.season - h.season <= familyGapYears.value,
  );
  if (kin && !tooSoon && !badBefore && familyGapYears.value > 0)
    add(
      "ground",
      "hint",
      "rotation.family",
      `A crop of the same family was here in ${kin.season}.`,
      `${familyGapYears.value} ${familyGapYears.value === 1 ? "year" : "years"} between kin is the usual least: they share pests and diseases.`,
    );
  return findings;
}
