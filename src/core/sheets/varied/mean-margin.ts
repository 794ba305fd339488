import type { Plan } from "../plan";

/**
 * The margin in the mean of a plan's seasons [minor/ha]: that at the expected yield, moved by what the mean yields more or less than the
 * middle. Null where the crop has no price.
 */
export function meanMargin({ money, rehearsal }: Plan): number | null {
  const { marginExpectedPerHa, pricePerT } = money;
  if (marginExpectedPerHa === null) return null;
  const mean = rehearsal.rehearsed?.meanTPerHa ?? rehearsal.expectedTPerHa;
  return marginExpectedPerHa + (mean - rehearsal.expectedTPerHa) * (pricePerT ?? 0);
}
