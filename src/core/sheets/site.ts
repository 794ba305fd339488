/** The site of a plan: what it lets expect, and what limits it. It is no sheet: every sheet stands on it. */

import { computed } from "../figure";
import type { Suitability } from "../plan/site-criteria";
import { siteSuitability, yieldShare } from "../plan/site-suitability";
import type { Draft } from "./sheet";

/** Own yields of the crop on this field [t/ha]. */
export const ownYields = (history: { crop: string; yieldTPerHa: number | null }[], crop: string): number[] =>
  history.flatMap((h) => (h.crop === crop && h.yieldTPerHa !== null ? [h.yieldTPerHa] : []));

/** Judges the site as it will be with this plan's lime, and the yield that it lets expect. */
export function draftSite(draft: Draft): void {
  const { context, facts, parts } = draft;
  const { soilTest: test } = facts;
  const { limeTPerHa, limeThisSeasonTPerHa, targetPh } = parts.soil;
  const limedPh =
    test && limeThisSeasonTPerHa > 0
      ? test.ph + ((targetPh - test.ph) * limeThisSeasonTPerHa) / Math.max(limeTPerHa, limeThisSeasonTPerHa)
      : null;
  const judged = siteSuitability(
    { ...facts, season: context.season, soilTest: test && limedPh !== null ? { ...test, ph: limedPh } : test },
    context.crop,
  );
  const site: Suitability = judged.ok ? judged.value : { score: 1, limiting: null, criteria: [] };
  const share = yieldShare(site);
  const { guide, product } = context.crop;
  const typical = product.targetTPerHa.typical;
  const own = ownYields(facts.history, guide.id);
  const expectedTPerHa = context.use("yield.expect", {
    ...computed(
      "Expected yield of this field",
      (2 * typical * share + own.reduce((a, b) => a + b, 0)) / (2 + own.length),
      "t/ha",
      "(2 x typical x share that the site allows + own yields) / (2 + number of own yields)",
      [
        { label: "typical of the guide", value: typical, unit: "t/ha" },
        { label: "share that the site allows", value: share },
        { label: "own yields of this crop, summed", value: own.reduce((a, b) => a + b, 0), unit: "t/ha" },
        { label: "own yields of this crop, number", value: own.length },
      ],
      "The guide counts as two seasons: an assumption that lets four own yields outweigh it. Own yields know the site already.",
    ),
  });
  parts.site = { ...site, limedPh, yieldShare: share, expectedTPerHa };
}
