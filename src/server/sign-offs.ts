/** Who stands for the chemical treatments of plans. */

import type { SignOff } from "@/core/plan/facts";
import type { Asker } from "./access";
import { type Client, rows } from "./db";

/** Sign-offs that stand, the newest first. */
export const loadSignOffs = (
  client: Client,
  { practiceId }: Pick<Asker, "practiceId">,
  planIds: string[],
): Promise<(SignOff & { planId: string })[]> =>
  rows<SignOff & { planId: string }>(
    client,
    `select plan_id as "planId", treatment_id as "treatmentId", signed, person, licence_no as "licenceNo", to_char(at, 'YYYY-MM-DD HH24:MI') as at
     from treatment_sign_off where practice_id = $1 and plan_id = any($2::uuid[]) and withdrawn_at is null order by treatment_sign_off.at desc`,
    [practiceId, planIds],
  );
