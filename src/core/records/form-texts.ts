/** What stands in a form, how it was written, and what is wrong with it. */

import type { LevelUnit } from "../soil/level-units";
import type { UnitSet } from "../units/units";

/** The unit that a scheme has a nutrient in; undefined where it has none. */
export type SchemeUnit = (scheme: string, nutrient: string) => LevelUnit | undefined;

/** How somebody writes: units where none are typed, the decimal mark, and the day that "in 3 weeks" is seen from. */
export interface Writing {
  unitSet: UnitSet;
  decimal: "point" | "comma";
  today: string;
  /** units of columns whose heading says them, by the path of the field */
  unitOf?: Record<string, string>;
  /** units of soil levels, and the density of soils whose record says none [g/cm3] */
  schemeUnit?: SchemeUnit;
  bulkDensity?: number | null;
}
/** What stands in the form, by key: text, or texts by key (amounts), or lines of texts. */
export type Typed = Record<string, unknown>;
/** What is wrong, by the path of its field: "areaHa", "contents.n", "months.3.rainMm". */
export type Problems = Record<string, string>;
export type Reading<T> = { ok: true; value: T } | { ok: false; message: string };
