"use client";

import { useMemo, useRef } from "react";
import { addDays, type IsoDate } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";
import { change } from "@/core/sheets/decisions";
import { usePlanModel } from "./plan-context";

const inPlay = (operation: Operation, date: IsoDate) =>
  (!operation.earliest || date >= operation.earliest) && (!operation.latest || date <= operation.latest);

/** Moving an operation's date: a wish inside its window, held outside of it, where the solver says what breaks. */
export function useMovingDates(): MovingDates {
  const model = usePlanModel();
  const latest = useRef(model);
  latest.current = model;
  // the same as long as the screen stands, so that what is given them need not be drawn again
  return useMemo(() => movingDates(latest), []);
}

export interface MovingDates {
  put: (operation: Operation, date: IsoDate) => void;
  nudge: (operation: Operation, days: number) => string | null;
  wouldBreak: (operation: Operation, date: IsoDate) => string | null;
}

function movingDates(model: { readonly current: ReturnType<typeof usePlanModel> }): MovingDates {
  /** Which waits would break on this date, asked of the solver itself; null when none. */
  const wouldBreak = (operation: Operation, date: IsoDate): string | null => {
    if (inPlay(operation, date)) return null;
    const draft = model.current.draftWith([change(`dates/${operation.id}`, { date, held: true })]);
    if (!draft.ok) return null;
    const { conflicts, waits, windows } = draft.value;
    const held = windows.find((w) => w.kind === "held" && w.event === operation.id)?.id ?? "";
    const clash = conflicts.find((c) => c.ids.includes(held)) ?? conflicts[0];
    if (!clash) return null;
    const reasons = [...waits, ...windows]
      .filter((m) => clash.ids.includes(m.id) && m.kind !== "held")
      .map((m) => m.reason);
    if (clash.ids.includes("today")) reasons.push("it would lie in the past");
    return `${clash.shortByDays} ${clash.shortByDays === 1 ? "day" : "days"} short: ${reasons.join("; ")}`;
  };

  const put = (operation: Operation, date: IsoDate) =>
    model.current.set(`dates/${operation.id}`, { date, held: !inPlay(operation, date) });

  /** Moves by some days inside the window; at its edge nothing moves and the reason comes back. */
  const nudge = (operation: Operation, days: number): string | null => {
    if (!operation.date) return null;
    const date = addDays(operation.date, days);
    const problem = wouldBreak(operation, date);
    if (problem === null || operation.held) {
      put(operation, date);
      return null;
    }
    return problem;
  };
  return { put, nudge, wouldBreak };
}
