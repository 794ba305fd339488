import type { Haulage } from "../../harvest/haulage";

/** Sheet 7: how the crop is cut or lifted. */
export interface HarvestPart {
  methodId: string;
  methodName: string;
  lossPct: number;
  /** what it is grown for */
  endUse: string;
  /** moisture at cutting [%]; null where the crop is not dried */
  cutPct: number | null;
  /** at which this use keeps [%]; null where the crop is not dried */
  safePct: number | null;
  /** points of moisture that are to be dried off; 0 where the crop is not dried */
  pointsToDry: number;
  /** what came off, at the product's standard moisture where every load has one; null before the first load */
  yieldTPerHa: number | null;
  /** straw that leaves the field, as baled; null where it stays */
  straw: { tPerHa: number; balesPerHa: number; worthPerHa: number } | null;
  /** what comes off besides, as much as is usual, and what it fetches of a hectare [minor units] */
  byProducts: { id: string; name: string; tPerHa: number; worthPerHa: number }[];
  /** what of these is sold, straw among them [minor units/ha] */
  besides: { name: string; worthPerHa: number }[];
  /** carting to store or buyer, where the way is known */
  carting: Haulage | null;
  /** days later than the guide's date, since it is cut drier; earlier under 0 */
  shiftDays: number;
}
