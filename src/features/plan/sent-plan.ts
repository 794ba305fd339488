/** A drafted plan on its way to the page: the guide that it stands on goes once, beside it, and of its crop's guide what differs. */

import type { Guide } from "@/core/guides/schema";
import type { Plan } from "@/core/sheets/plan";

export type SentPlan = Omit<Plan, "crop"> & {
  crop: Omit<Plan["crop"], "base" | "guide"> & {
    /** parts of the guide that the chosen kind, method, product and schools change */
    changed: Partial<Guide>;
  };
};

export function forSending(plan: Plan): SentPlan {
  const { base, guide, ...crop } = plan.crop;
  const changed = Object.fromEntries(
    (Object.keys(guide) as (keyof Guide)[])
      .filter((part) => guide[part] !== base[part] && JSON.stringify(guide[part]) !== JSON.stringify(base[part]))
      .map((part) => [part, guide[part]]),
  );
  return { ...plan, crop: { ...crop, changed } };
}

/** The plan as it was drafted, from what was sent and the guide beside it. */
export function asSent({ crop: { changed, ...crop }, ...plan }: SentPlan, base: Guide): Plan {
  return { ...plan, crop: { ...crop, base, guide: { ...base, ...changed } } };
}
