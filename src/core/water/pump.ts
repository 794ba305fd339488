import { PER_CENT, readNumber } from "../args";
import { asMeasure, numberOf, over, power, times } from "../figure/expression";
import { computed, type Figure, type KnownOf, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

/** Weight of water [kN/m3]. */
const KN_PER_M3 = 9.81;
/** 1 mm on 1 ha [m3]. */
const M3_PER_MM_HA = 10;

/**
 * Power that lifts water: hydraulic = 9.81 x flow [m3/s] x head [m]; at the shaft by the pump's efficiency, from the grid or
 * engine by the motor's. Source: definition of work; 9.81 kN/m3.
 *
 * Example: 36 m3/h, 28 m, 62 %, 88 %: 2.75, 4.43 and 5.03 kW.
 */
export function pumpPower(input: {
  flowM3PerH: number;
  headM: number;
  pumpEfficiencyPct: number;
  motorEfficiencyPct: number;
}): Result<{ hydraulicKw: number; shaftKw: number; inputKw: number }> {
  const errors: FieldError[] = [];
  const flow = readNumber(errors, "flowM3PerH", input?.flowM3PerH, { above: 0, max: 20_000, unit: "m³/h" });
  const head = readNumber(errors, "headM", input?.headM, { above: 0, max: 1000, unit: "m" });
  const pump = readNumber(errors, "pumpEfficiencyPct", input?.pumpEfficiencyPct, PER_CENT);
  const motor = readNumber(errors, "motorEfficiencyPct", input?.motorEfficiencyPct, PER_CENT);
  if (errors.length > 0) return failed(errors);
  const inputKw = powerFigure(flow, head, pump, motor);
  const hydraulicKw = (KN_PER_M3 * flow * head) / 3600;
  return ok({ hydraulicKw, shaftKw: (hydraulicKw * 100) / pump, inputKw: inputKw.value }, { inputKw });
}

/** Power taken in, of figures that were checked [m3/h, m, %, %]. */
export const powerFigure = (
  flow: number,
  head: number,
  pumpPct: number,
  motorPct: number,
  known: KnownOf<{ flow: number; head: number }> = {},
): Figure =>
  computed(
    "Power taken in",
    "kW",
    asMeasure(
      over(
        times(
          KN_PER_M3,
          numberOf(quantity("flow", flow, "m³/h", known.flow)),
          numberOf(quantity("head", head, "m", known.head)),
        ),
        3600,
        quantity("pump", pumpPct, "%"),
        quantity("motor", motorPct, "%"),
      ),
      "kW",
    ),
  );

/**
 * What one irrigation takes: volume = area x depth x 10, hours = volume / flow, energy = hours x power (null where none is given).
 *
 * Example: 4 ha, 30 mm, 36 m3/h, 5.03 kW: 1200 m3, 33.3 h, 168 kWh.
 */
export function pumpTime(input: {
  areaHa: number;
  grossMm: number;
  flowM3PerH: number;
  inputKw?: number;
}): Result<{ volumeM3: number; hours: number; kwh: number | null }> {
  const errors: FieldError[] = [];
  const area = readNumber(errors, "areaHa", input?.areaHa, { above: 0, max: 100_000, unit: "ha" });
  const gross = readNumber(errors, "grossMm", input?.grossMm, { min: 0, max: 5000, unit: "mm" });
  const flow = readNumber(errors, "flowM3PerH", input?.flowM3PerH, { above: 0, max: 20_000, unit: "m³/h" });
  const power = input?.inputKw;
  if (power !== undefined) readNumber(errors, "inputKw", power, { min: 0, max: 10_000, unit: "kW" });
  if (errors.length > 0) return failed(errors);
  const volumeM3 = area * gross * M3_PER_MM_HA;
  const hours = volumeM3 / flow;
  return ok({ volumeM3, hours, kwh: power === undefined ? null : hours * power });
}

/**
 * Head lost in a pipe by Hazen and Williams [m]: 10.67 x length x flow^1.852 / (roughness^1.852 x diameter^4.8704), flow in
 * m3/s, diameter inside in m. Roughness: 150 smooth plastic, 140 aluminium with couplings 120, old steel 100 (usual tables).
 *
 * Example: 36 m3/h through 200 m of 90 mm plastic lose 4.9 m.
 */
export function pipeLoss(
  input: { flowM3PerH: number; lengthM: number; insideDiameterMm: number; roughness?: number },
  known: KnownOf<typeof input> = {},
): Result<{ headM: number; speedMPerS: number }> {
  const errors: FieldError[] = [];
  const flow = readNumber(errors, "flowM3PerH", input?.flowM3PerH, { above: 0, max: 20_000, unit: "m³/h" });
  const length = readNumber(errors, "lengthM", input?.lengthM, { min: 0, max: 100_000, unit: "m" });
  const inside = readNumber(errors, "insideDiameterMm", input?.insideDiameterMm, { min: 5, max: 3000, unit: "mm" });
  const roughness = readNumber(errors, "roughness", input?.roughness, { min: 40, max: 160, fallback: 150 });
  if (errors.length > 0) return failed(errors);
  const perSecond = flow / 3600;
  const speedMPerS = perSecond / ((Math.PI * (inside / 1000) ** 2) / 4);
  const headM = computed(
    "Head lost in the pipe",
    "m",
    asMeasure(
      over(
        times(
          10.67,
          numberOf(quantity("length", length, "m")),
          power(over(numberOf(quantity("flow", flow, "m³/h", known.flowM3PerH)), 3600), 1.852),
        ),
        times(
          power(quantity("roughness", roughness, ""), 1.852),
          power(numberOf(quantity("inside", inside / 1000, "m")), 4.8704),
        ),
      ),
      "m",
    ),
    `Water runs at ${Math.round(speedMPerS * 10) / 10} m/s; over 1.5 to 2 m/s a wider pipe pays.`,
  );
  return ok({ headM: headM.value, speedMPerS }, { headM });
}

/**
 * Size of a solar array: energy a day / (hours of full sun x performance ratio), the ratio for heat, dust and wires.
 *
 * Example: 25 kWh a day, 5 hours, 75 %: 6.67 kW of panels.
 */
export function solarArray(input: {
  kwhPerDay: number;
  peakSunHours: number;
  performanceRatioPct: number;
}): Result<{ kwPeak: number }> {
  const errors: FieldError[] = [];
  const energy = readNumber(errors, "kwhPerDay", input?.kwhPerDay, { min: 0, max: 1_000_000, unit: "kWh" });
  const sun = readNumber(errors, "peakSunHours", input?.peakSunHours, { above: 0, max: 14, unit: "h" });
  const ratio = readNumber(errors, "performanceRatioPct", input?.performanceRatioPct, PER_CENT);
  if (errors.length > 0) return failed(errors);
  return ok({ kwPeak: (energy * 100) / (sun * ratio) });
}
