import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

interface HarvestDay {
  day: number;
  moisturePct: number;
  lossPct: number;
  dryingCostPerHa: number;
  netPerHa: number;
  /** not over the moisture at which it can be cut */
  allowed: boolean;
}

/**
 * What each day of waiting costs and saves: moisture falls by so much a day to its floor; from `lossFromDay` on yield (at safe moisture) is
 * lost in a straight line, 100 % at most; what is cut moister than safe is dried, its mass as it is cut times the points over safe times
 * the cost; what is cut drier weighs as at safe. Days 0 to `days`. `bestDay` is the earliest with the highest net of those that are allowed;
 * null where none is. Errors name the field.
 *
 * Example: 8 t at 190.00, safe 14, from 20 % by 1 a day: on day 0 8 x 86 / 80 = 8.6 t x 6 points x 1.50 = 77.40 of drying: net 1442.60.
 */
export function harvestWindow(input: {
  yieldTPerHa: number;
  pricePerT: number;
  safeMoisturePct: number;
  startMoisturePct: number;
  dryDownPctPerDay: number;
  floorMoisturePct: number;
  lossPctPerDay: number;
  lossFromDay: number;
  dryingCostPerTPoint: number;
  greatestMoisturePct: number;
  days: number;
}): Result<{ days: HarvestDay[]; bestDay: number | null }> {
  const errors: FieldError[] = [];
  const pct = { min: 0, max: 95, unit: "%" };
  const yieldT = readNumber(errors, "yieldTPerHa", input?.yieldTPerHa, { above: 0, max: 300, unit: "t/ha" });
  const price = readNumber(errors, "pricePerT", input?.pricePerT, { min: 0 });
  const safe = readNumber(errors, "safeMoisturePct", input?.safeMoisturePct, pct);
  const start = readNumber(errors, "startMoisturePct", input?.startMoisturePct, pct);
  const dryDown = readNumber(errors, "dryDownPctPerDay", input?.dryDownPctPerDay, { min: 0, max: 20, unit: "%" });
  const floor = readNumber(errors, "floorMoisturePct", input?.floorMoisturePct, pct);
  const loss = readNumber(errors, "lossPctPerDay", input?.lossPctPerDay, { min: 0, max: 100, unit: "%" });
  const lossFrom = readNumber(errors, "lossFromDay", input?.lossFromDay, { min: 0, max: 1000 });
  const cost = readNumber(errors, "dryingCostPerTPoint", input?.dryingCostPerTPoint, { min: 0 });
  const greatest = readNumber(errors, "greatestMoisturePct", input?.greatestMoisturePct, pct);
  const last = readNumber(errors, "days", input?.days, { min: 0, max: 1000, integer: true });
  if (errors.length > 0) return failed(errors);
  const days = Array.from({ length: last + 1 }, (_, day): HarvestDay => {
    const moisturePct = Math.max(Math.min(start, floor), start - dryDown * day);
    const lossPct = Math.min(100, loss * Math.max(0, day - lossFrom));
    const kept = yieldT * (1 - lossPct / 100);
    const points = Math.max(0, moisturePct - safe);
    const cut = points > 0 ? (kept * (100 - safe)) / (100 - moisturePct) : kept;
    const dryingCostPerHa = cut * points * cost;
    return {
      day,
      moisturePct,
      lossPct,
      dryingCostPerHa,
      netPerHa: kept * price - dryingCostPerHa,
      allowed: moisturePct <= greatest,
    };
  });
  const best = days.reduce<HarvestDay | null>(
    (before, d) => (d.allowed && (before === null || d.netPerHa > before.netPerHa) ? d : before),
    null,
  );
  return ok({ days, bestDay: best?.day ?? null });
}
