import type { KeepWay } from "../guides/schema-keep";
import type { Draft } from "./sheet";

type Asked = Pick<Draft, "context" | "decisions" | "facts">;

/** The one that was chosen; else where the farm works by hand the first that needs no machine; else the guide's first. */
export function keepWay({ context, decisions, facts }: Asked): KeepWay | null {
  const { ways } = context.crop.guide.keep;
  const chosen = ways.find((w) => w.id === decisions.keep?.wayId);
  const byHand = facts.field.handWork ? ways.find((w) => w.by === "sun" || w.by === "shade") : undefined;
  return chosen ?? byHand ?? ways[0] ?? null;
}

/** Moisture up to which a harvest keeps for its use: dry, or as moist as the way takes it; null where no moisture is known. */
export function keepsToPct(
  harvest: { moisturePct?: { safe: number; safeByUse?: Record<string, number> | undefined } | undefined },
  endUse: string,
  way: KeepWay | null,
): number | null {
  const moisture = harvest.moisturePct;
  return moisture ? (way?.moist?.toPct ?? moisture.safeByUse?.[endUse] ?? moisture.safe) : null;
}

/** The way that a drafted plan keeps its harvest moist by; null where it is dried or cured. */
export const moistWayOf = (plan: {
  crop: { guide: { keep: { ways: KeepWay[] } } };
  keep: { wayId: string | null };
}): KeepWay | null => plan.crop.guide.keep.ways.find((w) => w.id === plan.keep.wayId && w.moist) ?? null;

/**
 * What keeps a tonne of this moisture, between the lines of the way's table; beyond them as at its ends.
 *
 * Example: 5 L at 18 % and 8 L at 26 %: 6.5 L at 22 %.
 */
export function moistDose(dose: { byPct: (readonly [number, number])[] }, pct: number): number {
  const lines = [...dose.byPct].sort((a, b) => a[0] - b[0]);
  const after = lines.findIndex(([p]) => p >= pct);
  if (after < 0) return lines.at(-1)?.[1] ?? 0;
  const [p1, d1] = lines[after] as readonly [number, number];
  if (after === 0) return d1;
  const [p0, d0] = lines[after - 1] as readonly [number, number];
  return d0 + ((d1 - d0) * (pct - p0)) / (p1 - p0);
}
