/** Decisions as they are stored: their validation, and what brings older versions up. */

import { z } from "zod";
import { commonDecisions } from "../plan/common-decisions";
import { DECIDED_AT } from "../plan/decided-at";
import { applyChanges, DECISIONS_VERSION, type Decisions } from "./decisions";
import { feedDecisions } from "./feed/decisions";
import { groundDecisions } from "./ground/decisions";
import { harvestDecisions } from "./harvest/decisions";
import { keepDecisions } from "./keep/decisions";
import { moneyDecisions } from "./money/decisions";
import { protectDecisions } from "./protect/decisions";
import { seedDecisions } from "./seed/decisions";
import { soilDecisions } from "./soil/decisions";
import { waterDecisions } from "./water/decisions";

export const decisionsSchema = z.strictObject({
  version: z.literal(DECISIONS_VERSION),
  ...commonDecisions,
  ground: groundDecisions.optional(),
  soil: soilDecisions.optional(),
  seed: seedDecisions.optional(),
  feed: feedDecisions.optional(),
  water: waterDecisions.optional(),
  protect: protectDecisions.optional(),
  harvest: harvestDecisions.optional(),
  keep: keepDecisions.optional(),
  money: moneyDecisions.optional(),
}) satisfies z.ZodType<Decisions>;

/** Decisions of any version as those of today: what a screen that was opened before an update still sends. */
export const anyDecisionsSchema = z.preprocess((stored) => {
  const version = (stored as { version?: unknown } | null)?.version;
  const upgraded = version === 1 && (stored as VersionOne).crop ? fromVersion1(stored as VersionOne) : stored;
  return decidedInOnePlace(limedByMethod(renamed(upgraded)));
}, decisionsSchema);

/** A laboratory's figure for lime was a choice of method by being there; the method is said since. */
function limedByMethod(stored: unknown): unknown {
  const { soil } = (stored ?? {}) as { soil?: { lime?: Record<string, unknown> } };
  if (soil?.lime?.bufferTPerHa === undefined || soil.lime.method !== undefined) return stored;
  return { ...(stored as object), soil: { ...soil, lime: { ...soil.lime, method: "buffer" } } };
}

/**
 * A value that was put in the place of a figure stood beside the place that its sheet has for it, and went before that: it stands there
 * now, with its reason. One that the sheet would not take stays where it is.
 */
function decidedInOnePlace(stored: unknown): unknown {
  const { overrides } = (stored ?? {}) as { overrides?: Record<string, { value: number; reason: string } | undefined> };
  if (!overrides || typeof overrides !== "object") return stored;
  return Object.entries(DECIDED_AT).reduce<unknown>((decisions, [id, path]) => {
    const own = overrides[id];
    if (!own) return decisions;
    const moved = applyChanges(decisions as Decisions, [
      { path, value: own.value },
      { path: `reasons/${id}`, value: own },
      { path: `overrides/${id}`, value: undefined },
    ]);
    return decisionsSchema.safeParse(moved).success || !decisionsSchema.safeParse(decisions).success
      ? moved
      : decisions;
  }, stored);
}

/** Names that keys of the water had before, and have now. */
const WATER_NAMES = { gifts: "irrigations", giftMm: "irrigationMm" } as const;

/** Decisions with the names of today; what was never called otherwise stays as it is. */
function renamed(stored: unknown): unknown {
  const water = (stored as { water?: unknown } | null)?.water;
  if (typeof water !== "object" || water === null || !Object.keys(WATER_NAMES).some((key) => key in water))
    return stored;
  const entries = Object.entries(water).map(([key, value]) => [
    Object.hasOwn(WATER_NAMES, key) ? WATER_NAMES[key as keyof typeof WATER_NAMES] : key,
    value,
  ]);
  return { ...(stored as object), water: Object.fromEntries(entries) };
}

/** Decisions of any stored version as those of today; throws for what no version ever was. */
export const upgradeDecisions = (stored: unknown): Decisions => anyDecisionsSchema.parse(stored);

interface VersionOne {
  crop: Record<string, unknown>;
  lime?: unknown;
  feed?: Record<string, unknown>;
  [key: string]: unknown;
}

/** Lime stood for itself; fertilisers were chosen for phosphate and potash by name; an end use was never asked for. */
function fromVersion1({ lime, feed, crop, ...rest }: VersionOne): unknown {
  const { endUse: _, ...kept } = crop;
  const upgraded: Record<string, unknown> = { ...rest, version: DECISIONS_VERSION, crop: kept };
  if (lime !== undefined) upgraded.soil = { lime };
  if (feed) {
    const { phosphateId, potashId, nitrogenIds, ...others } = feed;
    const products = {
      ...(phosphateId === undefined ? {} : { p2o5: phosphateId }),
      ...(potashId === undefined ? {} : { k2o: potashId }),
    };
    upgraded.feed = {
      ...others,
      ...(Object.keys(products).length > 0 ? { products } : {}),
      ...(nitrogenIds === undefined ? {} : { splitProducts: nitrogenIds }),
    };
  }
  return upgraded;
}
