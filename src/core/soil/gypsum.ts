import { readNumber } from "../args";
import { atLeast, minus, numberOf, over, times } from "../figure/expression";
import { computed, type KnownOf, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * Gypsum to bring the exchangeable sodium of a layer down [t/ha]: 0.86 g of pure gypsum per kg of soil replaces
 * 1 cmol/kg of sodium (half the molar mass of CaSO4.2H2O, 172 g/mol, per cmol of charge; USDA Handbook 60).
 *
 * A sodium percentage at or below the target needs none.
 * Example: ESP 18 to 8, CEC 22 cmol/kg, 30 cm, 1.35 t/m3, pure gives 7.66 t/ha.
 */
export function gypsumRequirement(
  input: {
    espPct: number;
    targetEspPct: number;
    cecCmolPerKg: number;
    depthCm: number;
    bulkDensityTPerM3: number;
    purityPct: number;
  },
  known: KnownOf<typeof input> = {},
): Result<{ productTPerHa: number }> {
  const errors: FieldError[] = [];
  const esp = readNumber(errors, "espPct", input.espPct, { min: 0, max: 100, unit: "%" });
  const target = readNumber(errors, "targetEspPct", input.targetEspPct, { min: 0, max: 100, unit: "%" });
  const cec = readNumber(errors, "cecCmolPerKg", input.cecCmolPerKg, { above: 0, max: 200, unit: "cmol/kg" });
  const depth = readNumber(errors, "depthCm", input.depthCm, { above: 0, max: 150, unit: "cm" });
  const density = readNumber(errors, "bulkDensityTPerM3", input.bulkDensityTPerM3, {
    above: 0,
    max: 2.5,
    unit: "t/m3",
  });
  const purity = readNumber(errors, "purityPct", input.purityPct, { above: 0, max: 100, unit: "%" });
  if (errors.length > 0) return failed(errors);

  const productTPerHa = computed(
    "Gypsum needed",
    "t gypsum/ha",
    over(
      times(
        atLeast(
          minus(
            quantity("sodium", esp, "% of CEC", known.espPct),
            quantity("sodium wanted", target, "% of CEC", known.targetEspPct),
          ),
          0,
        ),
        numberOf(quantity("exchange capacity", cec, "cmol/kg", known.cecCmolPerKg)),
        quantity("gypsum for 1 cmol/kg of sodium", 0.86, "g/kg", {
          basis: { kind: "source", text: "USDA Handbook 60" },
        }),
        quantity("depth", depth, "cm", known.depthCm),
        quantity("bulk density", density, "t/m³", known.bulkDensityTPerM3),
      ),
      quantity("purity", purity, "%", known.purityPct),
    ),
  );
  return ok({ productTPerHa: productTPerHa.value }, { productTPerHa });
}
