/** The site of a plan, and what limits it. It is no sheet: every sheet stands on it. */

import { implementOf } from "../ground/implements";
import type { CriterionId, Suitability } from "../plan/site-criteria";
import { siteSuitability } from "../plan/site-suitability";
import type { PlanParts } from "./plan";
import type { Draft } from "./sheet";
import type { SitePart } from "./site-part";

/** Judges the site as it will be with this plan's lime. */
export function draftSite(draft: Draft<Pick<PlanParts, "ground" | "soil">>): SitePart {
  const { context, facts, parts } = draft;
  const { soilTest: test } = facts;
  const { limeTPerHa, limeThisSeasonTPerHa, targetPh } = parts.soil;
  const limedPh =
    test && limeThisSeasonTPerHa > 0
      ? test.ph + ((targetPh - test.ph) * limeThisSeasonTPerHa) / Math.max(limeTPerHa, limeThisSeasonTPerHa)
      : null;
  const judged = siteSuitability(
    {
      ...facts,
      mended: mendedBy(parts.ground),
      season: context.season,
      soilTest: test && limedPh !== null ? { ...test, ph: limedPh } : test,
    },
    context.crop,
  );
  const site: Suitability = judged.ok ? judged.value : { score: 1, limiting: null, criteria: [] };
  return { ...site, limedPh };
}

/** What the passes before planting take away of what limits the site. */
const mendedBy = ({ chosen }: PlanParts["ground"]): CriterionId[] =>
  chosen.passes
    .filter((p) => !p.afterPlanting)
    .flatMap((p) => p.tools.flatMap(({ implement }) => implementOf(implement).mends ?? []));
