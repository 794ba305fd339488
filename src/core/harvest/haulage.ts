import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

export interface Haulage {
  /** what the machine brings [t/h] */
  flowTPerH: number;
  /** minutes to fill one trailer, and from full to empty and back */
  fillMin: number;
  roundMin: number;
  /** so that the machine never waits */
  trailers: number;
  loads: number;
  /** a tractor's and a driver's [h/ha] */
  hoursPerHa: number;
  /** the tank lets the machine go on for so long without a trailer [min]; null without a tank */
  tankMin: number | null;
}

/**
 * Carting from a field: trailers that take turns beside a machine. One is filled while the others are on the road; as many as go into the time
 * from the beginning of one filling to its next, rounded up. Errors name the field.
 *
 * Example: 2.2 ha/h of 8.6 t/ha bring 18.9 t/h; a trailer of 12 t fills in 38 min; 6 km at 25 km/h there and back and 12 min make 40.8 min:
 * (38 + 40.8) / 38 is 2.07: three trailers. 8.6 / 12 x 40.8 / 60 = 0.49 h/ha.
 */
export function haulage(input: {
  haPerHour: number;
  tPerHa: number;
  areaHa: number;
  trailerT: number;
  km: number;
  kmPerH: number;
  turnMin: number;
  tankT?: number | undefined;
}): Result<Haulage> {
  const errors: FieldError[] = [];
  const rate = readNumber(errors, "haPerHour", input?.haPerHour, { above: 0, max: 100, unit: "ha/h" });
  const crop = readNumber(errors, "tPerHa", input?.tPerHa, { above: 0, max: 500, unit: "t/ha" });
  const area = readNumber(errors, "areaHa", input?.areaHa, { above: 0, max: 100_000, unit: "ha" });
  const trailer = readNumber(errors, "trailerT", input?.trailerT, { above: 0, max: 60, unit: "t" });
  const km = readNumber(errors, "km", input?.km, { min: 0, max: 1000, unit: "km" });
  const speed = readNumber(errors, "kmPerH", input?.kmPerH, { above: 0, max: 120, unit: "km/h" });
  const turn = readNumber(errors, "turnMin", input?.turnMin, { min: 0, max: 600, unit: "min" });
  const tank =
    input?.tankT === undefined ? null : readNumber(errors, "tankT", input.tankT, { above: 0, max: 60, unit: "t" });
  if (errors.length > 0) return failed(errors);
  const flowTPerH = rate * crop;
  const fillMin = (60 * trailer) / flowTPerH;
  const roundMin = (2 * km * 60) / speed + turn;
  return ok({
    flowTPerH,
    fillMin,
    roundMin,
    trailers: Math.ceil((fillMin + roundMin) / fillMin - 1e-9),
    loads: Math.ceil((crop * area) / trailer - 1e-9),
    hoursPerHa: ((crop / trailer) * roundMin) / 60,
    tankMin: tank === null ? null : (60 * tank) / flowTPerH,
  });
}
