import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const moneyFace: Face = {
  id: "money",
  fallsBack: { crop: ["money"], product: ["money/pricePerT"] },
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
        of: "at target, at the expected yield",
      },
    ],
  },
};
