"use client";

import { X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { formatDay } from "@/core/dates";
import { type Drafted, type MovedDate, movedDates, whyMoved } from "@/core/sheets/moved-dates";
import { usePlanModel } from "./plan-context";

/** What moved with the last change of dates since the plan was opened, and why: one line that opens to the list. */
export function Moved({ since }: { since: Drafted | null }) {
  const { plan, facts, decisions } = usePlanModel();
  const before = useRef<Drafted | null>(since);
  const [last, setLast] = useState<{ why: string; moved: MovedDate[] } | null>(null);
  useEffect(() => {
    if (!plan) return;
    const now = { plan, facts, decisions };
    const then = before.current;
    before.current = now;
    if (!then || then.plan === plan) return;
    const why = whyMoved(then, now);
    const moved = movedDates(then.plan, plan);
    if (why && moved.length > 0) setLast({ why, moved });
    else if (moved.length > 0) setLast(null);
  }, [plan, facts, decisions]);
  if (!last) return null;
  return (
    <div role="status" className="mt-2 flex items-start gap-2 border border-line bg-sheet px-3 py-1.5 text-[13px]">
      <details className="grow">
        <summary className="cursor-pointer">
          <b>{last.moved.length === 1 ? "One date moved" : `${last.moved.length} dates moved`}</b> because {last.why}
        </summary>
        <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">
          {last.moved.map((m) => (
            <li key={m.id}>
              {m.name}: {formatDay(m.from)} to {formatDay(m.to)}{" "}
              <span className="text-soft">
                {m.days > 0 ? "+" : "−"}
                {Math.abs(m.days)} days{m.tiedTo ? `, ${m.tiedTo}` : ""}
              </span>
            </li>
          ))}
        </ul>
      </details>
      <button
        type="button"
        aria-label="Close the list of moved dates"
        className="grid size-6 place-items-center"
        onClick={() => setLast(null)}
      >
        <X size={13} aria-hidden />
      </button>
    </div>
  );
}
