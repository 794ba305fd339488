import { addDays, type IsoDate } from "../../dates";
import type { ResolvedGuide } from "../../guides/resolve-guide";

/** Water on a nursery's bed step by step, with dates where its sowing has one; steps after the seedlings are pulled are left out. */
export function nurseryWater(nursery: ResolvedGuide["method"]["nursery"], sownOn: IsoDate | null) {
  return (nursery?.water ?? [])
    .filter((step) => step.fromDay < (nursery?.days ?? 0))
    .map((step) => ({ ...step, date: sownOn ? addDays(sownOn, step.fromDay) : null }));
}
