import { formatDay } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";

/** "12 Apr, may move 5 Apr to 19 Apr": a date with its play, for screen readers and hover. */
export function dateInWords({
  name,
  date,
  earliest,
  latest,
  doneOn,
}: Pick<Operation, "name" | "date" | "earliest" | "latest" | "doneOn">): string {
  if (doneOn) return `${name}, done ${formatDay(doneOn)}`;
  if (!date) return `${name}, no date`;
  const from = earliest ? formatDay(earliest) : "any time before";
  const to = latest ? formatDay(latest) : "any time after";
  return earliest !== null && earliest === latest
    ? `${name}, ${formatDay(date)}, may not move`
    : `${name}, ${formatDay(date)}, may move ${from} to ${to}`;
}
