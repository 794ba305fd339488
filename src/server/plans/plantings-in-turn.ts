/** One plan made into several plantings of its field, each on a part of it and on a day of its own. */

import { applyChanges, change, type Decisions } from "@/core/sheets/decisions";
import { type Access, Refused } from "../access/access";
import type { Received } from "../contracts";
import { type Client, hold, isId, row } from "../storage/db";
import { saveDecisions } from "./plans";
import { changePart, listPlantings, startPlan } from "./plantings";
import { decisionsOf } from "./stored-decisions";

/**
 * The plan becomes the first of the plantings, and a plan with the same decisions is started for each further one: each on its area, planted on
 * its day, without the wish that all of them meet together. Gives the ids of the plans in their order. Refused: a plan that was issued or
 * changed meanwhile, more ground than there is, a day on which it cannot be planted.
 */
export async function plantInTurn(
  client: Client,
  access: Access,
  planId: string,
  { revision, plantings }: Received<"POST /api/plans/{id}/plantings">,
): Promise<string[]> {
  const own = isId(planId)
    ? await row<{ fieldId: string; season: number; plantingId: string; decisions: unknown }>(
        client,
        `select field_id as "fieldId", season, planting_id as "plantingId", decisions from plan where practice_id = $1 and id = $2`,
        [access.practiceId, planId],
      )
    : null;
  if (!own) throw new Refused(404, "There is no such plan.");
  await hold(client, own.fieldId);
  const there = await listPlantings(client, access, own.fieldId);
  const planting = there.find((p) => p.id === own.plantingId);
  if (!planting) throw new Refused(404, "There is no such plan.");
  if (planting.drafts.some((d) => d.issued !== null))
    throw new Refused(409, "The planting was issued: start the further ones on the field's page.");
  const { decisions } = decisionsOf(own.decisions);
  const name = (i: number) => [planting.part, `planting ${i + 1}`].filter(Boolean).join(", ");
  const of = ({ plantingOn }: (typeof plantings)[number]): Decisions =>
    applyChanges(decisions, [
      change("dates/planting", { date: plantingOn, held: true }),
      change("harvest/wish", undefined),
    ]);
  const [first, ...further] = plantings;
  if (!first) throw new Refused(422, "plantings: none given.");
  await changePart(client, access, own.plantingId, { name: name(0), areaHa: first.areaHa });
  const saved = await saveDecisions(client, access, planId, revision, of(first));
  if (!saved.saved)
    throw new Refused(409, `${saved.updatedBy} changed the plan at ${saved.updatedAt}: look at it again.`);
  const ids = [planId];
  for (const [i, next] of further.entries())
    ids.push(
      await startPlan(
        client,
        access,
        {
          fieldId: own.fieldId,
          season: own.season,
          guideId: decisions.crop.guideId,
          part: { name: name(i + 1), areaHa: next.areaHa },
          ...(planting.follows ? { follows: planting.follows } : {}),
        },
        of(next),
      ),
    );
  return ids;
}
