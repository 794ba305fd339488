/** A drafted plan on its way to the page: the guide that it stands on goes once, beside it, and of its crop's guide what differs. */

import type { Guide } from "@/core/guides/schema";
import type { PlanFacts } from "@/core/plan/facts";
import type { BoundsTree } from "@/core/sheets/decision-bounds";
import type { Decisions } from "@/core/sheets/decisions";
import type { Plan } from "@/core/sheets/plan";
import type { Finding } from "@/core/sheets/sheet";
import type { PlanSummary } from "@/core/views/compare";
import { type Packed, unpack } from "../shared/packed";

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

export interface PlanStart {
  planId: string;
  season: number;
  facts: PlanFacts;
  /** the guide of the plan's crop */
  guide: Guide;
  decisions: Decisions;
  revision: number;
  lastSummary: PlanSummary | null;
  /** the plan as it is opened, drafted by the server, and what is found in it; null with the reason where it cannot be drafted */
  plan: SentPlan | null;
  trouble: string | null;
  findings: Finding[];
  editable: boolean;
  /** of the numbers of its decisions */
  bounds: BoundsTree;
}

/** Parts of the facts that all plans of a practice share. */
type SharedList = "fertilisers" | "limes" | "seedLots" | "products" | "varieties";

/** What is of this plan alone. */
export type OwnStart = Omit<PlanStart, "guide" | "facts" | "bounds"> & { facts: Omit<PlanFacts, SharedList> };

/** The start of a page as it crosses: what stands in many pages is packed once for all of them. */
export interface PackedStart {
  own: Packed<OwnStart>;
  guide: Packed<Guide>;
  lists: { [L in SharedList]: Packed<NonNullable<PlanFacts[L]>> };
  bounds: BoundsTree;
}

export function unpackStart({ own, guide, lists, bounds }: PackedStart): PlanStart {
  const { facts, ...rest } = unpack(own);
  return {
    ...rest,
    bounds,
    guide: unpack(guide),
    facts: {
      ...facts,
      fertilisers: unpack(lists.fertilisers),
      limes: unpack(lists.limes),
      seedLots: unpack(lists.seedLots),
      products: unpack(lists.products),
      varieties: unpack(lists.varieties),
    },
  };
}
