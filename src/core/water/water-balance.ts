import { readNumber } from "../args";
import { rule } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { type Trace, traceOf, walkWater } from "./walk";

export interface WaterDay {
  etoMm: number;
  rainMm: number;
  /** net, at the roots */
  irrigationMm?: number;
  kc: number;
  rootDepthM: number;
}
interface BalanceDay {
  etcMm: number;
  ks: number;
  etaMm: number;
  /** at the end of the day */
  depletionMm: number;
  drainageMm: number;
  tawMm: number;
  rawMm: number;
}

/** Longest balance taken: three years. */
const MOST_DAYS = 1100;

/**
 * Daily balance of the water in the rooted soil by FAO-56 with the single crop coefficient. All in mm but kc and roots [m].
 *
 * A day: etc = kc x eto; p = depletionFraction + 0.04 (5 - etc), within 0.1 and 0.8; taw = awc x root, raw = p x taw. Rain
 * under 0.2 x eto is lost on leaves. Rain and irrigation come first, what is over capacity drains that day; ks is 1 up to raw
 * and falls to 0 at taw; eta = ks x etc, cut so that the depletion is at most taw. Deeper roots find the new layer at
 * capacity. Errors name the day and value: "days.3.kc". Source: Allen et al. 1998 (FAO-56), chapter 8.
 *
 * Example: 160 mm of available water, p 0.4, 65 mm depleted and etc 5 mm: ks = (160 - 65) / (160 - 64) = 0.99, eta 4.95 mm.
 */
export function waterBalance(input: {
  days: WaterDay[];
  awcMmPerM: number;
  depletionFraction: number;
  initialDepletionMm?: number;
}): Result<{ days: BalanceDay[]; etcMm: number; etaMm: number; drainageMm: number }> {
  const errors: FieldError[] = [];
  const days = readDays(errors, input?.days);
  const ground = readGround(errors, input);
  for (const [i, day] of (Array.isArray(input?.days) ? input.days : []).entries())
    if (day.irrigationMm !== undefined)
      readNumber(errors, `days.${i}.irrigationMm`, day.irrigationMm, { min: 0, max: 500, unit: "mm" });
  if (errors.length > 0) return failed(errors);
  const trace = traceOf(days.count);
  const sums = walkWater(
    days.count,
    0,
    days.eto,
    days.rain,
    days.kc,
    days.root,
    ground,
    (d) => input.days[d]?.irrigationMm ?? 0,
    trace,
  );
  const { etcMm, etaMm, drainageMm } = sums;
  return ok(
    { days: daysOf(trace), etcMm, etaMm, drainageMm },
    {
      etcMm: computed(
        "Crop water use without stress (ETc)",
        "mm",
        rule("sum of kc x reference evapotranspiration", [quantity("days", days.count, "")], etcMm, "mm"),
      ),
      drainageMm: computed(
        "Drained below the roots",
        "mm",
        rule("rain and irrigations over capacity, day by day", [], drainageMm, "mm"),
      ),
    },
  );
}

export function readDays(errors: FieldError[], given: unknown) {
  const list = (Array.isArray(given) ? given : []) as WaterDay[];
  if (list.length === 0 || list.length > MOST_DAYS)
    errors.push(fieldError("days", Array.isArray(given) ? list.length : given, `a list of 1 to ${MOST_DAYS} days`));
  const column = (key: "etoMm" | "rainMm" | "kc" | "rootDepthM", max: number, unit: string, above?: number) =>
    Float64Array.from(list.slice(0, MOST_DAYS), (day, i) =>
      readNumber(errors, `days.${i}.${key}`, day?.[key], {
        ...(above === undefined ? { min: 0 } : { above }),
        max,
        unit,
      }),
    );
  return {
    count: Math.min(list.length, MOST_DAYS),
    eto: column("etoMm", 25, "mm"),
    rain: column("rainMm", 1000, "mm"),
    kc: column("kc", 2, ""),
    root: column("rootDepthM", 5, "m", 0),
  };
}

export function readGround(
  errors: FieldError[],
  input: { awcMmPerM: number; depletionFraction: number; initialDepletionMm?: number },
) {
  return {
    awcMmPerM: readNumber(errors, "awcMmPerM", input?.awcMmPerM, { above: 0, max: 500, unit: "mm/m" }),
    depletionFraction: readNumber(errors, "depletionFraction", input?.depletionFraction, { above: 0, max: 1 }),
    initialDepletionMm: readNumber(errors, "initialDepletionMm", input?.initialDepletionMm, {
      min: 0,
      max: 1000,
      unit: "mm",
      fallback: 0,
    }),
  };
}

export const daysOf = (trace: Trace): BalanceDay[] =>
  Array.from(trace.etcMm, (etcMm, d) => ({
    etcMm,
    ks: trace.ks[d]!,
    etaMm: trace.etaMm[d]!,
    depletionMm: trace.depletionMm[d]!,
    drainageMm: trace.drainageMm[d]!,
    tawMm: trace.tawMm[d]!,
    rawMm: trace.rawMm[d]!,
  }));
