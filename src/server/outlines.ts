/**
 * Outlines of all plans, drafted once and kept with a key of everything that they follow from. What is stale is drafted
 * again, a limited time per request, so that a page with hundreds of fields never waits for all of them.
 */

import fs from "node:fs";
import type { IsoDate } from "@/core/dates";
import { decisionsSchema, upgradeDecisions } from "@/core/sheets/decisions-schema";
import { draftPlan } from "@/core/sheets/draft-plan";
import { OUTLINE_VERSION, outlinePlan, packSeason, type WeekOperation } from "@/core/sheets/outline";
import type { Access } from "./access";
import type { OutlineBasis } from "./contracts";
import { type Client, rows } from "./db";
import { guideOf } from "./guides";
import { loadPlanFacts } from "./plan-facts";

/** Time given to drafting within one request [ms], and plans drafted between looks at the clock. */
const BUDGET_MS = 150;
const BATCH = 15;

export interface OutlinePlan {
  id: string;
  fieldId: string;
  season: number;
  revision: number;
  /** last issued version */
  version: number | null;
  logged: number;
}

interface Line extends OutlinePlan {
  key: string;
  keptKey: string | null;
}

let build: string | undefined;
/** The build that runs: outlines of another one are drafted again. */
function buildId(): string {
  build ??= fs.existsSync(".next/BUILD_ID") ? fs.readFileSync(".next/BUILD_ID", "utf8").trim() : "dev";
  return build;
}

const LINES = `
  select p.id, p.field_id as "fieldId", p.season, p.revision, v.number as version, coalesce(l.n, 0)::int as logged, o.key as "keptKey",
    concat_ws('.', $2::text, case when $3 = 'draft' then p.revision else v.number end, cf.n, cp.n, l.n, extract(epoch from l.at), s.n, extract(epoch from s.at), m.n, extract(epoch from m.at)) as key
  from plan p
  left join lateral (select number from plan_version v where v.practice_id = p.practice_id and v.plan_id = p.id order by number desc limit 1) v on true
  left join plan_outline o on o.practice_id = p.practice_id and o.plan_id = p.id and o.basis = $3
  left join facts_clock cf on cf.practice_id = p.practice_id and cf.field_id = p.field_id
  left join facts_clock cp on cp.practice_id = p.practice_id and cp.field_id = '00000000-0000-0000-0000-000000000000'
  left join (select practice_id, plan_id, count(*) filter (where withdrawn_at is null) as n, max(greatest(at, withdrawn_at)) as at from log_entry where practice_id = $1 group by 1, 2) l
    on l.practice_id = p.practice_id and l.plan_id = p.id
  left join (select practice_id, plan_id, count(*) filter (where withdrawn_at is null) as n, max(greatest(at, withdrawn_at)) as at from stage_observation where practice_id = $1 group by 1, 2) s
    on s.practice_id = p.practice_id and s.plan_id = p.id
  left join (select practice_id, plan_id, version, count(*) as n, max(at) as at from moved_operation where practice_id = $1 group by 1, 2, 3) m
    on $3 = 'issued' and m.practice_id = p.practice_id and m.plan_id = p.id and m.version = v.number
  where p.practice_id = $1 and ($3 = 'draft' or v.number is not null)
  order by p.id`;

/** Drafts stale outlines within the time budget; gives every plan with whether its outline is of today. */
export async function refreshOutlines(
  client: Client,
  access: Access,
  basis: OutlineBasis,
): Promise<{ fresh: OutlinePlan[]; stale: OutlinePlan[] }> {
  const lines = await rows<Line>(client, LINES, [
    access.practiceId,
    `${OUTLINE_VERSION}.${buildId()}.${access.today}`,
    basis,
  ]);
  const fresh = lines.filter((l) => l.key === l.keptKey);
  let stale = lines.filter((l) => l.key !== l.keptKey);
  const until = performance.now() + BUDGET_MS;
  while (stale.length > 0 && performance.now() < until) {
    const batch = stale.slice(0, BATCH);
    stale = stale.slice(BATCH);
    await draftOutlines(client, access, basis, batch);
    fresh.push(...batch);
  }
  return { fresh, stale };
}

async function draftOutlines(client: Client, access: Access, basis: OutlineBasis, lines: Line[]): Promise<void> {
  const ids = lines.map((l) => l.id);
  const decided = await rows<{ id: string; decisions: unknown; moved: Record<string, IsoDate> | null }>(
    client,
    basis === "draft"
      ? `select p.id, p.decisions, null as moved from plan p where p.practice_id = $1 and p.id = any($2::uuid[])`
      : `select v.plan_id as id, v.decisions,
           (select jsonb_object_agg(m.operation_id, m.moved_to) from moved_operation m where m.practice_id = v.practice_id and m.plan_id = v.plan_id and m.version = v.number) as moved
         from plan_version v where v.practice_id = $1 and v.plan_id = any($2::uuid[])
           and v.number = (select max(number) from plan_version w where w.practice_id = v.practice_id and w.plan_id = v.plan_id)`,
    [access.practiceId, ids],
  );
  const facts = await loadPlanFacts(client, access, lines);
  const made: { plan_id: string; key: string; season: string; shape: string; week: WeekOperation[] }[] = [];
  for (const { id, decisions: stored, moved } of decided) {
    const line = lines.find((l) => l.id === id);
    const own = facts.get(id);
    if (!line || !own) continue;
    let decisions = upgradeDecisions(stored);
    if (moved)
      decisions = decisionsSchema.parse({
        ...decisions,
        dates: {
          ...decisions.dates,
          ...Object.fromEntries(Object.entries(moved).map(([op, date]) => [op, { date, held: false }])),
        },
      });
    const guide = guideOf(decisions.crop.guideId);
    const drafted = guide && draftPlan(own, decisions, line.season, guide);
    if (!drafted?.ok) continue;
    const { season, week } = outlinePlan(drafted.value, own);
    const packed = packSeason(season);
    made.push({
      plan_id: id,
      key: line.key,
      season: JSON.stringify(packed.season),
      shape: JSON.stringify(packed.shape),
      week,
    });
  }
  await client.query(
    `insert into plan_outline (practice_id, plan_id, basis, key, season, shape, week)
     select $1, o.plan_id, $2, o.key, o.season, o.shape, o.week from jsonb_to_recordset($3::jsonb) as o (plan_id uuid, key text, season text, shape text, week jsonb)
     on conflict (practice_id, plan_id, basis) do update set key = excluded.key, season = excluded.season, shape = excluded.shape, week = excluded.week`,
    [access.practiceId, basis, JSON.stringify(made)],
  );
}

/** Counts for a page that waits for the rest. */
export async function outlineProgress(
  client: Client,
  access: Access,
  basis: OutlineBasis,
): Promise<{ done: number; of: number }> {
  const { fresh, stale } = await refreshOutlines(client, access, basis);
  return { done: fresh.length, of: fresh.length + stale.length };
}
