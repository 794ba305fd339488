/** The target against the field's history, and the crop against what grew before it. */

import type { PlanFacts } from "../../plan/facts";
import { q, span } from "../../units/told";
import type { Plan } from "../plan";
import type { Finding } from "../sheet";
import { sentence } from "../words";

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
      `The target of ${q(plan.targetTPerHa, "t/ha", 1)} is outside the usual ${span(usual.low, usual.high, "t/ha", 1)}.`,
      "It is unusual but possible. Every figure of the plan depends on it.",
    );
  else if (yields.length > 0 && plan.targetTPerHa > best * OVER_THE_BEST)
    add(
      "money",
      "advise",
      "target.history",
      `The target is ${q((plan.targetTPerHa / best - 1) * 100, "%")} above the best yield of this field (${q(best, "t/ha", 1)}).`,
      "Lower the target unless something has changed since then.",
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
      `${guide.name} was last grown here in ${lastOwn}; a break of at least ${gap} ${gap === 1 ? "year" : "years"} is usual.`,
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
      `${sentence(previous.name).slice(0, -1)} is a poor previous crop for ${guide.name.toLowerCase()}.`,
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
      `A crop of the same family was grown here in ${kin.season}.`,
      `A break of at least ${familyGapYears.value} ${familyGapYears.value === 1 ? "year" : "years"} is usual within a family: the crops share pests and diseases.`,
    );
  return findings;
}
