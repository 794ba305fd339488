import { readChoice, readNumber } from "../args";
import { computed } from "../figure";
import { type FieldError, failed, ok, type Result } from "../result";

export interface ManureKind {
  name: string;
  /** total content of the fresh material [kg/t] */
  nKgPerT: number;
  p2o5KgPerT: number;
  k2oKgPerT: number;
  /** share of the total N that acts as fertiliser N in the first season, turned in soon / left on top */
  nActing: { incorporated: number; surface: number };
  /** share of P2O5 and K2O that counts in the first season */
  p2o5Acting: number;
  k2oActing: number;
  source: string;
}

const TABLE = "typical contents and availabilities of published manure tables; have your own analysed";

export const MANURES = {
  cattleFarmyard: {
    name: "cattle farmyard manure",
    nKgPerT: 6,
    p2o5KgPerT: 3.2,
    k2oKgPerT: 9.4,
    nActing: { incorporated: 0.1, surface: 0.1 },
    p2o5Acting: 0.6,
    k2oActing: 0.9,
    source: TABLE,
  },
  cattleSlurry: {
    name: "cattle slurry, 6 % dry matter",
    nKgPerT: 2.6,
    p2o5KgPerT: 1.2,
    k2oKgPerT: 2.5,
    nActing: { incorporated: 0.4, surface: 0.3 },
    p2o5Acting: 0.5,
    k2oActing: 0.9,
    source: TABLE,
  },
  poultry: {
    name: "poultry manure, 40 % dry matter",
    nKgPerT: 19,
    p2o5KgPerT: 12,
    k2oKgPerT: 15,
    nActing: { incorporated: 0.35, surface: 0.25 },
    p2o5Acting: 0.6,
    k2oActing: 0.9,
    source: TABLE,
  },
  greenCompost: {
    name: "green compost",
    nKgPerT: 7.5,
    p2o5KgPerT: 3,
    k2oKgPerT: 6.8,
    nActing: { incorporated: 0.02, surface: 0.02 },
    p2o5Acting: 0.5,
    k2oActing: 0.8,
    source: TABLE,
  },
} as const satisfies Record<string, ManureKind>;
export type ManureId = keyof typeof MANURES;
export const MANURE_IDS = Object.keys(MANURES) as ManureId[];

/**
 * What a dressing of manure gives the first crop [kg/ha]: total content x acting share. Nitrogen acts less when the
 * material lies on top for more than 6 hours, since ammonia is lost.
 *
 * Example: 20 t/ha cattle farmyard manure: 20 x 6 x 0.10 = 12 N, 20 x 3.2 x 0.6 = 38.4 P2O5, 20 x 9.4 x 0.9 = 169.2 K2O.
 */
export function manureCredit(input: {
  kind: ManureId;
  tPerHa: number;
  hoursToIncorporation: number;
}): Result<{ nKgPerHa: number; p2o5KgPerHa: number; k2oKgPerHa: number }> {
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
  const acting = hours <= 6 ? manure.nActing.incorporated : manure.nActing.surface;
  const value = {
    nKgPerHa: rate * manure.nKgPerT * acting,
    p2o5KgPerHa: rate * manure.p2o5KgPerT * manure.p2o5Acting,
    k2oKgPerHa: rate * manure.k2oKgPerT * manure.k2oActing,
  };
  const figure = (label: string, result: number, content: number, share: number) =>
    computed(label, result, "kg/ha", "rate x content x acting share", [
      { label: "rate", value: rate, unit: "t/ha" },
      { label: "content", value: content, unit: "kg/t", basis: { kind: "source", text: manure.source } },
      { label: "acting share", value: share, basis: { kind: "source", text: manure.source } },
    ]);
  return ok(value, {
    nKgPerHa: figure("N from manure", value.nKgPerHa, manure.nKgPerT, acting),
    p2o5KgPerHa: figure("P₂O₅ from manure", value.p2o5KgPerHa, manure.p2o5KgPerT, manure.p2o5Acting),
    k2oKgPerHa: figure("K₂O from manure", value.k2oKgPerHa, manure.k2oKgPerT, manure.k2oActing),
  });
}
