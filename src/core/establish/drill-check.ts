import { readNumber } from "../args";
import { times } from "../figure/expression";
import { computed, type KnownOf, quantity, resultOf } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";
import { SPACING_CM } from "./spacing";

/**
 * What to catch in a drill check: grams under each coulter over a measured run, and in all for the width of the drill.
 *
 * One coulter covers row spacing x run; rate [kg/ha] x 0.1 is g/m2. Example: 160 kg/ha, 12.5 cm rows, 20 m: 40 g per
 * coulter; 24 coulters: 960 g.
 */
export function drillCheck(
  input: { kgPerHa: number; rowSpacingCm: number; runM: number; coulters: number },
  known: KnownOf<typeof input> = {},
): Result<{ gPerCoulter: number; gInAll: number; gPerRowMetre: number }> {
  const errors: FieldError[] = [];
  const rate = readNumber(errors, "kgPerHa", input.kgPerHa, { min: 0, max: 10_000, unit: "kg/ha" });
  const row = readNumber(errors, "rowSpacingCm", input.rowSpacingCm, SPACING_CM);
  const run = readNumber(errors, "runM", input.runM, { above: 0, max: 1000, unit: "m" });
  const coulters = readNumber(errors, "coulters", input.coulters, { min: 1, max: 200, integer: true });
  if (errors.length > 0) return failed(errors);
  const gPerCoulter = computed(
    "Delivery per coulter",
    "g",
    times(
      quantity("rate", rate, "kg/ha", known.kgPerHa),
      quantity("row spacing", row, "cm", known.rowSpacingCm),
      quantity("run", run, "m", known.runM),
    ),
  );
  const gInAll = computed(
    "Catch under the whole drill",
    "g",
    times(resultOf("catch under one coulter", gPerCoulter), quantity("coulters", coulters, "", known.coulters)),
  );
  return ok(
    { gPerCoulter: gPerCoulter.value, gInAll: gInAll.value, gPerRowMetre: gPerCoulter.value / run },
    { gPerCoulter, gInAll },
  );
}
