import { readChoice, readNumber } from "../args";
import { times } from "../figure/expression";
import { computed, type Figure, type Known, quantity } from "../figure/figure";
import { type Amounts, NUTRIENT_IDS, nutrientOf } from "../nutrients";
import { type FieldError, failed, ok, type Result } from "../result";

interface ManureKind {
  name: string;
  /** total content of the fresh material [kg/t] */
  contentsKgPerT: Amounts;
  /** share of the total N that acts as fertiliser N in the first season, turned in soon / left on top */
  nActing: { incorporated: number; surface: number };
  /** share of that which a winter leaves, spread before it */
  nAfterWinter: number;
  /** share of the other nutrients that counts in the first season */
  acting: Amounts;
  source: string;
}

/** Turned in within this, manure keeps its ammonia. */
const SOON_H = 6;

const TABLE = "typical contents and availabilities of published manure tables; have your own analysed";

export const MANURES = {
  cattleFarmyard: {
    name: "cattle farmyard manure",
    contentsKgPerT: { n: 6, p2o5: 3.2, k2o: 9.4 },
    nActing: { incorporated: 0.1, surface: 0.1 },
    nAfterWinter: 0.7,
    acting: { p2o5: 0.6, k2o: 0.9 },
    source: TABLE,
  },
  cattleSlurry: {
    name: "cattle slurry, 6 % dry matter",
    contentsKgPerT: { n: 2.6, p2o5: 1.2, k2o: 2.5 },
    nActing: { incorporated: 0.4, surface: 0.3 },
    nAfterWinter: 0.4,
    acting: { p2o5: 0.5, k2o: 0.9 },
    source: TABLE,
  },
  poultry: {
    name: "poultry manure, 40 % dry matter",
    contentsKgPerT: { n: 19, p2o5: 12, k2o: 15 },
    nActing: { incorporated: 0.35, surface: 0.25 },
    nAfterWinter: 0.45,
    acting: { p2o5: 0.6, k2o: 0.9 },
    source: TABLE,
  },
  greenCompost: {
    name: "green compost",
    contentsKgPerT: { n: 7.5, p2o5: 3, k2o: 6.8 },
    nActing: { incorporated: 0.02, surface: 0.02 },
    nAfterWinter: 1,
    acting: { p2o5: 0.5, k2o: 0.8 },
    source: TABLE,
  },
} as const satisfies Record<string, ManureKind>;
export type ManureId = keyof typeof MANURES;
export const MANURE_IDS = Object.keys(MANURES) as ManureId[];

/**
 * What a dressing of manure gives the first crop [kg/ha]: total content x acting share. Nitrogen acts less when the
 * material lies on top for more than 6 hours, since ammonia is lost, and less where a winter washes it.
 *
 * Example: 20 t/ha cattle farmyard manure: 20 x 6 x 0.10 = 12 N, 20 x 3.2 x 0.6 = 38.4 P2O5, 20 x 9.4 x 0.9 = 169.2 K2O.
 */
export function manureCredit(input: {
  kind: ManureId;
  tPerHa: number;
  hoursToIncorporation: number;
  /** spread before a winter, whose rain takes part of it; in spring where absent */
  beforeWinter?: boolean;
}): Result<{ brings: Amounts }> {
  const errors: FieldError[] = [];
  const kind = readChoice(errors, "kind", input.kind, MANURE_IDS);
  const rate = readNumber(errors, "tPerHa", input.tPerHa, { min: 0, max: 200, unit: "t/ha" });
  const hours = readNumber(errors, "hoursToIncorporation", input.hoursToIncorporation, {
    min: 0,
    max: 10_000,
    unit: "h",
  });
  if (errors.length > 0) return failed(errors);
  const manure: ManureKind = MANURES[kind];
  const nActing =
    (hours <= SOON_H ? manure.nActing.incorporated : manure.nActing.surface) *
    (input.beforeWinter === true ? manure.nAfterWinter : 1);
  const brings: Amounts = {};
  const figures: Record<string, Figure> = {};
  for (const id of NUTRIENT_IDS) {
    const content = manure.contentsKgPerT[id];
    if (content === undefined) continue;
    const share = id === "n" ? nActing : (manure.acting[id] ?? 0);
    const known: Known = { basis: { kind: "source", text: manure.source } };
    const figure = computed(
      `${nutrientOf(id).label} from manure`,
      "kg/ha",
      times(
        quantity("rate", rate, "t/ha of mass"),
        quantity("content", content, "kg/t", known),
        quantity("acting share", share, "", known),
      ),
    );
    brings[id] = figure.value;
    figures[id] = figure;
  }
  return ok({ brings }, figures);
}
