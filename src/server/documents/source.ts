import type { IssuedPlan } from "@/core/sheets/issued-plan";
import type { UnitSet } from "@/core/units/units";

/** What documents are made from: an issued version, and how numbers are written. */
export interface DocumentSource {
  planId: string;
  number: number;
  issuedAt: string;
  season: number;
  issued: IssuedPlan;
  unitSet: UnitSet;
  decimal: "point" | "comma";
}
