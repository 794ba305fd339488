import { windowOfPlan } from "../plan/dates";
import { OWN } from "../plan/own-operations";
import { startOfSpring } from "../weather/climate-days";
import type { Draft } from "./sheet";

/** Whether a winter lies between the previous crop and planting; false while either, or the climate, is not known. */
export function winterBetween({ context, facts }: Pick<Draft, "context" | "facts">): boolean {
  const off = facts.previousCrop?.harvest;
  if (!off || !facts.climate) return false;
  const planting = context.common.dates?.[OWN.plant]?.date ?? windowOfPlan(context, OWN.plant).best;
  const spring = startOfSpring(facts.climate, off);
  return spring > off && planting >= spring;
}
