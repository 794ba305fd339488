/** What loads say that came off fields. */

import type { PlanFacts } from "@/core/plan/facts";
import { type Client, rows, type Scope } from "../storage/db";

export interface HarvestedLine {
  fieldId: string;
  season: number;
  crop: string;
  loads: number;
  massT: number;
  /** null where a load has no moisture */
  dryT: number | null;
  lastOn: string;
}

/** Loads off fields, in sum by field, season and crop. */
export const loadHarvested = (
  client: Client,
  { practiceId }: Pick<Scope, "practiceId">,
  fieldIds: string[],
): Promise<HarvestedLine[]> =>
  rows<HarvestedLine>(
    client,
    `select field_id as "fieldId", season, crop, count(*)::int as loads, sum(mass_t)::float8 as "massT", max(moved_on)::text as "lastOn",
       case when bool_and(moisture_pct is not null) then sum(mass_t * (100 - moisture_pct) / 100)::float8 end as "dryT"
     from produce_load where practice_id = $1 and field_id = any($2::uuid[]) and retired_at is null group by 1, 2, 3`,
    [practiceId, fieldIds],
  );

/** What of them a plan's facts hold; nothing where nothing came off yet. */
export function harvestedOn(
  lines: readonly HarvestedLine[],
  { fieldId, season }: { fieldId: string; season: number },
): Pick<PlanFacts, "harvested"> {
  const own = lines.filter((l) => l.fieldId === fieldId && l.season === season);
  return own.length === 0 ? {} : { harvested: own.map(({ fieldId: _f, season: _s, ...line }) => line) };
}
