/** Signing chemical treatments, and taking a signature back. */

import { formatDay, type IsoDate } from "@/core/dates";
import { licenceHolds } from "@/core/records/licence";
import { draftPlan } from "@/core/sheets/draft-plan";
import { type Access, may, Refused } from "../access/access";
import { audit } from "../access/audit";
import { type Client, hold } from "../storage/db";
import { loadPlan } from "./plans";

/**
 * Signs a treatment of the saved draft as whoever asks, under the licence that stands with them. Refuses who has no licence, a
 * treatment that the plan does not have, and words other than those that the draft has now.
 */
export async function signTreatment(
  client: Client,
  access: Access,
  planId: string,
  { treatmentId, signed }: { treatmentId: string; signed: string },
): Promise<void> {
  if (!may(access.role, "issue")) throw new Refused(403, "An adviser of the practice signs treatments.");
  const { licence } = access;
  if (!licence)
    throw new Refused(
      403,
      "Signing needs a licence number: the owner of the practice puts it to your name under People.",
    );
  if (!licenceHolds(licence, access.today))
    throw new Refused(
      403,
      `Your licence ${licence.number} expired on ${formatDay(licence.endsOn as IsoDate, true)}: the owner of the practice records the new one under People.`,
    );
  await hold(client, planId);
  const plan = await loadPlan(client, access, planId);
  if (!plan) throw new Refused(404, "There is no such plan.");
  const drafted = draftPlan(plan.facts, plan.decisions, plan.season, plan.guide);
  const treatment = drafted.ok ? drafted.value.protect.treatments.find((t) => t.id === treatmentId) : undefined;
  if (!treatment)
    throw new Refused(422, `Treatment: "${treatmentId}" given, the plan as it is saved has no such treatment.`);
  if (treatment.toSign !== signed)
    throw new Refused(409, "The treatment has changed since this page was loaded. Read it again, then sign it.");
  if (treatment.signed) return;
  await withdraw(client, access, planId, treatmentId);
  const operation = drafted.ok ? drafted.value.operations.find((o) => o.id === treatmentId) : undefined;
  const { number, issuer, endsOn } = licence;
  await client.query(
    `insert into treatment_sign_off (practice_id, plan_id, treatment_id, signed, user_id, licence_no, licence_issuer, licence_ends_on, for_day)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [access.practiceId, planId, treatmentId, signed, access.userId, number, issuer, endsOn, operation?.date ?? null],
  );
  await audit(client, access, "plan", planId, `signed "${operation?.name ?? treatmentId}", licence ${number}`, null, {
    signed,
    day: operation?.date ?? null,
  });
}

/** Takes the signature under a treatment back. */
export async function unsignTreatment(
  client: Client,
  access: Access,
  planId: string,
  treatmentId: string,
): Promise<void> {
  const plan = await loadPlan(client, access, planId);
  if (!plan) throw new Refused(404, "There is no such plan.");
  if (!(await withdraw(client, access, planId, treatmentId))) return;
  const drafted = draftPlan(plan.facts, plan.decisions, plan.season, plan.guide);
  const name = drafted.ok ? drafted.value.operations.find((o) => o.id === treatmentId)?.name : undefined;
  await audit(client, access, "plan", planId, `withdrew the signature under "${name ?? treatmentId}"`, null, null);
}

async function withdraw(client: Client, access: Access, planId: string, treatmentId: string): Promise<boolean> {
  const { rowCount } = await client.query(
    `update treatment_sign_off set withdrawn_at = clock_timestamp()
     where practice_id = $1 and plan_id = $2 and treatment_id = $3 and withdrawn_at is null`,
    [access.practiceId, planId, treatmentId],
  );
  return (rowCount ?? 0) > 0;
}
