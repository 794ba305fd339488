/** What was given, from what one reads in the field: depth, hours, a meter, runs of a reel. */

import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export const LOGGED_BY = ["depth", "hours", "meter", "runs"] as const;
export type LoggedBy = (typeof LOGGED_BY)[number];

/** 1 mm on a hectare [m3]. */
const M3_PER_MM = 10;

/**
 * Water out of the pipe [m3/ha]: `depth` in mm; `hours` at a flow [m3/h]; `meter` as two readings [m3]; `runs` of so many hours each at
 * the flow. Flow and area are of the field that was watered. Errors name the field: "meterTo".
 *
 * Example: 20 hours at 45 m3/h on 6.8 ha: 900 m3, 132 m3/ha, 13.2 mm.
 */
export function waterLogged(input: {
  by: LoggedBy;
  depthMm?: number | undefined;
  hours?: number | undefined;
  runs?: number | undefined;
  meterFrom?: number | undefined;
  meterTo?: number | undefined;
  flowM3PerH: number;
  areaHa: number;
}): Result<{ m3PerHa: number }> {
  const errors: FieldError[] = [];
  const area = readNumber(errors, "areaHa", input?.areaHa, { above: 0, max: 100_000, unit: "ha" });
  const flow = () => readNumber(errors, "flowM3PerH", input?.flowM3PerH, { above: 0, max: 20_000, unit: "m3/h" });
  const hours = () => readNumber(errors, "hours", input?.hours, { min: 0, max: 2000, unit: "h" });
  const found = () => {
    switch (input?.by) {
      case "depth":
        return M3_PER_MM * readNumber(errors, "depthMm", input.depthMm, { min: 0, max: 500, unit: "mm" });
      case "hours":
        return (hours() * flow()) / area;
      case "runs":
        return (readNumber(errors, "runs", input.runs, { min: 0, max: 500, integer: true }) * hours() * flow()) / area;
      case "meter": {
        const from = readNumber(errors, "meterFrom", input.meterFrom, { min: 0, max: 1e10, unit: "m3" });
        const to = readNumber(errors, "meterTo", input.meterTo, { min: 0, max: 1e10, unit: "m3" });
        if (errors.length === 0 && to < from)
          errors.push(fieldError("meterTo", to, `${from} m3 or more, the reading before`));
        return (to - from) / area;
      }
      default:
        errors.push(fieldError("by", input?.by, `one of ${LOGGED_BY.join(", ")}`));
        return 0;
    }
  };
  const m3PerHa = found();
  if (errors.length === 0 && m3PerHa > M3_PER_MM * 500)
    errors.push(fieldError("water", `${Math.round(m3PerHa / M3_PER_MM)} mm`, "up to 500 mm on the field's area"));
  return errors.length > 0 ? failed(errors) : ok({ m3PerHa });
}
