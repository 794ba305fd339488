import type { SheetId } from "../../sheet-ids";

/** Sheet 9: what the plan costs and brings; minor money units. */
export interface MoneyPart {
  /** what will cost and is not planned yet */
  notPlanned: string[];
  costBySheet: Partial<Record<SheetId, number>>;
  costPerHa: number;
  /** schemes and subsidies */
  paymentPerHa: number;
  outputPerHa: number | null;
  marginPerHa: number | null;
  /** at the expected yield, the middle of the seasons, and in one season in five; null where no season was rehearsed */
  marginExpectedPerHa: number | null;
  marginBadPerHa: number | null;
  pricePerT: number | null;
  breakEvenTPerHa: number | null;
  breakEvenPricePerT: number | null;
}
