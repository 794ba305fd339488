"use client";

import { formatDay } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";
import { WrittenDate } from "../../shared/written-date";
import { useMovingDates } from "../moving-dates";
import { usePlanModel } from "../plan-context";

/**
 * The date of an operation to be typed. What was typed stays in its box, also while it clashes; the day that the plan could
 * keep stands beside it.
 */
export function PlannedDate({
  operation,
  label,
  name,
}: {
  operation: Operation | undefined;
  label: string;
  /** how a message names it */
  name: string;
}) {
  const { decisions, editable, facts, set } = usePlanModel();
  const { put } = useMovingDates();
  const wish = operation && decisions.dates?.[operation.id];
  const typed = operation && !operation.doneOn ? wish?.date : undefined;
  const planned = operation?.date ?? "";
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-2">
      <WrittenDate
        label={label}
        name={name}
        day={(typed ?? planned) || null}
        today={facts.today}
        disabled={!editable || !operation || Boolean(operation.doneOn)}
        onDay={(date) => operation && put(operation, date)}
        onClear={() => operation && set(`dates/${operation.id}`, undefined)}
      />
      {typed && typed !== planned && (
        <span className="text-[12px] text-stop">
          {planned ? `clashes; the plan could keep ${formatDay(planned)}` : "clashes with what else is set"}
        </span>
      )}
    </span>
  );
}
