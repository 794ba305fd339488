/** What was done in the field. An entry is sent once or more with the id that the device gave it and counts once. */

import { type LogEntry, type LogGiven, logEntryRecord } from "@/core/records/notes/log-entry";
import type { Access } from "../access/access";
import { Refused } from "../access/access";
import { audit } from "../access/audit";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { sentBefore } from "../storage/sent-before";
import { treatedNow } from "./spray-records";

/** So many times the planned rate can have been put on; more is a slip of the unit or of the pen. */
const MOST_TIMES_PLANNED = 10;
/** More water than this is never given at once [m3/ha]. */
const MOST_WATER_M3_PER_HA = 5000;
/** Years before that of the harvest in which work for it can have been done. */
const YEARS_BEFORE = 2;

/**
 * Logs an operation as done. Refuses a plan that is not issued, an operation that its last version does not have or that
 * was logged before, dates in the future or long before the season, and rates far from what was planned.
 */
export async function logOperation(client: Client, access: Access, given: LogGiven): Promise<void> {
  const input: LogEntry = logEntryRecord.parse(given);
  const { practiceId } = access;
  // entries of one plan one after another: what is sent twice at once counts once
  await hold(client, input.planId);
  const plan = await row<{ season: number; version: number | null }>(
    client,
    `select p.season, (select max(number) from plan_version v where v.practice_id = p.practice_id and v.plan_id = p.id) as version
     from plan p where p.practice_id = $1 and p.id = $2`,
    [practiceId, input.planId],
  );
  if (!plan) throw new Refused(404, "There is no such plan.");
  const { planId, operationId, doneOn, note } = input;
  // as it is kept
  const quantityPerHa = input.quantityPerHa === null ? null : Math.round(input.quantityPerHa * 1e4) / 1e4;
  const application = input.application && JSON.stringify(input.application);
  const sent = {
    plan_id: planId,
    operation_id: operationId,
    done_on: doneOn,
    quantity_per_ha: quantityPerHa,
    note,
    application,
  };
  if (await sentBefore(client, "log_entry", practiceId, input.id, sent)) return;
  if (plan.version === null)
    throw new Refused(422, "Nothing of this plan is issued yet: issue version 1, then log what is done of it.");
  const operation = await row<{ name: string; role: string; plannedPerHa: number | null; unit: string | null }>(
    client,
    `select o.name, o.role, sum(i.per_ha)::float8 as "plannedPerHa", max(i.unit) as unit from operation o
     left join operation_input i on i.practice_id = o.practice_id and i.plan_id = o.plan_id and i.version = o.version and i.operation_id = o.operation_id
     where o.practice_id = $1 and o.plan_id = $2 and o.version = $3 and o.operation_id = $4 group by o.name, o.role`,
    [practiceId, input.planId, plan.version, input.operationId],
  );
  if (!operation)
    throw new Refused(422, `Operation: "${input.operationId}" given, version ${plan.version} has no such operation.`);
  const first = `${plan.season - YEARS_BEFORE}-01-01`;
  if (input.doneOn > access.today)
    throw new Refused(422, `Done on: ${input.doneOn} given, allowed is up to today (${access.today}).`);
  if (input.doneOn < first)
    throw new Refused(
      422,
      `Done on: ${input.doneOn} given, allowed is from ${first} on, two years before harvest ${plan.season}.`,
    );
  refuseSenselessRate(input, operation);
  const treated = operation.role === "treat" ? await treatedNow(client, access, input.planId, input.operationId) : null;
  if (operation.role === "treat" && !input.application)
    throw new Refused(
      422,
      "Operator: nothing given, a treatment is logged with its operator, hours and wind: the law asks for them.",
    );
  if (operation.role !== "treat" && input.application)
    throw new Refused(422, `Operator: given, but ${operation.name} is no treatment.`);
  const done = await row<{ done_on: string; person: string }>(
    client,
    `select done_on, person from log_entry where practice_id = $1 and plan_id = $2 and operation_id = $3 and withdrawn_at is null`,
    [practiceId, input.planId, input.operationId],
  );
  if (done)
    throw new Refused(
      409,
      `${done.person} has logged this already, done on ${done.done_on}. Withdraw that entry first.`,
    );
  await client.query(
    "insert into log_entry (practice_id, id, plan_id, operation_id, done_on, quantity_per_ha, note, user_id, application, treated) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)",
    [
      practiceId,
      input.id,
      planId,
      operationId,
      doneOn,
      quantityPerHa,
      note,
      access.userId,
      application,
      treated && JSON.stringify(treated),
    ],
  );
  await audit(client, access, "log", input.planId, `logged ${input.operationId}`, null, input);
}

function refuseSenselessRate(
  { quantityPerHa }: LogEntry,
  { name, role, plannedPerHa, unit }: { name: string; role: string; plannedPerHa: number | null; unit: string | null },
): void {
  if (quantityPerHa === null) return;
  if (role === "irrigate") {
    if (quantityPerHa > MOST_WATER_M3_PER_HA)
      throw new Refused(
        422,
        `Water given: ${quantityPerHa / 10} mm given, allowed is up to ${MOST_WATER_M3_PER_HA / 10} mm.`,
      );
    return;
  }
  if (plannedPerHa === null)
    throw new Refused(422, `Rate: ${quantityPerHa} given, but ${name} uses nothing: leave it empty.`);
  const most = MOST_TIMES_PLANNED * plannedPerHa;
  if (quantityPerHa > most)
    throw new Refused(
      422,
      `Rate: ${quantityPerHa} ${unit}/ha given, allowed is up to ${Math.round(most)} ${unit}/ha, ten times the planned ${Math.round(plannedPerHa)}.`,
    );
}

/** Takes an entry back; it stays in the books as withdrawn. */
export async function withdrawLog(client: Client, access: Access, planId: string, operationId: string): Promise<void> {
  if (!isId(planId)) throw new Refused(404, "There is no such plan.");
  const withdrawn = await row<{ id: string }>(
    client,
    "update log_entry set withdrawn_at = now() where practice_id = $1 and plan_id = $2 and operation_id = $3 and withdrawn_at is null returning id",
    [access.practiceId, planId, operationId],
  );
  if (!withdrawn) throw new Refused(404, "There is no such entry.");
  await audit(client, access, "log", planId, `withdrew ${operationId}`, { id: withdrawn.id }, null);
}

/** Jobs of a plan that are logged, by their ids; none of a plan that is not there. */
export const loggedJobs = async (client: Client, scope: Scope, planId: string): Promise<string[]> =>
  isId(planId)
    ? (
        await rows<{ id: string }>(
          client,
          `select distinct operation_id as id from log_entry where practice_id = $1 and plan_id = $2 and withdrawn_at is null`,
          [scope.practiceId, planId],
        )
      ).map((r) => r.id)
    : [];
