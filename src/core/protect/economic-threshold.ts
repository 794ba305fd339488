import { readNumber } from "../args";
import { over, times } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * The number of a pest (of a plant, a square metre: as its loss is stated) from which control pays: cost / (price x yield x loss of
 * one x efficacy). Cost and price in the same money unit, yield in t/ha, loss and efficacy in %. Source: Stern and others 1959; the usual
 * break-even form. Errors name the field.
 *
 * Example: 42 a hectare against 190 x 8 t, 0.8 % a unit and 85 %: 42 / (1520 x 0.008 x 0.85) = 4.06.
 */
export function economicThreshold(input: {
  controlCostPerHa: number;
  pricePerT: number;
  yieldTPerHa: number;
  lossPctPerUnit: number;
  efficacyPct: number;
}): Result<{ units: number }> {
  const errors: FieldError[] = [];
  const cost = readNumber(errors, "controlCostPerHa", input?.controlCostPerHa, { min: 0 });
  const price = readNumber(errors, "pricePerT", input?.pricePerT, { above: 0 });
  const yieldT = readNumber(errors, "yieldTPerHa", input?.yieldTPerHa, { above: 0, max: 300, unit: "t/ha" });
  const loss = readNumber(errors, "lossPctPerUnit", input?.lossPctPerUnit, { above: 0, max: 100, unit: "%" });
  const efficacy = readNumber(errors, "efficacyPct", input?.efficacyPct, { above: 0, max: 100, unit: "%" });
  if (errors.length > 0) return failed(errors);
  const units = computed(
    "Economic threshold",
    "units",
    over(
      quantity("cost", cost, "money/ha"),
      times(
        quantity("price", price, "money/t"),
        quantity("yield", yieldT, "t/ha"),
        quantity("loss of one unit", loss, "%"),
        quantity("efficacy", efficacy, "%"),
      ),
    ),
  );
  return ok({ units: units.value }, { units });
}
