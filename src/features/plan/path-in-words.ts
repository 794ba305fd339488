/** Where a decision stands, for people. */

import { SHEET_NAMES, type SheetId } from "@/core/sheet-ids";
import type { DecisionPath } from "@/core/sheets/decisions";
import type { Plan } from "@/core/sheets/plan";

/**
 * The sheet and the things on the way to a decision; operations and figures by the name that the plan gives them.
 *
 * Example: "feed/base/date" becomes "Feed, base, date"; "targetTPerHa" becomes "target".
 */
export function pathInWords(path: DecisionPath, plan: Plan): string {
  return path
    .split("/")
    .map((key, i, keys) => keyInWords(key, keys[i - 1], plan))
    .join(", ");
}

function keyInWords(key: string, under: string | undefined, plan: Plan): string {
  const named =
    SHEET_NAMES[key as SheetId] ??
    (under === "dates" || under === "skipped" ? plan.operations.find((o) => o.id === key)?.name : undefined) ??
    (key in plan.figures ? plan.figures[key as keyof typeof plan.figures]?.label : undefined);
  if (named) return named;
  const words = key.replace(/TPerHa$|KgPerHa$|Cm$|Pct$/, "").replace(/([a-z])([A-Z])/g, "$1 $2");
  // "kind Id" is "kind id", but the N of nitrogen stays
  return words.replace(/\b[A-Z](?=[a-z])/g, (letter) => letter.toLowerCase());
}
