import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

interface MonthOfKeeping {
  month: number;
  /** of what was stored [%] */
  keptPct: number;
  /** price that then pays as much as selling at harvest, in the money that went in */
  neededPricePerT: number;
  /** typed for this month; null where nobody did */
  pricePerT: number | null;
  /** what keeping until then brings for each tonne stored; null without a price */
  gainPerT: number | null;
}

/**
 * Sell now or store, month by month: mass falls by so much a month, money that is not there costs interest (simple, by the month), the store
 * costs so much for each tonne stored and month. Errors name the field.
 *
 * Example: 200.00 now, 1 % a month lost, 2.00 a month, 6 % a year: after 5 months 95.1 % are left; (200 x 1.025 + 10) / 0.951 = 226.08 pays.
 */
export function keepOrSell(input: {
  pricePerT: number;
  lossPctPerMonth: number;
  costPerTMonth: number;
  interestPctPerYear: number;
  months: number;
  pricesByMonth?: Partial<Record<string, number>> | undefined;
}): Result<{ months: MonthOfKeeping[]; bestMonth: number }> {
  const errors: FieldError[] = [];
  const price = readNumber(errors, "pricePerT", input?.pricePerT, { min: 0 });
  const loss = readNumber(errors, "lossPctPerMonth", input?.lossPctPerMonth, { min: 0, max: 50, unit: "%" });
  const cost = readNumber(errors, "costPerTMonth", input?.costPerTMonth, { min: 0 });
  const interest = readNumber(errors, "interestPctPerYear", input?.interestPctPerYear, { min: 0, max: 200, unit: "%" });
  const last = readNumber(errors, "months", input?.months, { min: 1, max: 48, integer: true });
  const prices = input?.pricesByMonth ?? {};
  for (const [month, value] of Object.entries(prices)) readNumber(errors, `pricesByMonth.${month}`, value, { min: 0 });
  if (errors.length > 0) return failed(errors);
  const months = Array.from({ length: last }, (_, i): MonthOfKeeping => {
    const month = i + 1;
    const kept = (1 - loss / 100) ** month;
    const spent = price * (1 + (interest / 100) * (month / 12)) + cost * month;
    const then = prices[String(month)] ?? null;
    return {
      month,
      keptPct: 100 * kept,
      neededPricePerT: spent / kept,
      pricePerT: then,
      gainPerT: then === null ? null : then * kept - spent,
    };
  });
  const best = months.reduce<MonthOfKeeping | null>((a, m) => ((m.gainPerT ?? 0) > (a?.gainPerT ?? 0) ? m : a), null);
  return ok({ months, bestMonth: best?.month ?? 0 });
}
