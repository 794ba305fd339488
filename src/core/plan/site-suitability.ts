/**
 * How well a field suits a crop: criterion by criterion from 0 to 1 with the reason and, where there is one, what would
 * lift it. The whole is its lowest: a crop stands no better for good sun where salt kills it. Limits stand in the guide.
 */

import { addDays } from "../dates";
import type { ResolvedGuide } from "../guides/resolve-guide";
import { failed, fieldError, ok, type Result } from "../result";
import { DRAINAGES } from "../soil/drainage";
import { TEXTURE_CLASSES } from "../soil/texture";
import { q } from "../units/told";
import { ofTheSky, water } from "./site-climate";
import {
  between,
  type Criterion,
  NOT_OF_YIELD,
  NOT_REHEARSED,
  type SeasonSpan,
  type SiteFacts,
  type Suitability,
} from "./site-criteria";
import { ofTheGround, ofTheSoil } from "./site-soil";
import { sowingWindows } from "./sowing-windows";

/**
 * Suitability of a field for a resolved guide, criterion by criterion; see `Suitability`. Errors: a field without a texture
 * class or drainage.
 *
 * Example: maincrop potato on a saline, badly drained silty clay scores the least for its drainage or salt, whichever is
 * worse.
 */
export function siteSuitability(given: SiteFacts, crop: ResolvedGuide): Result<Suitability> {
  const errors = [
    ...(given?.field?.textureClass
      ? []
      : [fieldError("field.textureClass", given?.field?.textureClass, `one of ${TEXTURE_CLASSES.join(", ")}`)]),
    ...(given?.field?.drainage
      ? []
      : [fieldError("field.drainage", given?.field?.drainage, `one of ${DRAINAGES.join(", ")}`)]),
    ...(crop?.guide?.site ? [] : [fieldError("resolvedGuide", crop?.guide, "a guide that resolveGuide has resolved")]),
  ];
  if (errors.length > 0) return failed(errors);
  // what is left out is not known
  const facts: SiteFacts = {
    ...given,
    soilTest: given.soilTest ?? null,
    history: given.history ?? [],
    climate: given.climate ?? null,
  };
  const season = seasonOf(facts, crop);
  const criteria: Criterion[] = [
    ...ofTheSoil(facts, crop),
    ...ofTheGround(facts, crop),
    water(facts, crop, season),
    ...ofTheSky(facts, crop, season),
    rotation(facts, crop),
    access(facts, crop),
  ];
  const lowest = criteria.reduce<Criterion | null>(
    (a, b) => (b.score !== null && b.score < (a?.score ?? 1) ? b : a),
    null,
  );
  return ok({ score: lowest?.score ?? 1, limiting: lowest?.id ?? null, criteria });
}

/** Share of the guide's typical yield that a site lets expect: its lowest criterion, of those that touch the yield. */
export const yieldShare = ({ criteria }: Suitability): number =>
  criteria.reduce((low, c) => (NOT_OF_YIELD.includes(c.id) ? low : Math.min(low, c.score ?? 1)), 1);

/** Share of the yield that a site lets a rehearsed crop give: the lowest of what no season's walk sees. */
export const unseenShare = ({ criteria }: Pick<Suitability, "criteria">): number =>
  criteria.reduce((low, c) => (NOT_REHEARSED.includes(c.id) ? Math.min(low, c.score ?? 1) : low), 1);

function seasonOf(facts: SiteFacts, { kind, method }: ResolvedGuide): SeasonSpan {
  const newest = facts.history.reduce((year, h) => Math.max(year, h.season), 0);
  const year = facts.season ?? (newest > 0 ? newest + 1 : 2027);
  const [window] = sowingWindows(kind, facts.field.zone, year, {
    methodId: method.id,
    latitudeDeg: facts.climate?.latitudeDeg,
  });
  const planting = window?.best ?? `${year}-04-01`;
  return {
    planting,
    until: addDays(planting, Math.round(kind.maturityDays.typical) - (method.nursery?.days ?? 0)),
    year,
  };
}

function rotation(facts: SiteFacts, { guide, method }: ResolvedGuide): Criterion {
  if (method.stock.by === "standing") return { id: "rotation", score: 1, reason: "the same stand is carried on" };
  const { gapYears, familyGapYears, bad } = guide.rotation;
  const season = facts.season ?? facts.history.reduce((year, h) => Math.max(year, h.season), 0) + 1;
  const years = (fits: (h: SiteFacts["history"][number]) => boolean) =>
    facts.history
      .filter((h) => h.season < season && fits(h))
      .reduce((least, h) => Math.min(least, season - h.season), 1000);
  const own = years((h) => h.crop === guide.id);
  const kin = years((h) => h.family === guide.family);
  const wait = Math.max(gapYears.value + 1 - own, familyGapYears.value + 1 - kin, 0);
  const before = facts.previousCrop?.crop;
  const poor = bad.find((b) => b.crop === before);
  const lift: Pick<Criterion, "lift"> =
    wait > 0
      ? {
          lift: {
            what: `${wait} more ${wait === 1 ? "year" : "years"} of other crops`,
            costPerHa: null,
            leadDays: 365 * wait,
          },
        }
      : {};
  if (own <= gapYears.value)
    return {
      id: "rotation",
      score: between(own, 0, gapYears.value + 1),
      reason: `same crop ${own} ${own === 1 ? "year" : "years"} ago; a break of at least ${gapYears.value} is usual`,
      ...lift,
    };
  if (kin <= familyGapYears.value)
    return {
      id: "rotation",
      score: Math.max(0.5, between(kin, 0, familyGapYears.value + 1)),
      reason: `crop of the same family ${kin} ${kin === 1 ? "year" : "years"} ago; a break of at least ${familyGapYears.value} is usual`,
      ...lift,
    };
  if (poor) return { id: "rotation", score: 0.7, reason: `after ${facts.previousCrop?.name ?? before}: ${poor.why}` };
  return {
    id: "rotation",
    score: facts.history.length > 0 ? 1 : null,
    reason: facts.history.length > 0 ? "breaks are kept" : "cropping history not recorded",
  };
}

function access({ field }: SiteFacts, { guide }: ResolvedGuide): Criterion {
  const { outletKm } = guide.site;
  return field.outletKm == null
    ? { id: "access", score: null, reason: "distance to the buyer not recorded" }
    : {
        id: "access",
        score: between(field.outletKm, outletKm.failsAbove, outletKm.goodTo),
        reason: `${q(field.outletKm, "km")} to the buyer; up to ${q(outletKm.goodTo, "km")} costs little`,
      };
}
