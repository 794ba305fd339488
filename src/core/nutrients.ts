/**
 * The register of plant nutrients: everything that loops over nutrients loops over this list, and a new one is a line
 * here (and a migration where tables hold it). Amounts are in the form that fertilisers are declared in: oxides where
 * the trade uses them.
 */

export const NUTRIENT_IDS = ["n", "p2o5", "k2o", "mgo", "s", "cao", "b", "zn", "mn", "cu", "fe", "mo"] as const;
export type NutrientId = (typeof NUTRIENT_IDS)[number];

/** Nutrients as a laboratory names them: what a soil test holds. */
export const SOIL_TEST_KEYS = ["p", "k", "mg", "s", "ca", "b", "zn", "mn", "cu", "fe", "mo"] as const;
export type SoilTestKey = (typeof SOIL_TEST_KEYS)[number];

export interface Nutrient {
  id: NutrientId;
  /** as it is written on a bag */
  label: string;
  /** as it is spoken of in a sentence */
  name: string;
  element: string;
  /** element in one part of the form: P = 0.4364 P2O5 (from atomic masses) */
  elementShare: number;
  /** what a soil test calls it; null for nitrogen, which is measured apart */
  soilTestKey: SoilTestKey | null;
  /** how it is given: once before planting, in splits, or along with others (sulphur in nitrogen products, lime) */
  given: "base" | "split" | "along";
  /** how the need is found: nitrogen balance, offtake and soil class, an amount by tonne, or only where a test is low */
  need: "balance" | "offtake" | "perTonne" | "whenLow" | "none";
  /** in tenths of a kilogram a hectare rather than tens */
  trace: boolean;
}

const line = (
  id: NutrientId,
  label: string,
  name: string,
  element: string,
  elementShare: number,
  soilTestKey: SoilTestKey | null,
  given: Nutrient["given"],
  need: Nutrient["need"],
  trace = false,
): Nutrient => ({ id, label, name, element, elementShare, soilTestKey, given, need, trace });

export const NUTRIENTS: readonly Nutrient[] = [
  line("n", "N", "nitrogen", "N", 1, null, "split", "balance"),
  line("p2o5", "P₂O₅", "phosphate", "P", 0.4364, "p", "base", "offtake"),
  line("k2o", "K₂O", "potash", "K", 0.8301, "k", "base", "offtake"),
  line("mgo", "MgO", "magnesium", "Mg", 0.603, "mg", "base", "whenLow"),
  line("s", "S", "sulphur", "S", 1, "s", "along", "perTonne"),
  line("cao", "CaO", "calcium", "Ca", 0.7147, "ca", "along", "none"),
  line("b", "B", "boron", "B", 1, "b", "base", "whenLow", true),
  line("zn", "Zn", "zinc", "Zn", 1, "zn", "base", "whenLow", true),
  line("mn", "Mn", "manganese", "Mn", 1, "mn", "base", "whenLow", true),
  line("cu", "Cu", "copper", "Cu", 1, "cu", "base", "whenLow", true),
  line("fe", "Fe", "iron", "Fe", 1, "fe", "base", "none", true),
  line("mo", "Mo", "molybdenum", "Mo", 1, "mo", "base", "whenLow", true),
];

const BY_ID = new Map(NUTRIENTS.map((n) => [n.id, n]));

/** The register's line of a nutrient. Example: nutrientOf("p2o5").label is "P₂O₅". */
export function nutrientOf(id: NutrientId): Nutrient {
  return BY_ID.get(id) as Nutrient;
}

/** Amounts by nutrient; what is absent is nothing. */
export type Amounts = Partial<Record<NutrientId, number>>;

/** The sum of several amounts, nutrient by nutrient. Example: sumAmounts([{ n: 30 }, { n: 20, s: 5 }]) is { n: 50, s: 5 }. */
export function sumAmounts(list: readonly Amounts[]): Amounts {
  const sum: Amounts = {};
  for (const amounts of list)
    for (const id of NUTRIENT_IDS) {
      const value = amounts[id];
      if (value !== undefined) sum[id] = (sum[id] ?? 0) + value;
    }
  return sum;
}

/** What a rate of a product brings, from its contents in per cent. Example: 200 kg/ha of 46 % N brings 92 kg N/ha. */
export function amountsIn(contentsPct: Amounts, kgPerHa: number): Amounts {
  return Object.fromEntries(Object.entries(contentsPct).map(([id, pct]) => [id, (kgPerHa * (pct ?? 0)) / 100]));
}
