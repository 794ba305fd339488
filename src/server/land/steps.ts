/** How far a practice has come: how many records of each kind it has, prices, plans, and what comes next. */

import type { KindId } from "@/core/records/describe";
import { KIND_IDS } from "@/core/records/describe";
import type { PracticeSteps } from "../contracts";
import { REGISTERS } from "../records/registers";
import { type Client, row, type Scope } from "../storage/db";

export async function practiceSteps(client: Client, scope: Scope): Promise<PracticeSteps> {
  const counts = Object.fromEntries(
    await Promise.all(
      KIND_IDS.map(async (id): Promise<[KindId, number]> => {
        const found = await row<{ n: number }>(
          client,
          `select count(*)::int as n from ${REGISTERS[id].table.table} where practice_id = $1 and retired_at is null`,
          [scope.practiceId],
        );
        return [id, found?.n ?? 0];
      }),
    ),
  ) as Record<KindId, number>;
  const rest = await row<{ plans: number; issued: number; priced: boolean; field: string | null }>(
    client,
    `select (select count(*)::int from plan where practice_id = $1 and chosen) as plans,
       (select count(distinct plan_id)::int from plan_version where practice_id = $1) as issued,
       (select prices -> 'cropPerT' <> '{}' from practice where id = $1) as priced,
       (select id from field where practice_id = $1 and retired_at is null order by changed_at desc limit 1) as field`,
    [scope.practiceId],
  );
  return {
    counts,
    plans: rest?.plans ?? 0,
    issued: rest?.issued ?? 0,
    priced: rest?.priced ?? false,
    field: rest?.field ?? null,
  };
}
