import { PER_CENT, readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

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
