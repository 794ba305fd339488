import { type ImplementId, implementOf } from "../ground/implements";
import { type FieldWork, guideWork } from "../money/field-work";
import type { Draft } from "./sheet";

/** The work of planting itself: by the method's machine, the one for unworked ground where it was not worked, or by hand. */
export function plantingWork({ context, facts }: Draft, system: { plantsUnworked?: boolean }): FieldWork {
  const { work } = context.crop.method;
  const unworked =
    work.implement && system.plantsUnworked ? implementOf(work.implement as ImplementId).unworked : undefined;
  return guideWork(unworked ? { ...work, implement: unworked } : work, facts.field);
}
