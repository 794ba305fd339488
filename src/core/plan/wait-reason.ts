import type { Trigger } from "../guides/schema";
import { ANY_TIME_BEFORE } from "./own-operations";

/** A wait in words. Example: "Spread lime: at least 21 days before sowing". */
export function waitReason(name: string, when: Trigger, from: string): string {
  const span = (days: number) =>
    days === 0 ? "with" : `${Math.abs(days)} ${Math.abs(days) === 1 ? "day" : "days"} ${days < 0 ? "before" : "after"}`;
  const anchor = from.charAt(0).toLowerCase() + from.slice(1);
  if (when.min <= ANY_TIME_BEFORE) return `${name} comes before ${anchor}`;
  if (when.max === null) return `${name}: ${when.min > 0 ? `at least ${span(when.min)}` : "not before"} ${anchor}`;
  if (when.min === when.max) return `${name}: ${span(when.min)} ${anchor}`;
  if (when.min >= 0) return `${name}: ${when.min} to ${when.max} days after ${anchor}`;
  if (when.max <= 0) return `${name}: ${-when.max} to ${-when.min} days before ${anchor}`;
  return `${name}: ${span(when.min)} to ${span(when.max)} ${anchor}`;
}
