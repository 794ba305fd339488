import { PER_CENT, readNumber } from "../args";
import { minus, over, power, rule, times } from "../figure/expression";
import { computed, given, type KnownOf, quantity, resultOf } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { SPACING_CM } from "./spacing";

/**
 * Seeds sown in stations, several to one, of which the best plants are left when they are thinned.
 *
 * Each seed gives a plant with p = germination x field emergence. Of n seeds the number that come up is binomial; more than are left are
 * pulled, so a station carries on average the sum over x of P(x) x min(x, left). Stations per hectare = plants wanted / that; seed =
 * stations x n x thousand-grain weight. Stations where none of the seeds comes up, (1 - p)^n, are gaps.
 *
 * Errors: more plants left than seeds are sown; figures out of range, by name.
 *
 * Example: 7 plants/m2 in rows 75 cm apart, one seed a station, 95 % and 90 %: p = 0.855; 7 / 0.855 = 8.19 stations/m2, 16.3 cm apart,
 * at 320 g a thousand 26.2 kg/ha. Two seeds thinned to one, p = 0.8: 1 - 0.2 x 0.2 = 0.96 plants a station.
 */
export function stationSowing(
  input: {
    targetPlantsPerM2: number;
    seedsPerStation: number;
    /** plants left in a station; all that come up where absent */
    leftPerStation?: number | undefined;
    thousandGrainWeightG: number;
    germinationPct: number;
    fieldEmergencePct: number;
    rowSpacingCm: number;
    /** as it was decided; from the plants wanted where absent */
    inRowSpacingCm?: number | undefined;
  },
  known: KnownOf<typeof input> = {},
): Result<{
  plantsPerStation: number;
  stationsPerHa: number;
  inRowSpacingCm: number;
  plantsPerM2: number;
  seedsPerM2: number;
  kgPerHa: number;
  /** stations where nothing comes up [%], and plants pulled by thinning [/ha] */
  gapsPct: number;
  thinnedPerHa: number;
}> {
  const errors: FieldError[] = [];
  const target = readNumber(errors, "targetPlantsPerM2", input.targetPlantsPerM2, {
    above: 0,
    max: 20_000,
    unit: "/m2",
  });
  const seeds = readNumber(errors, "seedsPerStation", input.seedsPerStation, { min: 1, max: 100, integer: true });
  const left = readNumber(errors, "leftPerStation", input.leftPerStation, {
    min: 1,
    max: 100,
    integer: true,
    fallback: seeds,
  });
  if (left > seeds) errors.push(fieldError("leftPerStation", left, `a whole number from 1 to the ${seeds} sown`));
  const tgw = readNumber(errors, "thousandGrainWeightG", input.thousandGrainWeightG, {
    above: 0,
    max: 5000,
    unit: "g",
  });
  const germination = readNumber(errors, "germinationPct", input.germinationPct, PER_CENT);
  const emergence = readNumber(errors, "fieldEmergencePct", input.fieldEmergencePct, PER_CENT);
  const row = readNumber(errors, "rowSpacingCm", input.rowSpacingCm, SPACING_CM);
  const decided = readNumber(errors, "inRowSpacingCm", input.inRowSpacingCm, {
    above: 0,
    max: 1000,
    unit: "cm",
    fallback: 0,
  });
  if (errors.length > 0) return failed(errors);
  const sown = quantity("seeds per station", seeds, "", known.seedsPerStation);
  const comeUp = [
    quantity("germination", germination, "%", known.germinationPct),
    quantity("field emergence", emergence, "%", known.fieldEmergencePct),
  ] as const;
  const rows = quantity("row spacing", row, "cm", known.rowSpacingCm);
  const p = (germination / 100) * (emergence / 100);
  const plantsPerStation = computed(
    "Plants per hill after thinning",
    "",
    rule(
      "sum of chance x plants left, over 0 to all seeds that come up",
      [sown, quantity("left after thinning", left, "", known.leftPerStation), ...comeUp],
      expectedLeft(seeds, left, p),
      "",
    ),
  );
  const standing = resultOf("plants left a station", plantsPerStation);
  const inRowSpacingCm =
    decided > 0
      ? given("In the row", decided, "cm", { kind: "decided", text: "entered" })
      : computed(
          "In the row",
          "cm",
          over(standing, times(quantity("target plants", target, "/m²", known.targetPlantsPerM2), rows)),
        );
  const stationsPerHa = computed(
    "Stations",
    "/ha",
    over(1, times(rows, { ...resultOf("in the row", inRowSpacingCm), ...known.inRowSpacingCm })),
  );
  const stations = resultOf("stations", stationsPerHa);
  const seedsPerM2 = computed("Seeds", "/m²", times(stations, sown));
  const kgPerHa = computed(
    "Seed rate",
    "kg/ha",
    over(
      times(resultOf("seeds", seedsPerM2), quantity("thousand-grain weight", tgw, "g", known.thousandGrainWeightG)),
      1000,
    ),
  );
  const gapsPct = computed("Empty hills", "%", power(minus(1, times(...comeUp)), sown));
  return ok(
    {
      plantsPerStation: plantsPerStation.value,
      stationsPerHa: stationsPerHa.value,
      inRowSpacingCm: inRowSpacingCm.value,
      plantsPerM2: (stationsPerHa.value * plantsPerStation.value) / 10_000,
      seedsPerM2: seedsPerM2.value,
      kgPerHa: kgPerHa.value,
      gapsPct: gapsPct.value,
      thinnedPerHa: stationsPerHa.value * (seeds * p - plantsPerStation.value),
    },
    { plantsPerStation, inRowSpacingCm, stationsPerHa, seedsPerM2, kgPerHa, gapsPct },
  );
}

/** Plants that a station carries on average: of n seeds with the chance p each, no more than `left`. */
function expectedLeft(n: number, left: number, p: number): number {
  let mean = 0;
  // P(x) from its neighbour, from the end that is likely: the chance of the other is too small for a number to hold
  if (p > 0.5) {
    let chance = p ** n;
    for (let x = n; x >= 1; x--) {
      mean += chance * Math.min(x, left);
      chance *= (x / (n - x + 1)) * ((1 - p) / p);
    }
    return mean;
  }
  let chance = (1 - p) ** n;
  for (let x = 1; x <= n; x++) {
    chance *= ((n - x + 1) / x) * (p / (1 - p));
    mean += chance * Math.min(x, left);
  }
  return mean;
}
