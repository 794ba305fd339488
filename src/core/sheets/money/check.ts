import { unpricedWork } from "../../money/field-work";
import { listedPrice } from "../../plan/listed-price";
import { cash, q } from "../../units/told";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { joinNames } from "../words";

/** A price so many times off the list's is doubted. */
const FAR_OFF = 5;

export function checkMoney({ plan, facts, add }: Check): void {
  const { money } = plan;
  add(
    "hint",
    "money.notPlanned",
    `Not costed: ${joinNames(money.notPlanned)}.`,
    "Enter them under Other costs; until then the margin is too high by that amount.",
  );
  const unpriced = unpricedWork(facts.prices, plan.operations, facts.field.contractor);
  if (unpriced.length > 0)
    add(
      "advise",
      "money.unpriced",
      `No price for ${joinNames(unpriced)}.`,
      "They are not in the cost. Enter the prices under Settings.",
    );
  const { guide } = plan.crop;
  const years = guide.productiveYears;
  const stand = money.costBySheet.seed ?? 0;
  if (years > 1 && stand > 0 && plan.seed.by !== "standing")
    add(
      "hint",
      "money.years",
      `The stand lasts ${years} years; this year carries the whole planting cost of ${cash(stand, "money/ha")}.`,
      `Spread over ${years} years it is ${cash(stand / years, "money/ha")} a year. Judge the stand over all of its years: later years yield without that cost.`,
    );
  if (money.pricePerT === null) {
    add(
      "advise",
      "money.noPrice",
      "No price for this crop.",
      "Margin and break-even yield need one. Enter it on the Money sheet or under Settings.",
    );
    return;
  }
  const listed = listedPrice(facts.prices, plan.crop);
  if (listed && money.pricePerT > 0 && (money.pricePerT > listed * FAR_OFF || money.pricePerT < listed / FAR_OFF))
    add(
      "advise",
      "money.powerOfTen",
      `The price of ${q(money.pricePerT / 100, "money/t", 2)} is ${money.pricePerT > listed ? `more than ${FAR_OFF} times` : "less than a fifth of"} the listed ${q(listed / 100, "money/t", 2)}.`,
      "Check the decimal point and the unit.",
      [{ label: "Use the listed price", changes: [change("money/pricePerT", undefined)] }],
    );
  if (money.marginExpectedPerHa !== null && money.marginExpectedPerHa < 0)
    add(
      "advise",
      "money.lossExpected",
      `At the expected yield (${q(plan.rehearsal.expectedTPerHa, "t/ha", 1)}) the plan loses ${cash(-money.marginExpectedPerHa, "money/ha")}.`,
      `Break-even is ${q(money.breakEvenTPerHa ?? 0, "t/ha", 1)}. Cut a cost, find a better price, or choose another crop.`,
    );
  // what is expected is said first, and alone
  else if (money.marginPerHa !== null && money.marginPerHa < 0)
    add(
      "advise",
      "money.loss",
      `At the target yield the plan loses ${cash(-money.marginPerHa, "money/ha")}.`,
      `Break-even is ${q(money.breakEvenTPerHa ?? 0, "t/ha", 1)}. Cut a cost, find a better price, or choose another crop.`,
    );
}
