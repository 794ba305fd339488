/**
 * Outlines of all plans, kept with a key of everything that they follow from and the days for which they hold. What is
 * stale is drafted again by the worker, from a queue, a few plans a transaction; pages show what is there.
 */

import fs from "node:fs";
import type { IsoDate } from "@/core/dates";
import type { PlanFacts } from "@/core/plan/facts";
import { decisionsSchema } from "@/core/sheets/decisions-schema";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { PlannedThreat } from "@/core/sheets/protect/part";
import { type WaterCurve, waterCurve } from "@/core/sheets/water/response";
import { upgradeIssued } from "@/core/views/issued-plan";
import { issuedWeek, OUTLINE_VERSION, outlineHolds, outlinePlan, type WeekOperation } from "@/core/views/outline";
import { packSeason } from "@/core/views/pack-season";
import type { Asker } from "../access/access";
import type { OutlineBasis, OutlineProgress } from "../contracts";
import { loadGround } from "../land/ground";
import { asWorker, type Client, inPractice, rows } from "../storage/db";
import { loadPlanFacts } from "./plan-facts";
import { readDecisions, reasonOf } from "./stored-decisions";

/** Plans drafted in one transaction of the worker. */
const BATCH = 30;

interface OutlinePlan {
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
  fresh: boolean;
  /** what is there of it; null where nothing is */
  draftedAt: string | null;
}

let build: string | undefined;
/** The build that runs: outlines of another one are drafted again. */
function buildId(): string {
  build ??= fs.existsSync(".next/BUILD_ID") ? fs.readFileSync(".next/BUILD_ID", "utf8").trim() : "dev";
  return build;
}

const WHOLE_PRACTICE = "00000000-0000-0000-0000-000000000000";

/** Every chosen plan (or some of them) with whether its outline is of today. */
export async function outlineLines(
  client: Client,
  asker: Asker,
  basis: OutlineBasis,
  only: string[] | null = null,
): Promise<Line[]> {
  const { practiceId, today } = asker;
  const some = [practiceId, only];
  const counted = (table: string) =>
    rows<{ planId: string; n: number; at: number | null }>(
      client,
      `select plan_id as "planId", count(*) filter (where withdrawn_at is null)::int as n, extract(epoch from max(greatest(at, withdrawn_at))) as at
       from ${table} where practice_id = $1 and ($2::uuid[] is null or plan_id = any($2)) group by 1`,
      some,
    );
  const [ground, revisions, clocks, kept, logs, stagesSeen, visits, ripenessLooks, moved] = await Promise.all([
    loadGround(client, asker),
    rows<{ id: string; revision: number }>(
      client,
      "select id, revision from plan where practice_id = $1 and chosen and ($2::uuid[] is null or id = any($2)) order by id",
      some,
    ),
    rows<{ of: string; n: number }>(client, `select of_id as "of", n from facts_clock where practice_id = $1`, [
      practiceId,
    ]),
    rows<{ planId: string; key: string; from: IsoDate; to: IsoDate | null; at: string }>(
      client,
      `select plan_id as "planId", key, from_day as "from", to_day as "to", to_char(drafted_at, 'YYYY-MM-DD HH24:MI') as at
       from plan_outline where practice_id = $1 and basis = $3 and ($2::uuid[] is null or plan_id = any($2))`,
      [...some, basis],
    ),
    counted("log_entry"),
    counted("stage_observation"),
    counted("scout_visit"),
    counted("ripeness_look"),
    basis === "issued"
      ? rows<{ planId: string; version: number; n: number; at: number }>(
          client,
          `select plan_id as "planId", version, count(*)::int as n, extract(epoch from max(at)) as at from moved_operation
           where practice_id = $1 and ($2::uuid[] is null or plan_id = any($2)) group by 1, 2`,
          some,
        )
      : [],
  ]);
  const logged = byPlan(logs);
  const seen = byPlan(stagesSeen);
  const looked = byPlan(visits);
  const ripe = byPlan(ripenessLooks);
  const clock = new Map(clocks.map((c) => [c.of, c.n]));
  const keptOf = byPlan(kept);
  const movedOf = new Map(moved.map((m) => [`${m.planId} ${m.version}`, m]));
  const tick = (id: string) => clock.get(id) ?? 0;
  const whole = tick(WHOLE_PRACTICE);
  const made = `${OUTLINE_VERSION}.${buildId()}`;
  return revisions.flatMap(({ id, revision }): Line[] => {
    const plan = ground.plans.get(id);
    const farm = plan && ground.farms.get(ground.fields.get(plan.fieldId)?.farmId ?? "");
    const version = ground.versions.get(id) ?? null;
    // of a field that this person does not see, or of what is not issued
    if (!farm || (basis === "issued" && version === null)) return [];
    const [log, stages] = [logged.get(plan.id), seen.get(plan.id)];
    const moves = version === null || moved.length === 0 ? undefined : movedOf.get(`${plan.id} ${version}`);
    const clocksOf = `${tick(plan.fieldId)}.${tick(farm.id)}.${tick(farm.stationId ?? "")}.${whole}`;
    const noted = `${count(log)}.${count(stages)}.${count(looked.get(plan.id))}.${count(ripe.get(plan.id))}.${count(moves)}`;
    const key = `${made}.${basis === "draft" ? revision : version}.${clocksOf}.${noted}`;
    const own = keptOf.get(plan.id);
    const fresh = own?.key === key && today >= own.from && (own.to === null || today <= own.to);
    const { fieldId, season } = plan;
    return [{ id, fieldId, season, revision, version, logged: log?.n ?? 0, key, fresh, draftedAt: own?.at ?? null }];
  });
}

/** How many notes and when the last was made or taken back, as a part of a key. */
const count = (notes: { n: number; at: number | null } | undefined) => `${notes?.n ?? 0}.${notes?.at ?? 0}`;

const byPlan = <T extends { planId: string }>(list: T[]): Map<string, T> =>
  new Map(list.map((row) => [row.planId, row]));

/** Puts what is stale into the queue; gives how many wait there now. */
async function queueStale(client: Client, asker: Asker): Promise<number> {
  for (const basis of ["draft", "issued"] as const) {
    const stale = (await outlineLines(client, asker, basis)).filter((l) => !l.fresh).map((l) => l.id);
    if (stale.length > 0)
      await client.query(
        "insert into outline_job (practice_id, plan_id, basis) select $1, unnest($2::uuid[]), $3 on conflict do nothing",
        [asker.practiceId, stale, basis],
      );
  }
  const [waiting] = await rows<{ n: number }>(
    client,
    "select count(*)::int as n from outline_job where practice_id = $1",
    [asker.practiceId],
  );
  return waiting?.n ?? 0;
}

/** Takes some jobs that nobody else has and does them; gives how many. */
async function workSome(client: Client, asker: Asker): Promise<number> {
  const taken = await rows<{ planId: string; basis: OutlineBasis }>(
    client,
    `delete from outline_job j using (
       select plan_id, basis from outline_job where practice_id = $1 order by since limit $2 for update skip locked
     ) t where j.practice_id = $1 and j.plan_id = t.plan_id and j.basis = t.basis
     returning j.plan_id as "planId", j.basis`,
    [asker.practiceId, BATCH],
  );
  for (const basis of ["draft", "issued"] as const) {
    const ids = taken.filter((t) => t.basis === basis).map((t) => t.planId);
    if (ids.length === 0) continue;
    // what somebody drafted meanwhile is not drafted twice
    const lines = (await outlineLines(client, asker, basis, ids)).filter((l) => !l.fresh);
    if (lines.length > 0) await draftOutlines(client, asker, basis, lines);
  }
  return taken.length;
}

/** Drafts all that is stale in a practice, in short transactions; gives the number of plans drafted. */
export async function draftStale(asker: Asker): Promise<number> {
  let drafted = 0;
  let waiting = await inPractice(asker, (client) => queueStale(client, asker));
  while (waiting > 0) {
    const done = await inPractice(asker, (client) => workSome(client, asker));
    // what is left is in the hands of another worker
    if (done === 0) break;
    drafted += done;
    waiting -= done;
  }
  return drafted;
}

async function draftOutlines(client: Client, asker: Asker, basis: OutlineBasis, lines: Line[]): Promise<void> {
  const ids = lines.map((l) => l.id);
  const decided = await rows<{
    id: string;
    decisions: unknown;
    snapshot: unknown;
    moved: Record<string, IsoDate> | null;
  }>(
    client,
    basis === "draft"
      ? `select p.id, p.decisions, null as snapshot, null as moved from plan p where p.practice_id = $1 and p.id = any($2::uuid[])`
      : `select v.plan_id as id, v.decisions, v.snapshot,
           (select jsonb_object_agg(m.operation_id, m.moved_to) from moved_operation m where m.practice_id = v.practice_id and m.plan_id = v.plan_id and m.version = v.number) as moved
         from plan_version v where v.practice_id = $1 and v.plan_id = any($2::uuid[])
           and v.number = (select max(number) from plan_version w where w.practice_id = v.practice_id and w.plan_id = v.plan_id)`,
    [asker.practiceId, ids],
  );
  const facts = await loadPlanFacts(client, asker, lines);
  const made: Made[] = [];
  for (const { id, decisions, snapshot, moved } of decided) {
    const line = lines.find((l) => l.id === id);
    const own = facts.get(id);
    if (line && own)
      made.push({
        plan_id: id,
        key: line.key,
        version: line.version,
        ...outlineOf(basis, own, line.season, { decisions, snapshot, moved }),
      });
  }
  await client.query(
    `insert into plan_outline (practice_id, plan_id, basis, key, from_day, to_day, season, shape, problem, water, threats)
     select $1, o.plan_id, $2, o.key, $4, o.to_day, o.season, o.shape, o.problem, o.water, coalesce(o.threats, '[]')
     from jsonb_to_recordset($3::jsonb) as o (plan_id uuid, key text, to_day date, season text, shape text, problem text, water jsonb, threats jsonb)
     on conflict (practice_id, plan_id, basis) do update set key = excluded.key, from_day = excluded.from_day, to_day = excluded.to_day,
       drafted_at = now(), problem = excluded.problem, water = excluded.water, threats = excluded.threats,
       season = case when excluded.problem is null then excluded.season else plan_outline.season end,
       shape = case when excluded.problem is null then excluded.shape else plan_outline.shape end`,
    [asker.practiceId, basis, JSON.stringify(made.map(({ crop: _c, week: _w, ...outline }) => outline)), asker.today],
  );
  if (basis === "issued") await putOperations(client, asker, made);
}

/** The operations of outlines, a row each; those of a plan that could not be drafted stay what they were. */
async function putOperations(client: Client, { practiceId }: Asker, made: Made[]): Promise<void> {
  const good = made.filter((m) => m.problem === null);
  await client.query("delete from outline_operation where practice_id = $1 and plan_id = any($2::uuid[])", [
    practiceId,
    good.map((m) => m.plan_id),
  ]);
  const operations = good.flatMap((m) =>
    m.week.map((operation, nr) => ({
      plan_id: m.plan_id,
      version: m.version,
      crop: m.crop,
      nr,
      on_day: operation.doneOn ?? operation.date,
      late: operation.doneOn === null && operation.overdueDays > 0,
      operation,
    })),
  );
  await client.query(
    `insert into outline_operation (practice_id, plan_id, nr, crop, on_day, late, issued_on, operation)
     select $1, o.plan_id, o.nr, o.crop, o.on_day, o.late, i.planned_on, o.operation
     from jsonb_to_recordset($2::jsonb) as o (plan_id uuid, version int, crop text, nr int, on_day date, late boolean, operation jsonb)
     left join operation i on i.practice_id = $1 and i.plan_id = o.plan_id and i.version = o.version and i.operation_id = o.operation ->> 'id'`,
    [practiceId, JSON.stringify(operations)],
  );
}

/** Drafts all that is stale in every practice, or in those named: what the worker does. */
export async function draftEverywhere(only?: ReadonlySet<string>): Promise<number> {
  const practices = await asWorker((client) =>
    rows<{ practiceId: string; asOf: IsoDate | null }>(
      client,
      `select id as "practiceId", as_of as "asOf" from practice`,
    ),
  );
  let drafted = 0;
  for (const { practiceId, asOf } of practices.filter((p) => only?.has(p.practiceId) ?? true))
    drafted += await draftStale({
      practiceId,
      userId: "worker",
      growerId: null,
      today: asOf ?? new Date().toISOString().slice(0, 10),
    });
  return drafted;
}

interface Outlined {
  to_day: IsoDate | null;
  season: string;
  shape: string;
  /** the kind of crop in words */
  crop: string;
  week: WeekOperation[];
  problem: string | null;
  /** of drafts of watered fields */
  water: WaterCurve | null;
  threats: PlannedThreat[];
}
interface Made extends Outlined {
  plan_id: string;
  key: string;
  version: number | null;
}

function outlineOf(
  basis: OutlineBasis,
  facts: PlanFacts,
  season: number,
  {
    decisions: stored,
    snapshot,
    moved,
  }: { decisions: unknown; snapshot: unknown; moved: Record<string, IsoDate> | null },
): Outlined {
  const none = {
    to_day: null,
    season: "",
    shape: "",
    crop: "",
    week: [],
    water: null,
    threats: [],
  };
  try {
    const read = readDecisions(stored);
    if (!read.ok) return { ...none, problem: reasonOf(read.errors) };
    let { decisions } = read.value;
    if (moved) {
      const wishes = Object.entries(moved).map(([id, date]) => [id, { date, held: false }]);
      const dates = { ...decisions.dates, ...Object.fromEntries(wishes) };
      decisions = decisionsSchema.parse({ ...decisions, dates });
    }
    const drafted = draftPlan(facts, decisions, season, read.value.guide);
    if (!drafted.ok) return { ...none, problem: reasonOf(drafted.errors) };
    const outline = outlinePlan(drafted.value, facts);
    const packed = packSeason(outline.season);
    return {
      to_day: outlineHolds(drafted.value, facts.today),
      season: JSON.stringify(packed.season),
      shape: JSON.stringify(packed.shape),
      crop: outline.season.crop,
      week: basis === "issued" ? issuedWeek(upgradeIssued(snapshot), outline.week) : outline.week,
      problem: null,
      threats: drafted.value.protect.threats,
      water: basis === "draft" ? waterCurve(facts, decisions, season, read.value.guide) : null,
    };
  } catch (error) {
    // one plan that cannot be read must not keep all others from being drafted
    return { ...none, problem: error instanceof Error ? error.message : String(error) };
  }
}

/** Counts for a page that waits for the rest. */
export async function outlineProgress(client: Client, asker: Asker, basis: OutlineBasis): Promise<OutlineProgress> {
  const lines = await outlineLines(client, asker, basis);
  const stale = lines.filter((l) => !l.fresh);
  const drafted = stale.flatMap((l) => l.draftedAt ?? []).sort();
  return { done: lines.length - stale.length, of: lines.length, shownFrom: drafted[0] ?? null };
}
