/** Who stands for the chemical treatments of plans. */

import type { SignOff } from "@/core/plan/facts";
import type { Asker } from "../access/access";
import { type Client, rows } from "../storage/db";

type Stored = Omit<SignOff, "lapsed" | "licence"> & {
  planId: string;
  lapsed: NonNullable<SignOff["lapsed"]> | null;
  licence: NonNullable<SignOff["licence"]>;
};

/** What a signature is known by in a practice's file, of the table as "s": its key, with times as they are written at UTC. */
export const SIGN_OFF_KEY = "s.plan_id || ' ' || s.treatment_id || ' ' || (s.at at time zone 'UTC')::text || '+00'";

/** Sign-offs that were not taken back, the newest first, each with whether it still carries a plan. */
export const loadSignOffs = async (
  client: Client,
  { practiceId }: Pick<Asker, "practiceId">,
  planIds: string[],
): Promise<(SignOff & { planId: string })[]> => {
  const found = await rows<Stored>(
    client,
    `select s.plan_id as "planId", s.treatment_id as "treatmentId", s.signed, s.person, s.licence_no as "licenceNo",
       to_char(s.at, 'YYYY-MM-DD HH24:MI') as at, s.for_day as "forDay",
       case when e.row_key is not null then 'elsewhere' when l.user_id is null then 'left'
         when l.role not in ('owner', 'adviser') or l.licence_no is distinct from s.licence_no then 'unlicensed' end as lapsed,
       jsonb_build_object('issuer', l.licence_issuer, 'endsOn', l.licence_ends_on) as licence
     from treatment_sign_off s
       left join licences_of_practice() l on l.user_id = s.user_id
       left join signed_elsewhere e on e.practice_id = s.practice_id and e.kept_in = 'treatment_sign_off'
         and e.row_key = ${SIGN_OFF_KEY}
     where s.practice_id = $1 and s.plan_id = any($2::uuid[]) and s.withdrawn_at is null order by s.at desc`,
    [practiceId, planIds],
  );
  return found.map(({ lapsed, licence, ...own }) => (lapsed ? { ...own, lapsed } : { ...own, licence }));
};
