/** Putting operations on other days: a wish of the draft, and at once what the week shows of an issued version. */

import { formatDay } from "@/core/dates";
import type { Guide } from "@/core/guides/schema";
import type { PlanFacts } from "@/core/plan/facts";
import { checkPlan } from "@/core/sheets/check-plan";
import type { Decisions } from "@/core/sheets/decisions";
import { decisionsSchema } from "@/core/sheets/decisions-schema";
import { draftPlan } from "@/core/sheets/draft-plan";
import { practiceWords } from "@/core/units/words";
import { type Access, may, Refused } from "../access/access";
import type { MoveResult, Received } from "../contracts";
import { type Client, hold, row } from "../storage/db";
import { loadPlan, saveDecisions } from "./plans";
import { BrokenPlan, readDecisions, reasonOf } from "./stored-decisions";

/**
 * Moves each operation to its date when the plan, drafted with that wish, puts it there and no new clash comes of it; the
 * others are refused with the reason. Each plan is saved by its own revision, so nobody's work is overwritten.
 */
export async function moveOperations(
  client: Client,
  access: Access,
  moves: Received<"POST /api/moves">["moves"],
): Promise<MoveResult[]> {
  const results: MoveResult[] = [];
  const byPlan = groupByPlan(moves);
  // all of them, in one order, before the first is looked at
  await hold(client, ...byPlan.keys());
  for (const [planId, own] of [...byPlan].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const loaded = await loadPlan(client, access, planId);
    if (!loaded) throw new Refused(404, "There is no such plan.");
    const version = loaded.versions[0]?.number ?? null;
    const before = draftPlan(loaded.facts, loaded.decisions, loaded.season, loaded.guide);
    if (!before.ok) throw new BrokenPlan(reasonOf(before.errors));
    let decisions = loaded.decisions;
    // what is issued is what is done: its labels are held as well as those of the draft
    const issued = version === null ? null : await decisionsIssued(client, access, planId, version);
    const forbids = (of: Decisions) => {
      const stops = forbiddenIn({ ...loaded, decisions: of });
      if (!issued) return stops;
      const asIssued = { ...issued.decisions, dates: of.dates };
      return new Map([...stops, ...forbiddenIn({ ...loaded, decisions: asIssued, guide: issued.guide })]);
    };
    for (const { operationId, date } of own) {
      const operation = before.value.operations.find((o) => o.id === operationId);
      const refuse = (refused: string) => results.push({ planId, operationId, refused });
      if (!operation) {
        refuse("The plan has no such operation any more.");
        continue;
      }
      if (operation.doneOn) {
        refuse(`${operation.name} is done already.`);
        continue;
      }
      if (issued?.decisions.protect?.treatments?.[operationId] && !may(access.role, "issue")) {
        refuse(`${operation.name} is issued: an adviser of the practice moves it.`);
        continue;
      }
      const tried = decisionsSchema.parse({
        ...decisions,
        dates: { ...decisions.dates, [operationId]: { date, held: false } },
      });
      const after = draftPlan(loaded.facts, tried, loaded.season, loaded.guide);
      const moved = after.ok ? after.value.operations.find((o) => o.id === operationId) : undefined;
      if (!after.ok || !moved || moved.date !== date) {
        const span =
          operation.earliest && operation.latest
            ? ` It may move from ${formatDay(operation.earliest)} to ${formatDay(operation.latest)}.`
            : "";
        refuse(
          `${operation.name}: ${date} given, but its waits put it on ${moved?.date ? formatDay(moved.date) : "no date"}.${span}`,
        );
        continue;
      }
      if (after.value.conflicts.length > before.value.conflicts.length) {
        refuse(`${operation.name} on ${formatDay(date)} would make other dates clash.`);
        continue;
      }
      const stood = forbids(decisions);
      const broken = [...forbids(tried)].find(([id]) => !stood.has(id));
      if (broken) {
        refuse(practiceWords(access.practice).tell(broken[1]));
        continue;
      }
      decisions = tried;
      results.push({ planId, operationId, refused: null });
    }
    const done = own.filter((m) =>
      results.some((r) => r.planId === planId && r.operationId === m.operationId && r.refused === null),
    );
    if (done.length === 0) continue;
    const saved = await saveDecisions(client, access, planId, loaded.revision, decisions);
    if (!saved.saved) throw new Refused(409, `The plan was changed by ${saved.updatedBy} meanwhile. Look at it again.`);
    for (const { operationId, date } of done)
      if (version !== null)
        await client.query(
          `insert into moved_operation (practice_id, plan_id, version, operation_id, moved_to, user_id) values ($1, $2, $3, $4, $5, $6)
           on conflict (practice_id, plan_id, version, operation_id) do update set moved_to = excluded.moved_to, user_id = excluded.user_id, person = excluded.person, at = clock_timestamp()`,
          [access.practiceId, planId, version, operationId, date, access.userId],
        );
  }
  return results;
}

interface Drafted {
  facts: PlanFacts;
  decisions: Decisions;
  season: number;
  guide: Guide;
}

/** What labels and the law forbid in a plan as decided: the stops of its protection, by their ids. */
function forbiddenIn({ facts, decisions, season, guide }: Drafted): Map<string, string> {
  const plan = draftPlan(facts, decisions, season, guide);
  if (!plan.ok) return new Map();
  const found = checkPlan(plan.value, facts, decisions);
  return new Map(
    found.filter((f) => f.severity === "stop" && f.sheet === "protect").map((f) => [f.id, `${f.title} ${f.why}`]),
  );
}

/** What a version was issued from, with the guide of the crop that it was of; null where that cannot be read any more. */
async function decisionsIssued(
  client: Client,
  { practiceId }: Access,
  planId: string,
  version: number,
): Promise<Pick<Drafted, "decisions" | "guide"> | null> {
  const found = await row<{ decisions: unknown }>(
    client,
    "select decisions from plan_version where practice_id = $1 and plan_id = $2 and number = $3",
    [practiceId, planId, version],
  );
  const read = found && readDecisions(found.decisions);
  return read?.ok ? read.value : null;
}

function groupByPlan<T extends { planId: string }>(moves: T[]): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const move of moves) groups.set(move.planId, [...(groups.get(move.planId) ?? []), move]);
  return groups;
}
