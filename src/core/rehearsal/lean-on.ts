import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

interface LeanedOn {
  id: string;
  /** what the plan comes to with this figure at the low and at the high end of its range, the others as planned */
  atLow: number;
  atHigh: number;
  swing: number;
}

/**
 * What a plan leans on: each figure is moved to the ends of its range, one at a time, and the plan evaluated again; the one that moves it most
 * stands first (equal ones in the order given). `evaluate({ [id]: value })` gives a number for the plan with that one figure moved.
 *
 * Errors: an id that is none or stands twice, ends that are no numbers or the wrong way round, an answer that is no number, each by its place.
 *
 * Example: of a margin of 8 x price - cost, a price of 150 to 200 swings it by 400, a cost of 900 to 1,000 by 100.
 */
export function leanOn(
  figures: readonly { id: string; low: number; high: number }[],
  evaluate: (moved: Record<string, number>) => number,
): Result<LeanedOn[]> {
  const errors: FieldError[] = [];
  const list = Array.isArray(figures) ? figures : [];
  if (!Array.isArray(figures)) errors.push(fieldError("figures", figures, "a list of { id, low, high }"));
  if (typeof evaluate !== "function") errors.push(fieldError("evaluate", evaluate, "a function of the moved figure"));
  const seen = new Set<string>();
  for (const [i, figure] of list.entries()) {
    if (typeof figure?.id !== "string" || figure.id === "" || seen.has(figure.id))
      errors.push(fieldError(`figures.${i}.id`, figure?.id, "an id that stands once"));
    seen.add(figure?.id);
    const low = readNumber(errors, `figures.${i}.low`, figure?.low, {});
    readNumber(errors, `figures.${i}.high`, figure?.high, { min: Number.isFinite(low) ? low : undefined });
  }
  if (errors.length > 0) return failed(errors);
  const lines = list.map(({ id, low, high }): LeanedOn => {
    const [atLow, atHigh] = [evaluate({ [id]: low }), evaluate({ [id]: high })];
    return { id, atLow, atHigh, swing: Math.abs(atHigh - atLow) };
  });
  const none = lines.findIndex(({ swing }) => !Number.isFinite(swing));
  if (none >= 0)
    return failed([fieldError(`figures.${none}`, lines[none]?.id, "a figure with which the plan comes to a number")]);
  return ok(lines.sort((a, b) => b.swing - a.swing));
}
