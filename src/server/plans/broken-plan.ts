/** Plans that cannot be drafted as they stand: said in place, and led back to what could be drafted last. */

import type { PlanFacts } from "@/core/plan/facts";
import { type Decisions, freshDecisions } from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import type { BrokenLine, OutlineBasis, RepairResult } from "../contracts";
import { loadPlaces } from "../land/places";
import { byName } from "../storage/by-name";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { loadPlanFacts } from "./plan-facts";
import type { PlanRow } from "./plan-records";
import { BrokenPlan, decisionsOf, readDecisions } from "./stored-decisions";

/** Changes looked back through for decisions that a plan can be drafted from. */
const MOST_STEPS_BACK = 500;

/** Chosen plans, of one season or of all, that could not be drafted when they were last looked at. */
export async function brokenLines(
  client: Client,
  scope: Scope,
  basis: OutlineBasis,
  season: number | null = null,
): Promise<BrokenLine[]> {
  const found = await rows<{ planId: string; reason: string }>(
    client,
    `select plan_id as "planId", problem as reason from plan_outline where practice_id = $1 and basis = $2 and problem is not null`,
    [scope.practiceId, basis],
  );
  // hardly ever: where they lie is asked only then
  if (found.length === 0) return [];
  const places = await loadPlaces(client, scope);
  return found
    .flatMap(({ planId, reason }) => {
      const place = places.get(planId);
      return place && (season === null || place.season === season) ? [{ planId, field: place.field, reason }] : [];
    })
    .sort((a, b) => byName(a.field, b.field));
}

/**
 * Takes a plan that cannot be drafted back to the last decisions that can: step by step through its changes, else what was
 * issued last, else its crop with nothing decided. A plan that can be drafted is left as it is.
 */
export async function repairPlan(client: Client, access: Access, planId: string): Promise<RepairResult> {
  if (isId(planId)) await hold(client, planId);
  const own = isId(planId)
    ? await row<PlanRow & { decisions: unknown; guideId: string | null }>(
        client,
        `select id, field_id as "fieldId", season, decisions, guide_id as "guideId" from plan where practice_id = $1 and id = $2`,
        [access.practiceId, planId],
      )
    : null;
  const facts = own && (await loadPlanFacts(client, access, [own])).get(planId);
  if (!own || !facts) throw new Refused(404, "There is no such plan.");
  if (canDraft(own.decisions, facts, own.season)) return { backTo: null };
  const found = await lastGood(client, access, own, facts);
  await client.query(
    "update plan set decisions = $3, revision = revision + 1, updated_at = now(), updated_by = $4, person = name_of_person() where practice_id = $1 and id = $2",
    [access.practiceId, planId, JSON.stringify(found.decisions), access.userId],
  );
  await audit(client, access, "plan", planId, `went back to ${found.backTo}`, own.decisions, found.decisions);
  return { backTo: found.backTo };
}

function canDraft(stored: unknown, facts: PlanFacts, season: number): stored is Decisions {
  const read = readDecisions(stored);
  return read.ok && draftPlan(facts, read.value.decisions, season, read.value.guide).ok;
}

async function lastGood(
  client: Client,
  scope: Scope,
  own: PlanRow & { decisions: unknown; guideId: string | null },
  facts: PlanFacts,
): Promise<{ decisions: Decisions; backTo: string }> {
  const changes = await rows<{ before: Leaves | null; after: Leaves; at: string; person: string }>(
    client,
    `select before, after, to_char(at, 'YYYY-MM-DD HH24:MI') as at, person from (
       select * from audit where practice_id = $1 and entity = 'plan' and entity_id = $2 and after is not null order by id desc limit $3
     ) latest order by id`,
    [scope.practiceId, own.id, MOST_STEPS_BACK],
  );
  // what stood after each change, from the first that holds all of the decisions on; what is stored now is not asked
  let stood: unknown = null;
  const states = changes.flatMap(({ before, after, at, person }) => {
    if (before !== null && stood === null) return [];
    stood = before === null ? after : afterChange(stood, before, after);
    return [{ decisions: stood, backTo: `what ${person} left on ${at}` }];
  });
  for (const state of states.reverse())
    if (canDraft(state.decisions, facts, own.season))
      return { ...state, decisions: decisionsOf(state.decisions).decisions };
  const issued = await row<{ decisions: unknown; number: number }>(
    client,
    "select decisions, number from plan_version where practice_id = $1 and plan_id = $2 order by number desc limit 1",
    [scope.practiceId, own.id],
  );
  if (issued && canDraft(issued.decisions, facts, own.season))
    return { decisions: decisionsOf(issued.decisions).decisions, backTo: `version ${issued.number}` };
  const fresh = freshDecisions(own.guideId ?? "");
  if (canDraft(fresh, facts, own.season)) return { decisions: fresh, backTo: "its crop, with nothing decided" };
  throw new BrokenPlan(
    "nor can what stood before be drafted, nor its crop by itself. Start another plan on the field, or ask whoever runs this installation.",
  );
}

type Leaves = Record<string, unknown>;

/**
 * Decisions as they stood after a change that the audit holds as leaves by path.
 *
 * Example: { a: 1, d: 4 } after the change from { a: 1, d: 4 } to { a: 2, "b/c": 3 } is { a: 2, b: { c: 3 } }.
 */
export function afterChange(before: unknown, from: Leaves, to: Leaves): unknown {
  const copy = structuredClone(before ?? {}) as Leaves;
  for (const path of new Set([...Object.keys(from), ...Object.keys(to)])) put(copy, path.split("/"), to[path]);
  return copy;
}

function put(node: Leaves, [head = "", ...rest]: string[], value: unknown): void {
  const own = Object.hasOwn(node, head) ? node[head] : undefined;
  const inner = rest.length > 0 ? ((typeof own === "object" && own !== null ? own : {}) as Leaves) : null;
  if (inner) put(inner, rest, value);
  const kept = inner ? (Object.keys(inner).length > 0 ? inner : undefined) : value;
  if (kept === undefined) delete node[head];
  else Object.defineProperty(node, head, { value: kept, enumerable: true, writable: true, configurable: true });
}
