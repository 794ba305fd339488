/** How numbers, quantities and dates are written for somebody: the same for screen and paper, card and calendar. */

import { formatDay } from "../dates";
import { formatNumber, formatQuantity } from "./format-quantity";
import type { MeasureId } from "./measure-ids";
import { writeMeasure } from "./measures";
import { printedUnit } from "./printed-units";
import { withQuantities } from "./told";
import { type BushelCrop, type Dimension, MONEY, type UnitSet } from "./units";

/** What somebody chose: the unit set, the decimal mark, the currency, and the trade bushel of the crop at hand. */
export interface UnitChoice {
  unitSet: UnitSet;
  decimal: "point" | "comma";
  currency: string;
  bushelCrop?: BushelCrop | undefined;
}

export interface Words {
  number: (value: number, decimals?: number) => string;
  /** a value in the internal unit of its dimension, as number and unit apart */
  split: (si: number, dimension: Dimension, decimals?: number) => { number: string; unit: string };
  /** the same in one: "25 kg/ha" */
  quantity: (si: number, dimension: Dimension, decimals?: number) => string;
  /** a figure's value, kept in the unit of this id: number and unit apart */
  measure: (value: number, unit: MeasureId, decimals?: number) => { number: string; unit: string };
  /** the same for what is read and never typed: in units that a value was turned into, two figures are enough */
  spoken: Pick<Words, "quantity" | "measure">;
  /** how far apart two values of a figure are as they are shown, with its sign: 3.3 against 3.2 is "+0.1" */
  measureChange: (
    before: number,
    after: number,
    unit: MeasureId,
    decimals?: number,
  ) => { number: string; unit: string };
  /** minor money units as an amount, without the currency */
  money: (minor: number, decimals?: number) => string;
  /** minor money units a hectare, by the reader's own area: "120 cr/ac" */
  moneyPerArea: (minorPerHa: number, decimals?: number) => string;
  date: (date: string) => string;
  /** a sentence with its quantities in these units */
  tell: (text: string) => string;
  currency: string;
  unitSet: UnitSet;
}

/** The words of a practice, as its settings are kept. */
export const practiceWords = (
  { unitSet, decimalMark, currency }: { unitSet: UnitSet; decimalMark: "point" | "comma"; currency: string },
  bushelCrop?: BushelCrop,
): Words => wordsFor({ unitSet, decimal: decimalMark, currency, bushelCrop });

/** Number and unit in one; per cent and signs of degrees stand close. */
export const joined = ({ number, unit }: { number: string; unit: string }): string =>
  unit ? `${number} ${unit}` : number;

/**
 * The words of a choice of units.
 *
 * Example: wordsFor({ unitSet: "usCustomary", decimal: "point", currency: "cr" }).quantity(25, "waterDepth") is "0.984 in".
 */
export function wordsFor({ unitSet, decimal, currency, bushelCrop }: UnitChoice): Words {
  const options = (decimals: number | undefined) => ({
    unitSet,
    decimal,
    bushelCrop,
    ...(decimals === undefined ? {} : { decimals }),
  });
  const number = (value: number, decimals?: number) => formatNumber(value, { decimals, decimal });
  const split: Words["split"] = (si, dimension, decimals) => {
    const shown = formatQuantity(si, dimension, options(decimals));
    return shown.ok
      ? { number: shown.value.number, unit: printedUnit(shown.value.unit).replace(MONEY, currency) }
      : { number: "?", unit: "" };
  };
  const quantity: Words["quantity"] = (si, dimension, decimals) => joined(split(si, dimension, decimals));
  const measure: Words["measure"] = (value, unit, decimals) =>
    writeMeasure(value, unit, { ...options(decimals), currency });
  const asSaid = { ...options(undefined), spoken: true };
  // as it was kept where the reader's unit is the one that it was kept in, else to two figures
  const told = (value: number, unit: MeasureId, decimals?: number) => {
    const figures = Math.abs(value) >= 10 ? Math.round(value) : Number(value.toPrecision(2));
    const kept = measure(decimals === undefined ? figures : Number(value.toFixed(decimals)), unit);
    const own = writeMeasure(value, unit, { unitSet: "metric", currency }).unit;
    return kept.unit === own ? kept : writeMeasure(value, unit, { ...asSaid, currency });
  };
  return {
    number,
    split,
    quantity,
    measure,
    spoken: {
      quantity: (si, dimension) => {
        const shown = formatQuantity(si, dimension, asSaid);
        return shown.ok
          ? joined({ number: shown.value.number, unit: printedUnit(shown.value.unit).replace(MONEY, currency) })
          : "?";
      },
      measure: (value, unit) => writeMeasure(value, unit, { ...asSaid, currency }),
    },
    measureChange: (before, after, unit, decimals) => {
      const plainly = { ...options(decimals), decimal: "point" as const, currency };
      const [a, b] = [before, after].map((value) => writeMeasure(value, unit, plainly).number.replaceAll("\u202f", ""));
      const shown = Math.max(...[a, b].map((text = "") => text.split(".")[1]?.length ?? 0));
      const change = Number(b) - Number(a);
      return {
        number: `${change < 0 ? "−" : "+"}${number(Math.abs(change), shown)}`,
        unit: writeMeasure(after, unit, plainly).unit,
      };
    },
    money: (minor, decimals = 0) => number(minor / 100, decimals),
    moneyPerArea: (minor, decimals = 0) => quantity(minor / 100, "moneyPerArea", decimals),
    date: (date) => formatDay(date),
    tell: (text) =>
      withQuantities(text, ({ values, unit, decimals }) => {
        const [first, last = first] = values.map((value) => told(value, unit, decimals));
        if (!first || !last) return "";
        return first.number === last.number
          ? joined(first)
          : joined({ number: `${first.number} to ${last.number}`, unit: last.unit });
      }),
    currency,
    unitSet,
  };
}
