/** What one measures and counts in the field before spraying: nozzles of a boom, loads and paces of a knapsack. */

import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/** Where a nozzle gives so much more or less than it should it is changed [%]; usual in sprayer tests. */
export const NOZZLE_TOLERANCE_PCT = 10;

/**
 * What each nozzle of a boom should give, in a minute and in the thirty seconds over which one collects it: the calibration turned round,
 * L/ha x speed x spacing / 60,000. Speed in km/h, spacing in cm. Errors name the field.
 *
 * Example: 200 L/ha at 8 km/h and 50 cm: 1.33 L/min, 667 mL in 30 s.
 */
export function nozzleShould(input: { lPerHa: number; nozzleSpacingCm: number; speedKmH: number }): Result<{
  flowLPerMin: number;
  mlIn30s: number;
}> {
  const errors: FieldError[] = [];
  const lPerHa = readNumber(errors, "lPerHa", input?.lPerHa, { above: 0, max: 20_000, unit: "L/ha" });
  const spacing = readNumber(errors, "nozzleSpacingCm", input?.nozzleSpacingCm, { above: 0, max: 500, unit: "cm" });
  const speed = readNumber(errors, "speedKmH", input?.speedKmH, { above: 0, max: 60, unit: "km/h" });
  if (errors.length > 0) return failed(errors);
  const flowLPerMin = (lPerHa * speed * spacing) / 60_000;
  return ok({ flowLPerMin, mlIn30s: 500 * flowLPerMin });
}

interface KnapsackLoads {
  /** all of them, the last one part-filled where `lastLoadL` is less than the tank */
  loads: number;
  lastLoadL: number;
  m2PerLoad: number;
  metresPerLoad: number;
  pacesPerLoad: number;
  /** in the unit of the rate */
  productPerLoad: number;
  productInLast: number;
  /** that the lance must give at this pace and swath */
  flowLPerMin: number;
}

/**
 * A field by knapsack: how many loads, how far each goes in metres and paces, what goes into each, and what the lance must give while one
 * walks. Swath and pace in m, walking speed in m/min, rate of product a hectare. Errors name the field.
 *
 * Example: 0.2 ha at 150 L/ha from 15 L: 30 L are two loads of 1000 m2; at 1 m swath 1000 m or 1333 paces of 0.75 m; 2 L/ha of product
 * are 200 mL a load; at 60 m/min the lance gives 0.9 L/min.
 */
export function knapsackLoads(input: {
  areaHa: number;
  lPerHa: number;
  tankL: number;
  swathM: number;
  paceM: number;
  speedMPerMin: number;
  ratePerHa: number;
}): Result<KnapsackLoads> {
  const errors: FieldError[] = [];
  const area = readNumber(errors, "areaHa", input?.areaHa, { above: 0, max: 1000, unit: "ha" });
  const lPerHa = readNumber(errors, "lPerHa", input?.lPerHa, { above: 0, max: 20_000, unit: "L/ha" });
  const tank = readNumber(errors, "tankL", input?.tankL, { above: 0, max: 200, unit: "L" });
  const swath = readNumber(errors, "swathM", input?.swathM, { above: 0, max: 20, unit: "m" });
  const pace = readNumber(errors, "paceM", input?.paceM, { min: 0.3, max: 1.5, unit: "m" });
  const speed = readNumber(errors, "speedMPerMin", input?.speedMPerMin, { above: 0, max: 200, unit: "m/min" });
  const rate = readNumber(errors, "ratePerHa", input?.ratePerHa, { min: 0, max: 1000 });
  if (errors.length > 0) return failed(errors);
  const water = area * lPerHa;
  // a remainder of drops is none
  const loads = Math.max(1, Math.ceil(water / tank - 1e-9));
  const lastLoadL = water - (loads - 1) * tank;
  const m2PerLoad = (10_000 * Math.min(tank, water)) / lPerHa;
  const metresPerLoad = m2PerLoad / swath;
  return ok({
    loads,
    lastLoadL,
    m2PerLoad,
    metresPerLoad,
    pacesPerLoad: metresPerLoad / pace,
    productPerLoad: (rate * Math.min(tank, water)) / lPerHa,
    productInLast: (rate * lastLoadL) / lPerHa,
    flowLPerMin: (lPerHa * swath * speed) / 10_000,
  });
}

const DROPLETS = ["fine", "medium", "coarse", "very coarse"] as const;
type Droplet = (typeof DROPLETS)[number];

/** Wind from which one takes a class coarser [m/s]; usual advice, assumption. */
const COARSER_FROM_MS = 3;

/**
 * The droplet class to spray with: medium for what works by contact, coarse for what moves in the plant and for herbicides (it need not
 * cover all, and drifts less); a class coarser in wind of 3 m/s and more. The label goes first where it names one.
 *
 * Example: a contact fungicide in still air: medium; in 4 m/s: coarse.
 */
export function dropletClass(
  product: { kind: string; moves: "contact" | "systemic" | null },
  windMs: number | null,
): Droplet {
  const base = product.moves === "systemic" || product.kind === "herbicide" ? 2 : 1;
  return DROPLETS[
    Math.min(DROPLETS.length - 1, base + (windMs !== null && windMs >= COARSER_FROM_MS ? 1 : 0))
  ] as Droplet;
}
