/** What was spread already: by the log, with what was planned of it then. */

import type { FertiliserDose } from "../../feed/dose-fertilisers";
import { amountsIn } from "../../nutrients";
import type { LoggedOperation, PlanFacts } from "../../plan/facts";

/** A logged dressing, product by product; null where nobody knows how much it was. */
export function givenDoses(
  { log, fertilisers }: Pick<PlanFacts, "log" | "fertilisers">,
  at: string,
  base: boolean,
): FertiliserDose[] | null {
  const entry = log.find((l) => l.operationId === at);
  const planned = (entry?.planned ?? []).flatMap(({ id, perHa }) => {
    const product = fertilisers.find((f) => f.id === id);
    return product ? [{ product, perHa }] : [];
  });
  if (!entry || planned.length === 0) return null;
  return planned.map(({ product, perHa }): FertiliserDose => {
    // a rate that was written down is of one product
    const kgPerHa = planned.length === 1 ? (entry.quantityPerHa ?? perHa) : perHa;
    return {
      id: product.id,
      at,
      base,
      by: mainOf(product.contents),
      kgPerHa,
      brings: amountsIn(product.contents, kgPerHa),
    };
  });
}

/** The nutrient that a product holds most of. */
const mainOf = (contents: PlanFacts["fertilisers"][number]["contents"]): FertiliserDose["by"] =>
  (Object.entries(contents) as [FertiliserDose["by"], number][]).reduce((a, b) => (b[1] > a[1] ? b : a))[0];

/** Whether an operation is in the log. */
export const isLogged = (log: readonly Pick<LoggedOperation, "operationId">[], at: string): boolean =>
  log.some((l) => l.operationId === at);
