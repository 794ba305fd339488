import { readNumber } from "../args";
import { computed } from "../figure";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * Gypsum to bring the exchangeable sodium of a layer down [t/ha]: 0.86 g of pure gypsum per kg of soil replaces
 * 1 cmol/kg of sodium (half the molar mass of CaSO4.2H2O, 172 g/mol, per cmol of charge; USDA Handbook 60).
 *
 * A sodium percentage at or below the target needs none.
 * Example: ESP 18 to 8, CEC 22 cmol/kg, 30 cm, 1.35 t/m3, pure gives 7.66 t/ha.
 */
export function gypsumRequirement(input: {
  espPct: number;
  targetEspPct: number;
  cecCmolPerKg: number;
  depthCm: number;
  bulkDensityTPerM3: number;
  purityPct: number;
}): Result<{ productTPerHa: number }> {
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

  const sodium = (Math.max(0, esp - target) / 100) * cec;
  const soilTPerHa = depth * 100 * density;
  const productTPerHa = (sodium * 0.86 * soilTPerHa) / 1000 / (purity / 100);
  return ok(
    { productTPerHa },
    {
      productTPerHa: computed(
        "Gypsum needed",
        productTPerHa,
        "t gypsum/ha",
        "(sodium - sodium wanted) x exchange capacity x 0.86 g/kg x depth x bulk density / purity",
        [
          { label: "sodium", value: esp, unit: "% of CEC" },
          { label: "sodium wanted", value: target, unit: "% of CEC" },
          { label: "exchange capacity", value: cec, unit: "cmol/kg" },
          { label: "depth", value: depth, unit: "cm" },
          { label: "bulk density", value: density, unit: "t/m³" },
          { label: "purity", value: purity, unit: "%" },
        ],
        "0.86 g of gypsum per kg of soil take the place of 1 cmol/kg of sodium (USDA Handbook 60).",
      ),
    },
  );
}
