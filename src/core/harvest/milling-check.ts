import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

/** Shares may miss 100 % by so much: dust and moisture. */
const SUM_WITHIN_PCT = 1;

/**
 * Fractions of a milled lot as shares of what went in: those outside of the usual are named in `doubtful`, and "sum" where they do not add up
 * to 100 within 1. Errors name the field.
 *
 * Example: 10 t of paddy into 6.6 t of rice, 1 t of bran and 2 t of husk: 66, 10 and 20 %, together 96: "sum" is doubtful.
 */
export function millingCheck(input: {
  inputT: number;
  fractions: { name: string; massT: number }[];
  usualPct: Record<string, [low: number, high: number]>;
}): Result<{ shares: Record<string, number>; sumPct: number; doubtful: string[] }> {
  const errors: FieldError[] = [];
  const whole = readNumber(errors, "inputT", input?.inputT, { above: 0, max: 1_000_000, unit: "t" });
  const fractions = Array.isArray(input?.fractions) ? input.fractions : [];
  if (fractions.length === 0) errors.push(fieldError("fractions", input?.fractions, "one fraction or more"));
  const masses = fractions.map((f, i) => readNumber(errors, `fractions.${i}.massT`, f?.massT, { min: 0, unit: "t" }));
  if (errors.length > 0) return failed(errors);
  const shares: Record<string, number> = {};
  fractions.forEach(({ name }, i) => {
    shares[name] = (shares[name] ?? 0) + (100 * (masses[i] as number)) / whole;
  });
  const sumPct = Object.values(shares).reduce((a, b) => a + b, 0);
  const outside = Object.entries(shares).flatMap(([name, share]) => {
    const usual = input.usualPct?.[name];
    return usual && (share < usual[0] || share > usual[1]) ? [name] : [];
  });
  return ok({ shares, sumPct, doubtful: [...outside, ...(Math.abs(sumPct - 100) > SUM_WITHIN_PCT ? ["sum"] : [])] });
}
