import type { Sheet } from "../sheet";
import { costedMoney } from "./draft";

/** Sheet 9: cost, output and margin. */
export const money: Sheet = {
  id: "money",
  fallsBack: { crop: ["money"] },
  costed: costedMoney,
  present: {
    result: ({ money }, words) =>
      `${words.money(money.costPerHa)} cost${money.marginPerHa === null ? "" : `, ${words.money(money.marginPerHa)} margin`} ${words.currency}`,
    ledger: () => [
      { label: "Cost", figures: [{ id: "money.cost", decimals: 0 }] },
      { label: "Break-even yield", figures: [{ id: "money.breakEvenYield" }] },
      {
        label: "Margin",
        figures: [
          { id: "money.margin", decimals: 0 },
          { id: "money.marginExpected", decimals: 0 },
        ],
        of: "at target, at the yield to expect",
      },
    ],
  },
};
