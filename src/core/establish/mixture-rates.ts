import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

/** Shares over this are no mixture but two crops on one field [per cent of the straight rates]. */
const MOST_PCT = 300;

/**
 * Seed of each component of a mixture [kg/ha]: its straight rate x its share. Shares are of the straight rates, so they may add up to
 * more than 100 where the components complement each other; `shareSumPct` says to what. Errors: no component, a component without a
 * crop, one crop named twice, a rate or share that is none, by their place.
 *
 * Example: barley 180 kg/ha at 60 % and pea 220 kg/ha at 50 %: 108 and 110 kg/ha, shares 110 %.
 */
export function mixtureRates(components: { crop: string; straightRateKgPerHa: number; sharePct: number }[]): Result<{
  components: { crop: string; kgPerHa: number }[];
  shareSumPct: number;
}> {
  const errors: FieldError[] = [];
  const given = Array.isArray(components) ? components : [];
  if (given.length === 0) errors.push(fieldError("components", components, "at least one component"));
  const read = given.map((c, i) => {
    const crop = typeof c?.crop === "string" ? c.crop.trim() : "";
    if (!crop) errors.push(fieldError(`components.${i}.crop`, c?.crop, "the name of a crop"));
    else if (given.findIndex((other) => other?.crop === c.crop) !== i)
      errors.push(fieldError(`components.${i}.crop`, c.crop, "each crop once"));
    const rate = readNumber(errors, `components.${i}.straightRateKgPerHa`, c?.straightRateKgPerHa, {
      above: 0,
      max: 10_000,
      unit: "kg/ha",
    });
    const share = readNumber(errors, `components.${i}.sharePct`, c?.sharePct, { above: 0, max: MOST_PCT, unit: "%" });
    return { crop, rate, share };
  });
  if (errors.length > 0) return failed(errors);
  return ok({
    components: read.map(({ crop, rate, share }) => ({ crop, kgPerHa: (rate * share) / 100 })),
    shareSumPct: read.reduce((sum, c) => sum + c.share, 0),
  });
}

/**
 * Land equivalent ratio of a mixture: the land that straight crops would need for what a hectare of the mixture gave, summed over the
 * components. Over 1 the mixture used the land better.
 *
 * Example: 3.2 t/ha of barley (straight 5) and 1.6 t/ha of pea (straight 3.2): 0.64 + 0.5 = 1.14.
 */
export function landEquivalentRatio(components: { mixedTPerHa: number; straightTPerHa: number }[]): Result<{
  ratio: number;
  parts: number[];
}> {
  const errors: FieldError[] = [];
  const given = Array.isArray(components) ? components : [];
  if (given.length < 2) errors.push(fieldError("components", components, "at least two components"));
  const parts = given.map((c, i) => {
    const mixed = readNumber(errors, `components.${i}.mixedTPerHa`, c?.mixedTPerHa, { min: 0, max: 500, unit: "t/ha" });
    const straight = readNumber(errors, `components.${i}.straightTPerHa`, c?.straightTPerHa, {
      above: 0,
      max: 500,
      unit: "t/ha",
    });
    return mixed / straight;
  });
  if (errors.length > 0) return failed(errors);
  return ok({ ratio: parts.reduce((a, b) => a + b, 0), parts });
}
