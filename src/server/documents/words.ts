import { formatDay } from "@/core/dates";
import type { Words } from "@/core/sheets/sheet";
import { formatNumber, formatQuantity } from "@/core/units/format-quantity";
import type { UnitSet } from "@/core/units/units";

/** How sentences of a document write numbers: in the practice's units and with its decimal mark. */
export function documentWords(practice: { unitSet: UnitSet; decimalMark: "point" | "comma"; currency: string }): Words {
  const { unitSet, decimalMark: decimal, currency } = practice;
  const number = (value: number, decimals?: number) =>
    formatNumber(value, { decimal, ...(decimals === undefined ? {} : { decimals }) });
  return {
    number,
    quantity: (si, dimension, decimals) => {
      const shown = formatQuantity(si, dimension, {
        unitSet,
        decimal,
        ...(decimals === undefined ? {} : { decimals }),
      });
      return shown.ok ? shown.value.text : "";
    },
    money: (minor) => number(minor / 100, 0),
    date: (date) => formatDay(date),
    currency,
  };
}
