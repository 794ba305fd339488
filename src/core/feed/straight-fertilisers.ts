import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export interface Fertiliser {
  id: string;
  name: string;
  nPct: number;
  p2o5Pct: number;
  k2oPct: number;
  sPct: number;
  /** minor money units a tonne */
  pricePerT: number;
  bagKg: number;
  containsChloride: boolean;
  organic: boolean;
}

export interface FertiliserDose {
  id: string;
  at: string;
  kgPerHa: number;
  nKgPerHa: number;
  p2o5KgPerHa: number;
  k2oKgPerHa: number;
  sKgPerHa: number;
}

export interface FertiliserChoice {
  phosphate: Fertiliser | null;
  potash: Fertiliser | null;
  /** for each nitrogen split in turn; the last serves all later ones */
  nitrogen: Fertiliser[];
}

/**
 * Turns needs into doses of chosen fertilisers: phosphate and potash in full at `baseAt`, then nitrogen by splits, the
 * nitrogen that came with phosphate or potash taken off the first splits.
 *
 * Nitrogen of the base dressing that is more than all splits together remains as an excess, which the balance shows.
 * Errors: a chosen product without the nutrient it is chosen for.
 *
 * Example: 46 kg P2O5 as diammonium phosphate 18-46 is 100 kg/ha and brings 18 N; a first split of 50 N as 34.5 % N
 * then is (50 - 18) / 0.345 = 92.8 kg/ha.
 */
export function straightFertilisers(input: {
  p2o5KgPerHa: number;
  k2oKgPerHa: number;
  nSplits: { at: string; kgPerHa: number }[];
  choice: FertiliserChoice;
  baseAt: string;
}): Result<{
  doses: FertiliserDose[];
  supplied: { nKgPerHa: number; p2o5KgPerHa: number; k2oKgPerHa: number; sKgPerHa: number };
}> {
  const errors: FieldError[] = [];
  const phosphate = readNumber(errors, "p2o5KgPerHa", input.p2o5KgPerHa, { min: 0, max: 2000, unit: "kg/ha" });
  const potash = readNumber(errors, "k2oKgPerHa", input.k2oKgPerHa, { min: 0, max: 2000, unit: "kg/ha" });
  const { choice } = input;
  const holds = (
    field: string,
    product: Fertiliser | null | undefined,
    pct: "nPct" | "p2o5Pct" | "k2oPct",
    need: number,
  ) => {
    if (need <= 0) return;
    if (!product) errors.push(fieldError(field, product ?? null, "a product, since there is a need"));
    else if (!(product[pct] > 0))
      errors.push(fieldError(field, product.name, `a product that contains ${pct.replace("Pct", "")}`));
  };
  holds("choice.phosphate", choice.phosphate, "p2o5Pct", phosphate);
  holds("choice.potash", choice.potash, "k2oPct", potash);
  input.nSplits.forEach((split, i) => {
    holds(`choice.nitrogen[${i}]`, choice.nitrogen[i] ?? choice.nitrogen.at(-1), "nPct", split.kgPerHa);
  });
  if (errors.length > 0) return failed(errors);

  const doses: FertiliserDose[] = [];
  const add = (product: Fertiliser, at: string, kgPerHa: number) => {
    const dose = dosed(product, at, kgPerHa);
    if (kgPerHa > 1e-9) doses.push(dose);
    return dose;
  };
  let credit = 0;
  let potashLeft = potash;
  if (choice.phosphate && phosphate > 0) {
    const dose = add(choice.phosphate, input.baseAt, (phosphate / choice.phosphate.p2o5Pct) * 100);
    credit += dose.nKgPerHa;
    potashLeft = Math.max(0, potashLeft - dose.k2oKgPerHa);
  }
  if (choice.potash && potashLeft > 0)
    credit += add(choice.potash, input.baseAt, (potashLeft / choice.potash.k2oPct) * 100).nKgPerHa;
  input.nSplits.forEach((split, i) => {
    const taken = Math.min(credit, split.kgPerHa);
    credit -= taken;
    const product = choice.nitrogen[i] ?? choice.nitrogen.at(-1);
    if (product && split.kgPerHa - taken > 0) add(product, split.at, ((split.kgPerHa - taken) / product.nPct) * 100);
  });
  const sum = (key: "nKgPerHa" | "p2o5KgPerHa" | "k2oKgPerHa" | "sKgPerHa") =>
    doses.reduce((total, dose) => total + dose[key], 0);
  return ok({
    doses,
    supplied: {
      nKgPerHa: sum("nKgPerHa"),
      p2o5KgPerHa: sum("p2o5KgPerHa"),
      k2oKgPerHa: sum("k2oKgPerHa"),
      sKgPerHa: sum("sKgPerHa"),
    },
  });
}

function dosed(product: Fertiliser, at: string, kgPerHa: number): FertiliserDose {
  const of = (pct: number) => (kgPerHa * pct) / 100;
  return {
    id: product.id,
    at,
    kgPerHa,
    nKgPerHa: of(product.nPct),
    p2o5KgPerHa: of(product.p2o5Pct),
    k2oKgPerHa: of(product.k2oPct),
    sKgPerHa: of(product.sPct),
  };
}

/** Whole bags for a field. Example: 207 kg/ha on 14.2 ha in 50 kg bags is 2,939.4 kg, 59 bags. */
export function wholeBags(kg: number, bagKg: number): number {
  return Math.ceil(kg / bagKg - 1e-9);
}
