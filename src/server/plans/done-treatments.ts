/** Treatments that were logged, by the plans on whose ground they lie: what a label counts, it counts whatever is decided now. */

import type { IsoDate } from "@/core/dates";
import type { DoneTreatment } from "@/core/plan/facts";
import type { Treated } from "@/core/records/notes/spray-application";
import type { Ground, GroundPlan, GroundPlanting } from "../land/ground";
import { type Client, rows } from "../storage/db";
import { groupBy } from "../storage/group-by";

interface Done {
  id: string;
  planId: string;
  fieldId: string;
  plantingId: string;
  season: number;
  operationId: string;
  day: IsoDate;
  treated: Treated;
}

/** By plan, the oldest first; plans on whose ground nothing was treated are left out. */
export async function loadDoneTreatments(
  client: Client,
  practiceId: string,
  plans: Pick<GroundPlan, "id" | "fieldId" | "season">[],
  { plantings }: Ground,
): Promise<Map<string, DoneTreatment[]>> {
  const result = new Map<string, DoneTreatment[]>();
  const done = await rows<Done>(
    client,
    `select l.id, l.plan_id as "planId", p.field_id as "fieldId", p.planting_id as "plantingId", p.season, l.operation_id as "operationId",
         l.done_on as day, l.treated
       from log_entry l join plan p on p.practice_id = l.practice_id and p.id = l.plan_id
       where l.practice_id = $1 and l.treated is not null and l.withdrawn_at is null and p.season = any($2::int[]) order by l.done_on, l.id`,
    [practiceId, [...new Set(plans.map((p) => p.season))]],
  );
  if (done.length === 0) return result;
  const [descent, planted] = await Promise.all([
    rows<{ from: string; into: string }>(
      client,
      `select from_id as "from", into_id as "into" from field_descent where practice_id = $1`,
      [practiceId],
    ),
    rows<{ id: string; plantingId: string }>(
      client,
      `select id, planting_id as "plantingId" from plan where practice_id = $1 and id = any($2::uuid[])`,
      [practiceId, plans.map((p) => p.id)],
    ),
  ]);
  const plantingOf = new Map(planted.map((p) => [p.id, p.plantingId]));
  const bySeason = groupBy(done, (d) => String(d.season));
  for (const plan of plans) {
    const all = bySeason.get(String(plan.season));
    const planting = plantingOf.get(plan.id);
    if (!all || planting === undefined) continue;
    const fields = sameGround(plan.fieldId, descent);
    const own = all.filter((d) => fields.has(d.fieldId) && meets(planting, d.plantingId, plantings));
    if (own.length > 0)
      result.set(
        plan.id,
        own.map(({ id, planId, operationId, day, treated: t }) => ({
          id,
          day,
          operationId: planId === plan.id ? operationId : null,
          product: t.product,
          ...(t.productId ? { productId: t.productId } : {}),
          kind: t.kind,
          group: t.group,
          harvestWaitDays: t.harvestWaitDays,
        })),
      );
  }
  return result;
}

/** A field with all that it came of and all that came of it. */
function sameGround(fieldId: string, descent: { from: string; into: string }[]): Set<string> {
  const walk = (step: (d: { from: string; into: string }, at: string) => string | null) => {
    const seen = new Set([fieldId]);
    for (const at of seen)
      for (const d of descent) {
        const next = step(d, at);
        if (next) seen.add(next);
      }
    return seen;
  };
  return new Set([
    ...walk((d, at) => (d.into === at ? d.from : null)),
    ...walk((d, at) => (d.from === at ? d.into : null)),
  ]);
}

/** Whether two plantings share ground: not where each has another part of the field, and neither comes after the other. */
function meets(one: string, other: string, plantings: ReadonlyMap<string, GroundPlanting>): boolean {
  const partOf = (id: string) => plantings.get(id)?.part ?? "";
  const line = (id: string): string[] => {
    const follows = plantings.get(id)?.follows;
    return follows && follows !== id ? [id, ...line(follows)] : [id];
  };
  const [a, b] = [partOf(one), partOf(other)];
  return a === "" || b === "" || a === b || line(one).includes(other) || line(other).includes(one);
}
