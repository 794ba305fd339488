/** A drafted plan on its way to the page: the guide that it stands on goes once, beside it. */

import type { Guide } from "@/core/guides/schema";
import type { Plan } from "@/core/sheets/plan";

export type SentPlan = Omit<Plan, "crop"> & { crop: Omit<Plan["crop"], "base"> };

export function forSending(plan: Plan): SentPlan {
  const { base: _, ...crop } = plan.crop;
  return { ...plan, crop };
}

export const asSent = (plan: SentPlan, guide: Guide): Plan => ({ ...plan, crop: { ...plan.crop, base: guide } });
