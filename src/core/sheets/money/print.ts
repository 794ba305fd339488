import { SHEETS } from "../../sheet-ids";
import type { Print } from "../sheet";

/** What the booklet prints of this sheet: cost, output and margin. */
export const moneyPrint: Print = {
  figures: () => [
    "yield.expect",
    "yield.bad",
    "money.cost",
    "money.output",
    "money.margin",
    "money.marginExpected",
    "money.marginBad",
    "money.marginHarvested",
    "money.breakEvenYield",
    "money.breakEvenPrice",
    ...SHEETS.map((sheet) => `money.${sheet}` as const),
  ],
};
