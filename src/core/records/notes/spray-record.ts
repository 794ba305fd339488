/** Treatments that were done, as a table for who inspects them. */

import type { IsoDate } from "../../dates";
import type { RecordField } from "../describe";
import { WIND_FROM } from "./spray-application-words";

export interface SprayRecord {
  id: string;
  day: IsoDate;
  from: string;
  to: string;
  grower: string;
  farm: string;
  field: string;
  season: number;
  crop: string;
  target: string;
  product: string;
  active: string;
  group: string;
  permit: string;
  ratePerHa: number;
  unit: "L" | "kg";
  treatedHa: number;
  amount: number;
  /** null for what is spread dry */
  waterLPerHa: number | null;
  windMs: number | null;
  windFrom: string | null;
  tempC: number | null;
  operator: string;
  equipment: string;
  batch: string;
  harvestWaitDays: number | null;
  reEntryHours: number | null;
  signedBy: string;
  licenceNo: string;
  loggedBy: string;
  note: string;
}

/** The columns of the table file, in the order in which inspectors usually ask. */
export const SPRAY_RECORD_FIELDS: RecordField[] = [
  { key: "day", label: "Date", input: "date" },
  { key: "from", label: "From", input: "text" },
  { key: "to", label: "To", input: "text" },
  { key: "grower", label: "Grower", input: "text" },
  { key: "farm", label: "Farm", input: "text" },
  { key: "field", label: "Field", input: "text" },
  { key: "treatedHa", label: "Area treated", input: "number", dimension: "area" },
  { key: "crop", label: "Crop", input: "text" },
  { key: "season", label: "Harvest", input: "number", dimension: "count" },
  { key: "target", label: "Against", input: "text" },
  { key: "product", label: "Product", input: "text" },
  { key: "active", label: "Active ingredient", input: "text" },
  { key: "group", label: "Mode-of-action group", also: ["group of action"], input: "text" },
  { key: "permit", label: "Permit", input: "text" },
  // of product, by the hectare as labels have it
  { key: "ratePerHa", label: "Rate per hectare", input: "number", dimension: "count" },
  { key: "amount", label: "Amount in all", input: "number", dimension: "count" },
  { key: "unit", label: "Unit of the product", input: "text" },
  { key: "waterLPerHa", label: "Water", input: "number", dimension: "volumePerArea" },
  { key: "windMs", label: "Wind", input: "number", dimension: "wind" },
  {
    key: "windFrom",
    label: "Wind from",
    input: "choice",
    options: WIND_FROM.map((value) => ({ value, label: value })),
  },
  { key: "tempC", label: "Temperature", input: "number", dimension: "temperature" },
  { key: "operator", label: "Operator", input: "text" },
  { key: "equipment", label: "Equipment", input: "text" },
  { key: "batch", label: "Batch", input: "text" },
  {
    key: "harvestWaitDays",
    label: "Harvest interval, days",
    also: ["wait to harvest, days"],
    input: "number",
    dimension: "count",
  },
  { key: "reEntryHours", label: "Re-entry after, hours", input: "number", dimension: "count" },
  { key: "signedBy", label: "Adviser", input: "text" },
  { key: "licenceNo", label: "Licence", input: "text" },
  { key: "loggedBy", label: "Logged by", input: "text" },
  { key: "note", label: "Note", input: "text" },
];
