/** Plans: load with all facts, save by revision, issue as a frozen version. */

import { isDeepStrictEqual } from "node:util";
import type { Guide } from "@/core/guides/schema";
import type { PlanFacts } from "@/core/plan/facts";
import { canIssue, checkPlan } from "@/core/sheets/check-plan";
import type { Decisions } from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { UnitSet } from "@/core/units/units";
import { practiceWords } from "@/core/units/words";
import { type PlanSummary, summariseIssued } from "@/core/views/compare";
import { type IssuedPlan, issuedPlan, upgradeIssued } from "@/core/views/issued-plan";
import type { Access } from "../access/access";
import { Refused } from "../access/access";
import { audit, auditOf } from "../access/audit";
import type { AuditLine, PlantingDraft, SaveResult, VersionLine } from "../contracts";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { guideOf, revisionOf } from "./guides";
import { loadPlanFacts } from "./plan-facts";
import type { PlanRow } from "./plan-records";
import { holdPlanting, listDrafts } from "./plantings";
import { BrokenPlan, decisionsOf, reasonOf } from "./stored-decisions";

export interface LoadedPlan {
  id: string;
  fieldId: string;
  season: number;
  decisions: Decisions;
  revision: number;
  updatedAt: string;
  updatedBy: string;
  /** the guide of the crop that is decided */
  guide: Guide;
  facts: PlanFacts;
  versions: VersionLine[];
  lastSummary: PlanSummary | null;
  changes: AuditLine[];
  /** all drafts of the planting in this season, this one among them */
  drafts: PlantingDraft[];
}

/**
 * A plan with everything that is needed to draft it; null when there is none that this person may see. Throws BrokenPlan
 * where no plan can be read from what is stored.
 */
export async function loadPlan(client: Client, access: Access, planId: string): Promise<LoadedPlan | null> {
  if (!isId(planId)) return null;
  const [plan, versions, changes, drafts] = await Promise.all([
    row<{
      id: string;
      fieldId: string;
      season: number;
      decisions: unknown;
      revision: number;
      updatedAt: string;
      updatedBy: string;
    }>(
      client,
      `select p.id, p.field_id as "fieldId", p.season, p.decisions, p.revision, to_char(p.updated_at, 'YYYY-MM-DD HH24:MI') as "updatedAt", p.person as "updatedBy"
       from plan p where p.practice_id = $1 and p.id = $2`,
      [access.practiceId, planId],
    ),
    rows<VersionLine>(
      client,
      `select v.number, v.issued_on as "issuedAt", v.person as "issuedBy", ${FROM_ELSEWHERE} as elsewhere
       from plan_version v where v.practice_id = $1 and v.plan_id = $2 order by v.number desc`,
      [access.practiceId, planId],
    ),
    auditOf(client, access, "plan", planId),
    listDrafts(client, access, planId),
  ]);
  if (!plan) return null;
  const [facts, lastSummary] = await Promise.all([
    loadPlanFacts(client, access, [plan]).then((found) => found.get(planId)),
    versions[0] ? summaryOf(client, access, planId, versions[0].number) : null,
  ]);
  if (!facts) return null;
  return {
    ...plan,
    ...decisionsOf(plan.decisions),
    facts,
    versions,
    lastSummary,
    changes,
    drafts,
  };
}

/** Summaries of versions, as many as plans are looked at by turns. */
const summaries = new Map<string, PlanSummary>();
const MOST_SUMMARIES = 300;

/** What a version was in short; kept, since a version is never changed. Its row is only asked for by who may see the plan. */
async function summaryOf(client: Client, scope: Scope, planId: string, number: number): Promise<PlanSummary | null> {
  // a practice that was taken in from a file may carry the plans of another one here
  const key = `${scope.practiceId} ${planId} ${number}`;
  const known = summaries.get(key);
  if (known) return known;
  const version = await loadVersion(client, scope, planId, number);
  if (!version) return null;
  const summary = summariseIssued(version.issued);
  summaries.set(key, summary);
  if (summaries.size > MOST_SUMMARIES) summaries.delete(summaries.keys().next().value as string);
  return summary;
}

/** Every version of a plan in short, by its number. */
export async function loadSummaries(
  client: Client,
  scope: Scope,
  planId: string,
): Promise<Record<string, PlanSummary>> {
  if (!isId(planId)) throw new Refused(404, "There is no such plan.");
  const plan = await row(client, "select 1 from plan where practice_id = $1 and id = $2", [scope.practiceId, planId]);
  if (!plan) throw new Refused(404, "There is no such plan.");
  const numbers = await rows<{ number: number }>(
    client,
    "select number from plan_version where practice_id = $1 and plan_id = $2 order by number",
    [scope.practiceId, planId],
  );
  const found: Record<string, PlanSummary> = {};
  for (const { number } of numbers) {
    const summary = await summaryOf(client, scope, planId, number);
    if (summary) found[number] = summary;
  }
  return found;
}

/**
 * Saves decisions that were based on `revision`, when a plan can be drafted from them; a stale save changes nothing and
 * brings back what stands now.
 */
export async function saveDecisions(
  client: Client,
  access: Access,
  planId: string,
  revision: number,
  decisions: Decisions,
): Promise<SaveResult> {
  if (isId(planId)) await hold(client, planId);
  const current = await row<PlanRow & { decisions: unknown; revision: number; updatedBy: string; updatedAt: string }>(
    client,
    `select p.id, p.field_id as "fieldId", p.season, p.decisions, p.revision, p.person as "updatedBy", to_char(p.updated_at, 'HH24:MI') as "updatedAt" from plan p where p.practice_id = $1 and p.id = $2`,
    [access.practiceId, planId],
  );
  if (!current) throw new Refused(404, "There is no such plan.");
  if (current.revision !== revision)
    return {
      saved: false,
      revision: current.revision,
      decisions: decisionsOf(current.decisions).decisions,
      updatedBy: current.updatedBy,
      updatedAt: current.updatedAt,
    };
  const facts = (await loadPlanFacts(client, access, [current])).get(planId);
  if (!facts) throw new Refused(404, "There is no such plan.");
  const guide = guideOf(decisions.crop.guideId);
  if (!guide) throw new Refused(404, `There is no guide of the crop "${decisions.crop.guideId}".`);
  const drafted = draftPlan(facts, decisions, current.season, guide);
  if (!drafted.ok) throw new Refused(422, `No plan can be drafted from this: ${reasonOf(drafted.errors)}`);
  await client.query(
    "update plan set decisions = $3, revision = revision + 1, updated_at = now(), updated_by = $4, person = name_of_person() where practice_id = $1 and id = $2",
    [access.practiceId, planId, JSON.stringify(decisions), access.userId],
  );
  await audit(client, access, "plan", planId, "changed", current.decisions, decisions);
  return { saved: true, revision: revision + 1 };
}

/** Whether a version, of the table as "v", came with a file from elsewhere. */
const FROM_ELSEWHERE = `exists (select from signed_elsewhere e where e.practice_id = v.practice_id and e.kept_in = 'plan_version'
  and e.row_key = v.plan_id || ' ' || v.number)`;

/** Whether two versions say the same, whoever issued them: sent twice, or with nothing changed in between. */
const sameWork = (a: IssuedPlan, b: IssuedPlan): boolean =>
  isDeepStrictEqual(
    JSON.parse(JSON.stringify({ ...a, issuedBy: null })),
    JSON.parse(JSON.stringify({ ...b, issuedBy: null })),
  );

/**
 * Issues what stands saved at `revision` as the next version: checked again here, frozen, its operations as rows. What says
 * the same as the last version is that version: the same request twice makes one.
 */
export async function issuePlan(
  client: Client,
  access: Access,
  planId: string,
  revision: number,
): Promise<{ number: number }> {
  await holdPlanting(client, access, planId);
  const loaded = await loadPlan(client, access, planId);
  if (!loaded) throw new Refused(404, "There is no such plan.");
  if (!loaded.drafts.some((d) => d.id === planId && d.chosen))
    throw new Refused(409, "Another draft of this planting is chosen. Choose this one before issuing it.");
  if (loaded.revision !== revision)
    throw new Refused(
      409,
      `The plan was changed by ${loaded.updatedBy} at ${loaded.updatedAt}. Look at it again before issuing.`,
    );
  const drafted = draftPlan(loaded.facts, loaded.decisions, loaded.season, loaded.guide);
  if (!drafted.ok) throw new BrokenPlan(reasonOf(drafted.errors));
  const plan = drafted.value;
  const findings = checkPlan(plan, loaded.facts, loaded.decisions);
  if (!canIssue(findings))
    throw new Refused(
      422,
      practiceWords(access.practice).tell(
        `The plan cannot be issued yet: ${findings
          .filter((f) => f.severity === "stop")
          .map((f) => f.title)
          .join(" ")}`,
      ),
    );

  const grower = await row<{ name: string; unitSet: UnitSet | null }>(
    client,
    `select g.name, g.unit_set as "unitSet" from field f join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id join grower g on g.practice_id = f.practice_id and g.id = fa.grower_id where f.practice_id = $1 and f.id = $2`,
    [access.practiceId, loaded.fieldId],
  );
  const issued = issuedPlan(
    plan,
    loaded.facts,
    loaded.decisions,
    findings,
    { ...access, licenceNo: access.licence?.number ?? null, grower: grower ?? { name: "", unitSet: null } },
    await keepRevision(client, access, loaded.guide),
  );
  const last = await loadVersion(client, access, planId, 0);
  if (last && !last.elsewhere && sameWork(last.issued, issued)) return { number: last.number };
  const number = (last?.number ?? 0) + 1;
  await client.query(
    "insert into plan_version (practice_id, plan_id, number, decisions, snapshot, issued_by, issued_on) values ($1, $2, $3, $4, $5, $6, $7)",
    [
      access.practiceId,
      planId,
      number,
      JSON.stringify(loaded.decisions),
      JSON.stringify(issued),
      access.userId,
      access.today,
    ],
  );
  await client.query(
    `insert into operation (practice_id, plan_id, version, operation_id, role, sheet, name, mark, detail, planned_on, earliest_on, latest_on, cautions)
     select $1, $2, $3, o.id, o.role, o.sheet, o.name, o.mark, o.detail, o.date, o.earliest, o.latest, o.cautions
     from jsonb_to_recordset($4::jsonb) as o (id text, role text, sheet text, name text, mark text, detail text, date date, earliest date, latest date, cautions jsonb)`,
    [access.practiceId, planId, number, JSON.stringify(plan.operations)],
  );
  await client.query(
    `insert into operation_input (practice_id, plan_id, version, operation_id, position, kind, product_id, name, unit, per_ha, quantity, bags, bag_kg, price_per_unit)
     select $1, $2, $3, i."operationId", i.position, i.kind, i.id, i.name, i.unit, i."perHa", i.quantity, i.bags, i."bagKg", i."pricePerUnit"
     from jsonb_to_recordset($4::jsonb) as i ("operationId" text, position int, kind text, id text, name text, unit text, "perHa" numeric, quantity numeric, bags int, "bagKg" numeric, "pricePerUnit" numeric)`,
    [
      access.practiceId,
      planId,
      number,
      JSON.stringify(
        plan.operations.flatMap((o) => o.inputs.map((i, position) => ({ ...i, operationId: o.id, position }))),
      ),
    ],
  );
  await audit(client, access, "plan", planId, `issued version ${number}`, null, loaded.decisions);
  return { number };
}

/** Keeps the guide as it stands, by its hash, so that what differs from a later revision can be shown. */
async function keepRevision(client: Client, scope: Scope, guide: Guide): Promise<string> {
  const revision = revisionOf(guide);
  await client.query(
    "insert into guide_revision (practice_id, revision, guide_id, guide) values ($1, $2, $3, $4) on conflict do nothing",
    [scope.practiceId, revision, guide.id, JSON.stringify(guide)],
  );
  return revision;
}

/** A frozen version; null when there is none. `number` 0 asks for the latest. */
export async function loadVersion(
  client: Client,
  scope: Scope,
  planId: string,
  number: number,
): Promise<{ number: number; issuedAt: string; season: number; elsewhere: boolean; issued: IssuedPlan } | null> {
  if (!isId(planId) || !Number.isInteger(number)) return null;
  const found = await row<{ number: number; issuedAt: string; season: number; elsewhere: boolean; snapshot: unknown }>(
    client,
    `select v.number, v.issued_on as "issuedAt", p.season, ${FROM_ELSEWHERE} as elsewhere, v.snapshot from plan_version v join plan p on p.practice_id = v.practice_id and p.id = v.plan_id
     where v.practice_id = $1 and v.plan_id = $2 and ($3 = 0 or v.number = $3) order by v.number desc limit 1`,
    [scope.practiceId, planId, number],
  );
  if (!found) return null;
  const { snapshot, ...version } = found;
  const issued = upgradeIssued(snapshot);
  if (version.elsewhere) issued.issuedBy = { ...issued.issuedBy, name: `${issued.issuedBy.name} (issued elsewhere)` };
  return { ...version, issued };
}
