import { readNumber } from "../args";
import { computed } from "../figure";
import { type FieldError, failed, ok, type Result } from "../result";
import { SPACING_CM } from "./spacing";

/**
 * What to catch in a drill check: grams under each coulter over a measured run, and in all for the width of the drill.
 *
 * One coulter covers row spacing x run; rate [kg/ha] x 0.1 is g/m2. Example: 160 kg/ha, 12.5 cm rows, 20 m: 40 g per
 * coulter; 24 coulters: 960 g.
 */
export function drillCheck(input: {
  kgPerHa: number;
  rowSpacingCm: number;
  runM: number;
  coulters: number;
}): Result<{ gPerCoulter: number; gInAll: number; gPerRowMetre: number }> {
  const errors: FieldError[] = [];
  const rate = readNumber(errors, "kgPerHa", input.kgPerHa, { min: 0, max: 10_000, unit: "kg/ha" });
  const row = readNumber(errors, "rowSpacingCm", input.rowSpacingCm, SPACING_CM);
  const run = readNumber(errors, "runM", input.runM, { above: 0, max: 1000, unit: "m" });
  const coulters = readNumber(errors, "coulters", input.coulters, { min: 1, max: 200, integer: true });
  if (errors.length > 0) return failed(errors);
  const gPerRowMetre = rate * 0.1 * (row / 100);
  const gPerCoulter = gPerRowMetre * run;
  return ok(
    { gPerCoulter, gInAll: gPerCoulter * coulters, gPerRowMetre: gPerRowMetre },
    {
      gPerCoulter: computed("Delivery per coulter", gPerCoulter, "g", "rate x 0.1 x row spacing x run", [
        { label: "rate", value: rate, unit: "kg/ha" },
        { label: "row spacing", value: row, unit: "cm" },
        { label: "run", value: run, unit: "m" },
      ]),
      gInAll: computed(
        "Catch under the whole drill",
        gPerCoulter * coulters,
        "g",
        "catch under one coulter x coulters",
        [
          { label: "catch under one coulter", value: gPerCoulter, unit: "g" },
          { label: "coulters", value: coulters },
        ],
      ),
    },
  );
}
