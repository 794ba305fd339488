import type { UnitSet } from "@/core/units/units";
import { type Words, wordsFor } from "@/core/units/words";
import type { IssuedPlan } from "@/core/views/issued-plan";

/** What documents are made from: an issued version, and how numbers are written. */
export interface DocumentSource {
  planId: string;
  number: number;
  issuedAt: string;
  season: number;
  issued: IssuedPlan;
  unitSet: UnitSet;
  decimal: "point" | "comma";
  /** jobs that were logged since it was issued, by their ids: what they took need not be bought again */
  logged?: string[];
}

/** How papers for a grower write numbers: in the grower's units where one chose some, else in the practice's. */
export function wordsOf({ issued, unitSet, decimal }: Omit<DocumentSource, "planId">): Words {
  return wordsFor({
    unitSet: (issued.grower.unitSet as UnitSet | null) ?? unitSet,
    decimal,
    currency: issued.practice.currency,
    bushelCrop: issued.bushelCrop ?? undefined,
  });
}
