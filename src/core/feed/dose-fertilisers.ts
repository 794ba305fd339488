import { readNumber } from "../args";
import { type Amounts, amountsIn, type NutrientId, nutrientOf, sumAmounts } from "../nutrients";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

/** What dosing needs of a fertiliser: what it holds of each nutrient, per cent. */
export interface DosedProduct {
  id: string;
  name: string;
  contents: Amounts;
}

export interface FertiliserDose {
  id: string;
  /** the operation that spreads it */
  at: string;
  /** with the base dressing, not with a split */
  base: boolean;
  kgPerHa: number;
  /** what it brings [kg/ha] */
  brings: Amounts;
}

export interface BaseNeed {
  nutrient: NutrientId;
  kgPerHa: number;
  product: DosedProduct | null;
}

/**
 * Turns needs into doses of chosen fertilisers: the base nutrients in full at `baseAt`, in the order given, each less
 * what products before it brought of it; then nitrogen by splits, the nitrogen that came with the base taken off the first
 * splits.
 *
 * A need without a product stays open, which the balance shows. Nitrogen of the base that is more than all splits
 * together remains as an excess. Errors: a chosen product without the nutrient that it is chosen for.
 *
 * Example: 46 kg P2O5 as diammonium phosphate 18-46 is 100 kg/ha and brings 18 N; a first split of 50 N as 34.5 % N
 * then is (50 - 18) / 0.345 = 92.8 kg/ha.
 */
export function doseFertilisers(input: {
  base: BaseNeed[];
  baseAt: string;
  splits: { at: string; kgPerHa: number; product: DosedProduct | null }[];
}): Result<{ doses: FertiliserDose[]; supplied: Amounts }> {
  const errors: FieldError[] = [];
  const holds = (field: string, product: DosedProduct | null, nutrient: NutrientId, kgPerHa: number) => {
    readNumber(errors, field, kgPerHa, { min: 0, max: 2000, unit: "kg/ha" });
    if (product && kgPerHa > 0 && !((product.contents[nutrient] ?? 0) > 0))
      errors.push(fieldError(field, product.name, `a product that contains ${nutrientOf(nutrient).label}`));
  };
  for (const need of input.base) holds(`base.${need.nutrient}`, need.product, need.nutrient, need.kgPerHa);
  input.splits.forEach((split, i) => {
    holds(`splits[${i}]`, split.product, "n", split.kgPerHa);
  });
  if (errors.length > 0) return failed(errors);

  const doses: FertiliserDose[] = [];
  const add = (product: DosedProduct, at: string, base: boolean, nutrient: NutrientId, kgPerHa: number) => {
    const rate = (kgPerHa / (product.contents[nutrient] as number)) * 100;
    if (rate > 1e-9) doses.push({ id: product.id, at, base, kgPerHa: rate, brings: amountsIn(product.contents, rate) });
  };
  for (const { nutrient, kgPerHa, product } of input.base) {
    const brought = sumAmounts(doses.map((d) => d.brings))[nutrient] ?? 0;
    if (product && kgPerHa - brought > 0) add(product, input.baseAt, true, nutrient, kgPerHa - brought);
  }
  let credit = sumAmounts(doses.map((d) => d.brings)).n ?? 0;
  for (const { at, kgPerHa, product } of input.splits) {
    const taken = Math.min(credit, kgPerHa);
    credit -= taken;
    if (product && kgPerHa - taken > 0) add(product, at, false, "n", kgPerHa - taken);
  }
  return ok({ doses, supplied: sumAmounts(doses.map((d) => d.brings)) });
}

/** Whole bags for a field. Example: 207 kg/ha on 14.2 ha in 50 kg bags is 2,939.4 kg, 59 bags. */
export function wholeBags(kg: number, bagKg: number): number {
  return Math.ceil(kg / bagKg - 1e-9);
}
