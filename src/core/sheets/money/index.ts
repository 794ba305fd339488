import type { Sheet } from "../sheet";
import { costedMoney } from "./draft";
import { moneyFace } from "./face";

/** Sheet 9: cost, output and margin. */
export const money: Sheet = {
  ...moneyFace,
  costed: costedMoney,
};
