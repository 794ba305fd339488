/** Soil test schemes: what each is called, by which extraction each nutrient was found, and where its limits come from. */

import type { SoilTestKey } from "../nutrients";
import { INDEX_LIMITS, limitsOf, type NutrientLimits, type SchemeLimits } from "./soil-limits";

const INDEX_TABLES = "published index tables for Olsen P and ammonium-nitrate K, Mg (arable, index 2 as target)";
const NORTH_CENTRAL =
  "interpretation tables of the north-central United States for Bray P-1 and Mehlich-3 (ICP) P and exchangeable K, recalled, to be checked";
const RECALLED = "unverified: usual limits of advisory tables";

/** Limits of all schemes. */
export const SOIL_LIMITS: SchemeLimits[] = [
  INDEX_LIMITS,
  limitsOf("mehlich3", "mg/kg", {
    p: [15, 25, 35, 45],
    k: [120, 160, 200, 240],
    mg: [40, 80, 150, 300],
    ca: [250, 500, 1500, 4000],
    s: [5, 10, 20, 40],
    b: [0.3, 0.6, 1.5, 3],
    zn: [0.8, 1.6, 8, 40],
    mn: [10, 20, 100, 300],
    cu: [0.4, 0.8, 5, 20],
  }),
  limitsOf("brayExchangeable", "mg/kg", {
    p: [10, 15, 20, 30],
    k: [120, 160, 200, 240],
    mg: [40, 80, 150, 300],
    ca: [250, 500, 1500, 4000],
    s: [4, 8, 16, 32],
    b: [0.3, 0.6, 1.5, 3],
    zn: [0.4, 0.8, 4, 20],
    mn: [1, 2, 20, 60],
    cu: [0.1, 0.2, 2, 10],
  }),
];

/** A nutrient in a scheme: the extraction that its limits belong to, the limits, and their source. */
interface TestedNutrient extends NutrientLimits {
  method: string;
  source: string;
}
export interface SoilTestScheme {
  id: string;
  name: string;
  nutrients: TestedNutrient[];
}

interface Ground {
  name: string;
  /** of P, K and whichever else has a source of its own */
  sources: Partial<Record<SoilTestKey, string>>;
  /** by nutrient; `usual` for those that are not named */
  methods: Partial<Record<SoilTestKey, string>> & { usual: string };
}
const GROUNDS: Record<string, Ground> = {
  olsenIndex: {
    name: "Olsen P, ammonium-nitrate K and Mg, index",
    sources: { p: INDEX_TABLES, k: INDEX_TABLES, mg: INDEX_TABLES },
    methods: {
      usual: "EDTA",
      p: "Olsen",
      k: "ammonium nitrate",
      mg: "ammonium nitrate",
      b: "hot water",
      mo: "ammonium oxalate",
    },
  },
  mehlich3: {
    name: "Mehlich-3, all nutrients in one extract",
    sources: { p: NORTH_CENTRAL, k: NORTH_CENTRAL },
    methods: { usual: "Mehlich-3" },
  },
  brayExchangeable: {
    name: "Bray P-1 with exchangeable cations",
    sources: { p: NORTH_CENTRAL, k: NORTH_CENTRAL },
    methods: {
      usual: "DTPA",
      p: "Bray P-1",
      k: "ammonium acetate",
      mg: "ammonium acetate",
      ca: "ammonium acetate",
      s: "calcium phosphate",
      b: "hot water",
    },
  },
};

export const SOIL_TEST_SCHEMES: SoilTestScheme[] = SOIL_LIMITS.map(({ id, nutrients }) => {
  const { name, methods, sources } = GROUNDS[id] as Ground;
  return {
    id,
    name,
    nutrients: nutrients.map((own) => ({
      ...own,
      method: methods[own.nutrient] ?? methods.usual,
      source: sources[own.nutrient] ?? RECALLED,
    })),
  };
});
