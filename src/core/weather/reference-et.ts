import { readNumber } from "../args";
import { rule } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { clearSkyShare, daylightH, extraterrestrialRadiation } from "./sun";

const ALBEDO = 0.23;
const STEFAN_BOLTZMANN = 4.903e-9;

/** Saturation vapour pressure [kPa] at a temperature [C]; FAO-56 equation 11. */
export function saturationKpa(temperatureC: number): number {
  return 0.6108 * Math.exp((17.27 * temperatureC) / (temperatureC + 237.3));
}

/** Dew point [C] of a vapour pressure [kPa]: equation 11 turned round. */
export function dewPointC(vapourKpa: number): number {
  const log = Math.log(vapourKpa / 0.6108);
  return (237.3 * log) / (17.27 - log);
}

/** Psychrometric constant [kPa/C] at an altitude [m]; FAO-56 equations 7 and 8. */
export function psychrometricConstant(altitudeM: number): number {
  return 0.665e-3 * 101.3 * ((293 - 0.0065 * altitudeM) / 293) ** 5.26;
}

/** Net radiation of the reference surface [MJ/m2/day]; FAO-56 equations 38 to 40. */
export function netRadiation(
  tmaxC: number,
  tminC: number,
  vapourKpa: number,
  solarMj: number,
  clearSkyMj: number,
): number {
  const a = tmaxC + 273.16;
  const b = tminC + 273.16;
  const clearness = clearSkyMj > 0 ? Math.min(1, solarMj / clearSkyMj) : 0.5;
  const longwave =
    STEFAN_BOLTZMANN *
    0.5 *
    (a * a * a * a + b * b * b * b) *
    (0.34 - 0.14 * Math.sqrt(vapourKpa)) *
    (1.35 * clearness - 0.35);
  return (1 - ALBEDO) * solarMj - longwave;
}

/** FAO-56 equation 6, the bare arithmetic [mm/day]. */
export function penmanMonteith(
  tmaxC: number,
  tminC: number,
  vapourKpa: number,
  windMs: number,
  netMj: number,
  gamma: number,
): number {
  const mean = (tmaxC + tminC) / 2;
  const saturation = (saturationKpa(tmaxC) + saturationKpa(tminC)) / 2;
  const slope = (4098 * saturationKpa(mean)) / ((mean + 237.3) * (mean + 237.3));
  const eto =
    (0.408 * slope * netMj + ((gamma * 900) / (mean + 273)) * windMs * (saturation - vapourKpa)) /
    (slope + gamma * (1 + 0.34 * windMs));
  return Math.max(0, eto);
}

interface ReferenceEtInput {
  latitudeDeg: number;
  altitudeM: number;
  dayOfYear: number;
  tmaxC: number;
  tminC: number;
  /** or `rhMaxPct` and `rhMinPct` */
  actualVapourPressureKpa?: number;
  rhMaxPct?: number;
  rhMinPct?: number;
  windAt2mMs: number;
  /** hours of bright sun, or the measured `solarMjPerM2`, which goes first */
  sunshineH?: number;
  solarMjPerM2?: number;
  soilHeatMj?: number;
}

/**
 * Reference evapotranspiration of a day by FAO-56 Penman-Monteith (Irrigation and Drainage Paper 56, chapters 3 and 4).
 *
 * Arguments in degrees, m, C, kPa or per cent relative humidity, m/s at 2 m, hours or MJ/m2/day; `soilHeatMj` is 0 for
 * a single day. Gives `etoMmPerDay`, radiation above the air `raMjPerM2` and net radiation `rnMjPerM2`. Errors: an
 * argument outside its range, minimum over maximum, more vapour than the air can hold, more sunshine than daylight,
 * neither humidity nor radiation. A negative result (dew) counts as 0.
 *
 * Example: Uccle on 6 July (FAO-56, example 18: 50.8 N, 100 m, 21.5 and 12.3 C, humidity 84 and 63 %, wind 2.078 m/s,
 * 9.25 h of sun) gives 3.88 mm/day.
 */
export function referenceEt(input: ReferenceEtInput): Result<{
  etoMmPerDay: number;
  raMjPerM2: number;
  rnMjPerM2: number;
}> {
  const errors: FieldError[] = [];
  const latitudeDeg = readNumber(errors, "latitudeDeg", input.latitudeDeg, { min: -90, max: 90 });
  const altitudeM = readNumber(errors, "altitudeM", input.altitudeM, { min: -450, max: 6000, unit: "m" });
  const dayOfYear = readNumber(errors, "dayOfYear", input.dayOfYear, { min: 1, max: 366, integer: true });
  const tmaxC = readNumber(errors, "tmaxC", input.tmaxC, { min: -90, max: 60, unit: "C" });
  const tminC = readNumber(errors, "tminC", input.tminC, { min: -90, max: 60, unit: "C" });
  const windAt2mMs = readNumber(errors, "windAt2mMs", input.windAt2mMs, { min: 0, max: 60, unit: "m/s" });
  const soilHeatMj = readNumber(errors, "soilHeatMj", input.soilHeatMj, { min: -20, max: 20, fallback: 0 });
  if (errors.length > 0) return failed(errors);
  if (tminC > tmaxC) errors.push(fieldError("tminC", tminC, `a number up to tmaxC (${tmaxC})`));

  const saturation = (saturationKpa(tmaxC) + saturationKpa(tminC)) / 2;
  let vapour = 0;
  if (input.actualVapourPressureKpa !== undefined && input.actualVapourPressureKpa !== null)
    vapour = readNumber(errors, "actualVapourPressureKpa", input.actualVapourPressureKpa, {
      min: 0,
      max: saturation,
      unit: "kPa",
    });
  else if (input.rhMaxPct === undefined && input.rhMinPct === undefined)
    errors.push(fieldError("actualVapourPressureKpa", undefined, "a vapour pressure, or rhMaxPct and rhMinPct"));
  else {
    const rhMax = readNumber(errors, "rhMaxPct", input.rhMaxPct, { min: 0, max: 100, unit: "%" });
    const rhMin = readNumber(errors, "rhMinPct", input.rhMinPct, { min: 0, max: 100, unit: "%" });
    if (errors.length === 0 && rhMin > rhMax)
      errors.push(fieldError("rhMinPct", rhMin, `a number up to rhMaxPct (${rhMax})`));
    vapour = (saturationKpa(tminC) * rhMax + saturationKpa(tmaxC) * rhMin) / 200;
  }

  const ra = extraterrestrialRadiation(latitudeDeg, dayOfYear);
  const daylight = daylightH(latitudeDeg, dayOfYear);
  let solar = 0;
  if (input.solarMjPerM2 !== undefined && input.solarMjPerM2 !== null)
    // no more can reach the ground than comes to the top of the air
    solar = readNumber(errors, "solarMjPerM2", input.solarMjPerM2, {
      min: 0,
      max: Number(ra.toFixed(2)),
      unit: "MJ/m²",
    });
  else if (input.sunshineH === undefined || input.sunshineH === null)
    errors.push(fieldError("sunshineH", undefined, "hours of sunshine, or solarMjPerM2"));
  else {
    // a recorder may see a little more than the geometric day
    const sunshine = readNumber(errors, "sunshineH", input.sunshineH, { min: 0, max: Math.min(24, daylight + 0.5) });
    solar = (0.25 + 0.5 * (daylight > 0 ? Math.min(1, sunshine / daylight) : 0)) * ra;
  }
  if (errors.length > 0) return failed(errors);

  const rn = netRadiation(tmaxC, tminC, vapour, solar, clearSkyShare(altitudeM) * ra);
  const gamma = psychrometricConstant(altitudeM);
  const eto = penmanMonteith(tmaxC, tminC, vapour, windAt2mMs, rn - soilHeatMj, gamma);
  const figure = computed(
    "Reference evapotranspiration",
    "mm/day",
    rule(
      "(0.408 slope (Rn - G) + gamma 900 / (T + 273) u2 (es - ea)) / (slope + gamma (1 + 0.34 u2))",
      [
        quantity("net radiation Rn", rn, "MJ/m²"),
        quantity("soil heat G", soilHeatMj, "MJ/m²"),
        quantity("mean temperature T", (tmaxC + tminC) / 2, "C"),
        quantity("wind at 2 m u2", windAt2mMs, "m/s"),
        quantity("saturation vapour pressure es", saturation, "kPa"),
        quantity("actual vapour pressure ea", vapour, "kPa"),
        quantity("psychrometric constant gamma", gamma, "kPa/°C"),
      ],
      eto,
      "mm/day",
    ),
    "FAO Irrigation and Drainage Paper 56, equation 6, for a well-watered short grass",
  );
  return ok({ etoMmPerDay: eto, raMjPerM2: ra, rnMjPerM2: rn }, { etoMmPerDay: figure });
}

/**
 * Reference evapotranspiration from temperature alone (Hargreaves and Samani 1985; FAO-56 equation 52):
 * 0.0023 (Tmean + 17.8) sqrt(Tmax - Tmin) Ra in mm, where 0.408 turns MJ/m2 into mm.
 *
 * Errors: an argument outside its range, minimum over maximum. Below -17.8 C it is 0.
 *
 * Example: Lyon on 15 July (FAO-56, example 20: 45.72 N, day 196, 26.6 and 14.8 C) gives 5.0 mm/day.
 */
export function hargreavesEt(input: {
  latitudeDeg: number;
  dayOfYear: number;
  tmaxC: number;
  tminC: number;
}): Result<{ etoMmPerDay: number }> {
  const errors: FieldError[] = [];
  const latitudeDeg = readNumber(errors, "latitudeDeg", input.latitudeDeg, { min: -90, max: 90 });
  const dayOfYear = readNumber(errors, "dayOfYear", input.dayOfYear, { min: 1, max: 366, integer: true });
  const tmaxC = readNumber(errors, "tmaxC", input.tmaxC, { min: -90, max: 60, unit: "C" });
  const tminC = readNumber(errors, "tminC", input.tminC, { min: -90, max: 60, unit: "C" });
  if (errors.length === 0 && tminC > tmaxC) errors.push(fieldError("tminC", tminC, `a number up to tmaxC (${tmaxC})`));
  if (errors.length > 0) return failed(errors);
  const mean = (tmaxC + tminC) / 2;
  const ra = extraterrestrialRadiation(latitudeDeg, dayOfYear);
  const eto = Math.max(0, 0.0023 * (mean + 17.8) * Math.sqrt(tmaxC - tminC) * 0.408 * ra);
  return ok(
    { etoMmPerDay: eto },
    {
      etoMmPerDay: computed(
        "Reference evapotranspiration, from temperature",
        "mm/day",
        rule(
          "0.0023 (T + 17.8) sqrt(Tmax - Tmin) 0.408 Ra",
          [
            quantity("mean temperature T", mean, "C"),
            quantity("Tmax", tmaxC, "C"),
            quantity("Tmin", tminC, "C"),
            quantity("radiation above the air Ra", ra, "MJ/m²"),
          ],
          eto,
          "mm/day",
        ),
        "Hargreaves and Samani 1985; needs no humidity, wind or sun, and is the rougher for it",
      ),
    },
  );
}
