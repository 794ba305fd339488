/** What the soil gives of nitrogen: what its organic matter sets free, and what rain leaves of an amount. */

import { readNumber } from "../args";
import { over, times } from "../figure/expression";
import { computed, type Known, type KnownOf, quantity, workingOf } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { bulkDensityTPerM3, clayGPerKg, type TextureClass } from "../soil/texture";
import { q } from "../units/told";
import { readDays } from "./leach-layers";

/** Carbon in organic matter; carbon to nitrogen of it where nobody measured it; usual figures. */
const CARBON_OF_ORGANIC = 0.58;
const USUAL_C_TO_N = 12;
/** Share of the organic nitrogen set free in a year of 10 C [%], and how much faster at 10 C more; assumptions, higher after leys and yearly manure. */
const USUAL_RATE_PCT = 1.5;
export const USUAL_Q10 = 2;
const RATE_AT_C = 10;

/**
 * Nitrogen that organic matter sets free, day by day [kg N/ha]: organic nitrogen (depth x bulk density x organic matter x 0.58 / C:N) x
 * rate / 365 x q10^((T - 10) / 10) x wetness, nothing at or under 0 C. `soilTempC` is the soil's temperature on each day, `wetness` 0 to 1 on
 * each, 1 where absent. An assumption in the form of usual models; land long in grass or under yearly manure gives more.
 *
 * Errors: figures out of range by name; a day of wetness too many or too few.
 *
 * Example: 3 %, 20 cm, 1.3 t/m3, 100 days of 10 C: organic nitrogen 3,770 kg, set free 3,770 x 0.015 / 365 x 100 = 15.5 kg/ha.
 */
export function mineralisedNitrogen(
  input: {
    organicMatterPct: number;
    depthCm: number;
    bulkDensityTPerM3: number;
    cnRatio?: number;
    pctPerYearAt10C?: number;
    q10?: number;
    soilTempC: number[];
    wetness?: number[];
  },
  known: KnownOf<typeof input> = {},
): Result<{ kgPerHa: number; perDay: number[] }> {
  const errors: FieldError[] = [];
  const organic = readNumber(errors, "organicMatterPct", input?.organicMatterPct, { min: 0, max: 100, unit: "%" });
  const depth = readNumber(errors, "depthCm", input?.depthCm, { above: 0, max: 150, unit: "cm" });
  const density = readNumber(errors, "bulkDensityTPerM3", input?.bulkDensityTPerM3, {
    above: 0,
    max: 2.5,
    unit: "t/m3",
  });
  const cToN = readNumber(errors, "cnRatio", input?.cnRatio, { min: 5, max: 60, fallback: USUAL_C_TO_N });
  const rate = readNumber(errors, "pctPerYearAt10C", input?.pctPerYearAt10C, {
    min: 0,
    max: 20,
    unit: "%",
    fallback: USUAL_RATE_PCT,
  });
  const q10 = readNumber(errors, "q10", input?.q10, { min: 1, max: 5, fallback: USUAL_Q10 });
  const temperatures = readDays(errors, "soilTempC", input?.soilTempC, { min: -60, max: 60, unit: "C" });
  const wetness = input?.wetness === undefined ? null : readDays(errors, "wetness", input.wetness, { min: 0, max: 1 });
  if (wetness && wetness.length !== temperatures.length)
    errors.push(fieldError("wetness", wetness.length, `one for each of the ${temperatures.length} days`));
  if (errors.length > 0) return failed(errors);

  const organicN = computed(
    "Organic nitrogen",
    "kg/ha",
    over(
      times(
        quantity("depth", depth, "cm", known.depthCm),
        quantity("bulk density", density, "t/m³", known.bulkDensityTPerM3),
        quantity(
          "organic matter",
          organic,
          "%",
          known.organicMatterPct ?? { basis: { kind: "measured", text: "soil test" } },
        ),
        CARBON_OF_ORGANIC,
      ),
      quantity("C:N", cToN, "", known.cnRatio ?? { basis: { kind: "assumption", text: "usual of arable soil" } }),
    ),
  );
  // days as they would be at 10 C: what is shown is worked by them
  const asOf10C = temperatures.map((t, d) => (t <= 0 ? 0 : q10 ** ((t - RATE_AT_C) / 10) * (wetness?.[d] ?? 1)));
  const perDay = asOf10C.map((days) => (organicN.value * rate * days) / 36_500);
  const daysAt10 = asOf10C.reduce((sum, days) => sum + days, 0);
  const kgPerHa = computed(
    "N mineralised in season",
    "kg/ha",
    over(
      times(
        workingOf(organicN),
        quantity(`set free in a year of ${q(RATE_AT_C, "C")}`, rate, "%", known.pctPerYearAt10C ?? ASSUMED),
        quantity(`days, as of ${q(RATE_AT_C, "C")}`, daysAt10, "", known.soilTempC),
      ),
      365,
    ),
    "An assumption; land long in grass or under yearly manure gives more.",
  );
  return ok({ kgPerHa: kgPerHa.value, perDay }, { kgPerHa, organicN });
}
const ASSUMED: Known = { basis: { kind: "assumption", text: "usual; more after leys and yearly manure" } };

/** Soil that is worked, and gives most of what organic matter sets free [cm]; assumption. */
export const TOPSOIL_CM = 25;

/** The organic matter of a field's topsoil, less stones, and how fast it is set free: what mineralisedNitrogen takes. */
export const organicGround = (
  { textureClass, stonesPct }: { textureClass: TextureClass; stonesPct?: number | null },
  organicMatterPct: number,
) => ({
  organicMatterPct,
  depthCm: TOPSOIL_CM * (1 - (stonesPct ?? 0) / 100),
  bulkDensityTPerM3: bulkDensityTPerM3(textureClass),
  pctPerYearAt10C: ratePctOf(textureClass),
});

/** The rate by the soil's clay, since clay shelters organic matter: 1.5 % x 400 / (200 + clay in g/kg); form of Remy and Marin-Lafleche, recalled. */
export const ratePctOf = (texture: TextureClass): number => (USUAL_RATE_PCT * 400) / (200 + clayGPerKg(texture));
