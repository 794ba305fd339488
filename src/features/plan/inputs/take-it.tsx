"use client";

import type { Change } from "@/core/sheets/decisions";
import { Button } from "@/ui/button";
import { usePlanModel } from "../plan-context";

/** Takes what a line of a comparison stands for, where the plan may be changed. */
export function TakeIt({ changes }: { changes: readonly Change[] }) {
  const { change, editable } = usePlanModel();
  return editable ? (
    <Button look="quiet" onClick={() => change(...changes)}>
      Use this
    </Button>
  ) : null;
}
