import { change } from "../decisions";
import type { Check } from "../sheet";
import { round } from "../words";

/** A price so many times off the list's is doubted. */
const FAR_OFF = 5;

export function checkMoney({ plan, facts, add }: Check): void {
  const { money } = plan;
  const { guide, product } = plan.crop;
  if (money.pricePerT === null) {
    add(
      "advise",
      "money.noPrice",
      "No price for this crop.",
      "Margin and break-even yield need one: enter it on the Money sheet or in Settings.",
    );
    return;
  }
  const listed = facts.prices.cropPerT[`${guide.id}.${product.id}`];
  if (listed && money.pricePerT > 0 && (money.pricePerT > listed * FAR_OFF || money.pricePerT < listed / FAR_OFF))
    add(
      "advise",
      "money.powerOfTen",
      `The price of ${round(money.pricePerT / 100, 2)} is ${money.pricePerT > listed ? "over five times" : "under a fifth of"} the list's ${round(listed / 100, 2)}.`,
      "A slip by a power of ten, or another unit?",
      [{ label: "Take the list's price", changes: [change("money/pricePerT", undefined)] }],
    );
  if (money.marginPerHa !== null && money.marginPerHa < 0)
    add(
      "advise",
      "money.loss",
      `The plan loses ${round(-money.marginPerHa / 100)} ${facts.prices.currency}/ha at the target.`,
      `It breaks even at ${round(money.breakEvenTPerHa ?? 0, 1)} t/ha.`,
    );
}
