import { BAD_SEASON, type Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const moneyFace: Face = {
  id: "money",
  fallsBack: { crop: ["money"], product: ["money/pricePerT"] },
  present: {
    result: ({ money }, words) =>
      `${words.money(money.costPerHa)} cost${money.marginExpectedPerHa === null ? "" : `, ${words.money(money.marginExpectedPerHa)} margin`} ${words.currency}`,
    ledger: ({ rehearsal, money }) => [
      { label: "Cost", figures: [{ id: "money.cost", decimals: 0 }] },
      { label: "Break-even yield", figures: [{ id: "money.breakEvenYield" }] },
      {
        label: "Margin",
        figures: [{ id: "money.marginExpected", decimals: 0 }],
        ...(rehearsal.rehearsed && money.marginBadPerHa !== null
          ? { under: { words: BAD_SEASON, id: "money.marginBad", decimals: 0 } }
          : {}),
      },
    ],
  },
};
