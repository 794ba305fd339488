import { unpricedWork } from "../../money/field-work";
import { listedPrice } from "../../plan/listed-price";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { joinNames, round } from "../words";

/** A price so many times off the list's is doubted. */
const FAR_OFF = 5;

export function checkMoney({ plan, facts, add }: Check): void {
  const { money } = plan;
  add(
    "hint",
    "money.notPlanned",
    `Not in the cost: ${joinNames(money.notPlanned)}.`,
    "They are not planned yet, and are not nothing: enter them as other costs, or take the margin for so much less.",
  );
  const unpriced = unpricedWork(facts.prices, plan.operations, facts.field.contractor);
  if (unpriced.length > 0)
    add(
      "advise",
      "money.unpriced",
      `No price for ${joinNames(unpriced)}.`,
      "They are not in the cost, and are not nothing: enter them in Settings.",
    );
  const { guide, product } = plan.crop;
  const years = guide.productiveYears;
  const stand = money.costBySheet.seed ?? 0;
  if (years > 1 && stand > 0 && plan.seed.by !== "standing")
    add(
      "hint",
      "money.years",
      `The stand is for ${years} years; this year bears all of the ${round(stand / 100)} ${facts.prices.currency}/ha of planting it.`,
      `Spread over ${years} years it is ${round(stand / years / 100)} a year: judge the planting by its years together. The later years bring the yield without that cost.`,
    );
  if (money.pricePerT === null) {
    add(
      "advise",
      "money.noPrice",
      "No price for this crop.",
      "Margin and break-even yield need one: enter it on the Money sheet or in Settings.",
    );
    return;
  }
  const listed = listedPrice(facts.prices, guide, product);
  if (listed && money.pricePerT > 0 && (money.pricePerT > listed * FAR_OFF || money.pricePerT < listed / FAR_OFF))
    add(
      "advise",
      "money.powerOfTen",
      `The price of ${round(money.pricePerT / 100, 2)} is ${money.pricePerT > listed ? "over five times" : "under a fifth of"} the list's ${round(listed / 100, 2)}.`,
      "A slip by a power of ten, or another unit?",
      [{ label: "Take the list's price", changes: [change("money/pricePerT", undefined)] }],
    );
  if (money.marginExpectedPerHa !== null && money.marginExpectedPerHa < 0 && (money.marginPerHa ?? 0) >= 0)
    add(
      "advise",
      "money.lossExpected",
      `At the ${round(plan.site.expectedTPerHa, 1)} t/ha to expect the plan loses ${round(-money.marginExpectedPerHa / 100)} ${facts.prices.currency}/ha.`,
      `It breaks even at ${round(money.breakEvenTPerHa ?? 0, 1)} t/ha.`,
    );
  if (money.marginPerHa !== null && money.marginPerHa < 0)
    add(
      "advise",
      "money.loss",
      `The plan loses ${round(-money.marginPerHa / 100)} ${facts.prices.currency}/ha at the target.`,
      `It breaks even at ${round(money.breakEvenTPerHa ?? 0, 1)} t/ha.`,
    );
}
