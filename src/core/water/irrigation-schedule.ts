import { PER_CENT, readChoice, readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { giverOf, type WaterRule } from "./giver";
import { traceOf, walkWater } from "./walk";
import { readDays, readGround, type WaterDay } from "./water-balance";

export interface Irrigation {
  /** from 0 */
  day: number;
  netMm: number;
  grossMm: number;
}

/**
 * Irrigations over a season by a rule, days counted from 0, on the balance of waterBalance.
 *
 * `depletion`: after the day's rain, when the depletion has reached `atRawPct` of the readily available water, before the day's
 * use: up to capacity, a fixed net amount, or down to a depletion of `leaveMm`. `interval`: first on day `everyDays`;
 * `weekly`: on day 7, 14 ..., less the rain that counted since the last irrigation unless `lessRain` is false. `days` and `stages`: on
 * the days named. Gross = net / efficiency. No irrigation after `stopAfterDay`; the last is cut to what `limitNetMm` leaves. Stress
 * days are those with ks under 1. Errors name the field: "rule.everyDays".
 *
 * Example: 8 mm a day out of 50 mm readily available is given on the seventh day, 48 mm net, 64 mm gross at 75 %.
 */
export function irrigationSchedule(input: {
  days: WaterDay[];
  awcMmPerM: number;
  depletionFraction: number;
  initialDepletionMm?: number;
  efficiencyPct: number;
  rule: WaterRule;
  limitNetMm?: number;
  stopAfterDay?: number;
}): Result<{
  events: Irrigation[];
  netMm: number;
  grossMm: number;
  etcMm: number;
  etaMm: number;
  drainageMm: number;
  stressDays: number;
}> {
  const errors: FieldError[] = [];
  const days = readDays(errors, input?.days);
  const ground = readGround(errors, input);
  const efficiency = readNumber(errors, "efficiencyPct", input?.efficiencyPct, PER_CENT);
  const rule = readRule(errors, input?.rule);
  const bounds = {
    limitNetMm: readNumber(errors, "limitNetMm", input?.limitNetMm, {
      min: 0,
      unit: "mm",
      fallback: Number.POSITIVE_INFINITY,
    }),
    stopAfterDay: readNumber(errors, "stopAfterDay", input?.stopAfterDay, {
      min: 0,
      fallback: Number.POSITIVE_INFINITY,
    }),
  };
  if (errors.length > 0) return failed(errors);
  const trace = traceOf(days.count);
  const sums = walkWater(days.count, 0, days.eto, days.rain, days.kc, days.root, ground, giverOf(rule, bounds), trace);
  const gross = (net: number) => (net * 100) / efficiency;
  const events = [...trace.irrigationMm].flatMap((netMm, day) =>
    netMm > 0 ? [{ day, netMm, grossMm: gross(netMm) }] : [],
  );
  const { netMm, etcMm, etaMm, drainageMm, stressDays } = sums;
  return ok({ events, netMm, grossMm: gross(netMm), etcMm, etaMm, drainageMm, stressDays });
}

const KINDS = ["depletion", "interval", "weekly", "days", "stages"] as const;

function readRule(errors: FieldError[], given: WaterRule | undefined): WaterRule {
  const kind = readChoice(errors, "rule.kind", given?.kind, KINDS);
  const rule = (given ?? {}) as Record<string, unknown>;
  const net = () => readNumber(errors, "rule.netMm", rule.netMm, { above: 0, max: 500, unit: "mm" });
  const lessRain = typeof rule.lessRain === "boolean" ? { lessRain: rule.lessRain } : {};
  const list = (key: string): number[] => {
    const days = rule[key];
    if (!Array.isArray(days)) errors.push(fieldError(`rule.${key}`, days, "a list of days"));
    return (Array.isArray(days) ? days : []).map((d, i) =>
      readNumber(errors, `rule.${key}.${i}`, d, { min: 0, integer: true }),
    );
  };
  switch (kind) {
    case "depletion": {
      const atRawPct = readNumber(errors, "rule.atRawPct", rule.atRawPct, { above: 0, max: 300, unit: "%" });
      const refill = rule.refill as "capacity" | Record<string, unknown> | undefined;
      if (refill === "capacity") return { kind, atRawPct, refill };
      if (refill && typeof refill === "object" && "netMm" in refill)
        return {
          kind,
          atRawPct,
          refill: { netMm: readNumber(errors, "rule.refill.netMm", refill.netMm, { above: 0, max: 500, unit: "mm" }) },
        };
      if (refill && typeof refill === "object" && "leaveMm" in refill)
        return {
          kind,
          atRawPct,
          refill: { leaveMm: readNumber(errors, "rule.refill.leaveMm", refill.leaveMm, { min: 0, unit: "mm" }) },
        };
      errors.push(fieldError("rule.refill", refill, '"capacity", { netMm } or { leaveMm }'));
      return { kind, atRawPct, refill: "capacity" };
    }
    case "interval":
      return {
        kind,
        everyDays: readNumber(errors, "rule.everyDays", rule.everyDays, { min: 1, max: 200, integer: true }),
        netMm: net(),
        ...lessRain,
      };
    case "weekly":
      return { kind, netMm: net(), ...lessRain };
    case "days":
      return { kind, afterPlanting: list("afterPlanting"), netMm: net() };
    case "stages":
      return { kind, onDays: list("onDays"), netMm: net() };
  }
}
