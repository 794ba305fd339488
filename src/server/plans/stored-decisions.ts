/** Decisions as they are stored, read for drafting: with their guide, or with what in them is wrong. */

import type { Guide } from "@/core/guides/schema";
import { failed, fieldError, ok, type Result } from "@/core/result";
import type { Decisions } from "@/core/sheets/decisions";
import { anyDecisionsSchema } from "@/core/sheets/decisions-schema";
import { Refused } from "../access/access";
import { guideOf } from "./guides";

/** A plan whose stored decisions no plan can be made of. */
export class BrokenPlan extends Refused {
  constructor(reason: string) {
    super(422, `This plan cannot be drafted: ${reason}`);
  }
}

/** Stored decisions with the guide that they are drafted with; errors name what in them is wrong. */
export function readDecisions(stored: unknown): Result<{ decisions: Decisions; guide: Guide }> {
  const parsed = anyDecisionsSchema.safeParse(stored);
  if (!parsed.success)
    return failed(
      parsed.error.issues.map(({ path, message }) => ({
        ...fieldError(path.join("."), undefined, message),
        message: `${path.join(".") || "decisions"}: ${message}`,
      })),
    );
  const guide = guideOf(parsed.data.crop.guideId);
  return guide
    ? ok({ decisions: parsed.data, guide })
    : failed([fieldError("crop.guideId", parsed.data.crop.guideId, "a crop that there is a guide of")]);
}

/** Stored decisions with their guide; throws BrokenPlan for what cannot be read. */
export function decisionsOf(stored: unknown): { decisions: Decisions; guide: Guide } {
  const read = readDecisions(stored);
  if (!read.ok) throw new BrokenPlan(reasonOf(read.errors));
  return read.value;
}

export const reasonOf = (errors: readonly { message: string }[]): string => errors.map((e) => e.message).join("; ");
