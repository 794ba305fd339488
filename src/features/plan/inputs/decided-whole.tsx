"use client";

import type { DecisionAt, DecisionPath } from "@/core/sheets/decisions";
import { WrittenValue } from "@/ui/written-value";
import { usePlanModel } from "../plan-context";

/** A whole number of the decisions at its path, without a unit; emptied, it goes back to what is usual. */
export function DecidedWhole<P extends DecisionPath>({
  path,
  label,
  value,
  most,
  suffix,
}: {
  path: P;
  label: string;
  value: number;
  most: number;
  suffix: string;
}) {
  const { set, editable } = usePlanModel();
  return (
    <WrittenValue
      label={label}
      text={String(value)}
      suffix={suffix}
      width="2.4em"
      disabled={!editable}
      read={(typed) =>
        /^\d{1,6}$/.test(typed.trim()) && Number(typed) >= 1 && Number(typed) <= most
          ? { ok: true, value: Number(typed) }
          : { ok: false, message: `${label}: ${typed} given, allowed is a whole number from 1 to ${most}` }
      }
      onValue={(v) => set(path, v as DecisionAt<P>)}
      onClear={() => set(path, undefined)}
    />
  );
}
