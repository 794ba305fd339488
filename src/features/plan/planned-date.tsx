"use client";

import { formatDay } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";
import { WrittenValue } from "@/ui/written-value";
import { useMovingDates } from "./moving-dates";
import { usePlanModel } from "./plan-context";

/**
 * The date of an operation to be typed. What was typed stays in its box, also while it clashes; the day that the plan could
 * keep stands beside it.
 */
export function PlannedDate({
  operation,
  label,
  name,
  align,
  width,
}: {
  operation: Operation | undefined;
  label: string;
  /** how a message names it */
  name: string;
  align?: "left" | "right";
  width: string;
}) {
  const { decisions, editable, set } = usePlanModel();
  const { put } = useMovingDates();
  const wish = operation && decisions.dates?.[operation.id];
  const typed = operation && !operation.doneOn ? wish?.date : undefined;
  const planned = operation?.date ?? "";
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-2">
      <WrittenValue
        label={label}
        type="date"
        width={width}
        disabled={!editable || !operation || Boolean(operation.doneOn)}
        text={typed ?? planned}
        read={(text) =>
          /^\d{4}-\d{2}-\d{2}$/.test(text)
            ? { ok: true, value: text }
            : { ok: false, message: `${name}: ${text || "nothing"} given, allowed is a date` }
        }
        onValue={(date) => operation && put(operation, date)}
        onClear={() => operation && set(`dates/${operation.id}`, undefined)}
        {...(align ? { align } : {})}
      />
      {typed && typed !== planned && (
        <span className="text-[12px] text-stop">
          {planned ? `clashes; the plan could keep ${formatDay(planned)}` : "clashes with what else is set"}
        </span>
      )}
    </span>
  );
}
