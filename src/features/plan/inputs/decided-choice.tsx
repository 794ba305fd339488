"use client";

import type { DecisionAt, DecisionPath } from "@/core/sheets/decisions";
import { Choice, type Option } from "@/ui/choice";
import { usePlanModel } from "../plan-context";

/** One of a few of the decisions at its path; the usual one leaves no trace. */
export function DecidedChoice<P extends DecisionPath, T extends string>({
  path,
  label,
  value,
  usual,
  options,
}: {
  path: P;
  label: string;
  value: T;
  usual?: NoInfer<T>;
  options: Option<NoInfer<T>>[];
}) {
  const { set, editable } = usePlanModel();
  return (
    <Choice
      label={label}
      value={value}
      disabled={!editable}
      options={options}
      onChange={(chosen) => set(path, (chosen === usual ? undefined : chosen) as DecisionAt<P> | undefined)}
    />
  );
}
