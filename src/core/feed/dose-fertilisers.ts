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
  /** the nutrient that the rate was reckoned by */
  by: NutrientId;
  /** what it brings [kg/ha] */
  brings: Amounts;
}

/** A need that a split meets along with nitrogen: sulphur by a product of both. */
interface AlongNeed {
  nutrient: NutrientId;
  kgPerHa: number;
  product: DosedProduct;
  /** less than this still open is not worth a product of its own [kg/ha] */
  worthFrom?: number;
}

interface BaseNeed {
  nutrient: NutrientId;
  kgPerHa: number;
  product: DosedProduct | null;
}

/** A rest of a split under this is not spread apart [kg N/ha]; assumption. */
const LEAST_REST_KG_N = 10;

/**
 * Turns needs into doses of chosen fertilisers: the base nutrients in full at `baseAt`, in the order given, each less
 * what products before it brought of it; then nitrogen by splits, the nitrogen that came with the base taken off the first
 * splits. A split may meet another need along with its nitrogen (sulphur): its product is given for what is still open of that
 * need, the rest of the nitrogen by the split's own product; a rest under 10 kg N/ha is left to the first.
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
  splits: { at: string; kgPerHa: number; product: DosedProduct | null; along?: AlongNeed | null }[];
}): Result<{ doses: FertiliserDose[]; supplied: Amounts }> {
  const errors: FieldError[] = [];
  for (const list of ["base", "splits"] as const)
    if (!Array.isArray(input[list])) errors.push(fieldError(list, input[list], "a list, empty where there is none"));
  if (errors.length > 0) return failed(errors);
  const holds = (field: string, product: DosedProduct | null, nutrient: NutrientId, kgPerHa: number) => {
    readNumber(errors, field, kgPerHa, { min: 0, max: 2000, unit: "kg/ha" });
    if (product && kgPerHa > 0 && !((product.contents[nutrient] ?? 0) > 0))
      errors.push(fieldError(field, product.name, `a product that contains ${nutrientOf(nutrient).label}`));
  };
  for (const need of input.base) holds(`base.${need.nutrient}`, need.product, need.nutrient, need.kgPerHa);
  input.splits.forEach((split, i) => {
    holds(`splits[${i}]`, split.product, "n", split.kgPerHa);
    if (split.along) {
      holds(`splits[${i}].along`, split.along.product, "n", split.kgPerHa);
      holds(`splits[${i}].along`, split.along.product, split.along.nutrient, split.along.kgPerHa);
    }
  });
  if (errors.length > 0) return failed(errors);

  const doses: FertiliserDose[] = [];
  const add = (product: DosedProduct, at: string, base: boolean, nutrient: NutrientId, kgPerHa: number) => {
    const rate = (kgPerHa / (product.contents[nutrient] as number)) * 100;
    if (rate > 1e-9)
      doses.push({ id: product.id, at, base, by: nutrient, kgPerHa: rate, brings: amountsIn(product.contents, rate) });
  };
  for (const { nutrient, kgPerHa, product } of input.base) {
    const brought = sumAmounts(doses.map((d) => d.brings))[nutrient] ?? 0;
    if (product && kgPerHa - brought > 0) add(product, input.baseAt, true, nutrient, kgPerHa - brought);
  }
  let credit = sumAmounts(doses.map((d) => d.brings)).n ?? 0;
  for (const { at, kgPerHa, product, along } of input.splits) {
    const taken = Math.min(credit, kgPerHa);
    credit -= taken;
    let left = kgPerHa - taken;
    if (along && left > 0) {
      const open = along.kgPerHa - (sumAmounts(doses.map((d) => d.brings))[along.nutrient] ?? 0);
      const worth = open >= (along.worthFrom ?? 0) && open > 0;
      const brings = (along.product.contents.n as number) / (along.product.contents[along.nutrient] as number);
      const byNeed = open * brings;
      if (worth && left - byNeed >= LEAST_REST_KG_N) {
        add(along.product, at, false, along.nutrient, open);
        left -= byNeed;
      } else if (worth) {
        add(along.product, at, false, "n", left);
        left = 0;
      }
    }
    if (product && left > 0) add(product, at, false, "n", left);
  }
  return ok({ doses, supplied: sumAmounts(doses.map((d) => d.brings)) });
}

/** Whole bags for a field. Example: 207 kg/ha on 14.2 ha in 50 kg bags is 2,939.4 kg, 59 bags. */
export function wholeBags(kg: number, bagKg: number): number {
  return Math.ceil(kg / bagKg - 1e-9);
}
