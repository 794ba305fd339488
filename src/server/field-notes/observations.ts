/** Growth stages seen in the field: each follows from a plan and moves all that comes after it. */

import type { StageObservation } from "@/core/phenology/stage-dates";
import type { StageSeen } from "@/core/records/notes/stage-seen";
import { draftPlan } from "@/core/sheets/draft-plan";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import { loadPlan } from "../plans/plans";
import { BrokenPlan, reasonOf } from "../plans/stored-decisions";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { sentBefore } from "../storage/sent-before";

async function loadObservations(client: Client, scope: Scope, planId: string): Promise<StageObservation[]> {
  return rows<StageObservation>(
    client,
    `select stage_id as "stageId", seen_on as "seenOn" from stage_observation where practice_id = $1 and plan_id = $2 and withdrawn_at is null order by seen_on`,
    [scope.practiceId, planId],
  );
}

/**
 * Notes a stage as seen; a stage noted before is replaced, its old entry kept as withdrawn. Refuses the future, a crop
 * that is not planted yet, a stage that the crop does not have, and an order that cannot be.
 */
export async function observeStage(client: Client, access: Access, input: StageSeen): Promise<void> {
  if (input.seenOn > access.today)
    throw new Refused(422, `Seen on: ${input.seenOn} given, allowed is up to today (${access.today}).`);
  await hold(client, input.planId);
  const loaded = await loadPlan(client, access, input.planId);
  if (!loaded) throw new Refused(404, "There is no such plan.");
  const drafted = draftPlan(loaded.facts, loaded.decisions, loaded.season, loaded.guide);
  if (!drafted.ok) throw new BrokenPlan(reasonOf(drafted.errors));
  const { stages, operations } = drafted.value;
  const plantedOn = operations.find((o) => o.role === "plant")?.doneOn;
  const position = stages.findIndex((s) => s.id === input.stageId);
  if (position < 0)
    throw new Refused(
      422,
      `Stage: "${input.stageId}" given, allowed is one of ${stages.map((s) => s.name).join(", ")}.`,
    );
  if (!plantedOn) throw new Refused(422, "The crop is not logged as planted yet. Log its planting first.");
  if (input.seenOn <= plantedOn)
    throw new Refused(422, `Seen on: ${input.seenOn} given, allowed is after planting (${plantedOn}).`);
  for (const other of await loadObservations(client, access, input.planId)) {
    const at = stages.findIndex((s) => s.id === other.stageId);
    if ((at < position && other.seenOn > input.seenOn) || (at > position && other.seenOn < input.seenOn))
      throw new Refused(
        422,
        `Seen on: ${input.seenOn} given, but "${stages[at]?.name}" was seen on ${other.seenOn}: stages come in their order.`,
      );
  }
  const { id, planId, stageId, seenOn, note } = input;
  const sent = { plan_id: planId, stage_id: stageId, seen_on: seenOn, note };
  if (await sentBefore(client, "stage_observation", access.practiceId, id, sent)) return;
  await client.query(
    "update stage_observation set withdrawn_at = now() where practice_id = $1 and plan_id = $2 and stage_id = $3 and withdrawn_at is null",
    [access.practiceId, input.planId, input.stageId],
  );
  await client.query(
    "insert into stage_observation (practice_id, id, plan_id, stage_id, seen_on, note, user_id) values ($1, $2, $3, $4, $5, $6, $7)",
    [access.practiceId, input.id, input.planId, input.stageId, input.seenOn, input.note, access.userId],
  );
  await audit(client, access, "stage", input.planId, `saw ${input.stageId}`, null, input);
}

/** Takes a stage back; it stays in the books as withdrawn. */
export async function withdrawStage(client: Client, access: Access, planId: string, stageId: string): Promise<void> {
  if (!isId(planId)) throw new Refused(404, "There is no such plan.");
  const withdrawn = await row<{ id: string }>(
    client,
    "update stage_observation set withdrawn_at = now() where practice_id = $1 and plan_id = $2 and stage_id = $3 and withdrawn_at is null returning id",
    [access.practiceId, planId, stageId],
  );
  if (!withdrawn) throw new Refused(404, "There is no such entry.");
  await audit(client, access, "stage", planId, `withdrew ${stageId}`, { id: withdrawn.id }, null);
}
