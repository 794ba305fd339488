"use client";

import { useRouter } from "next/navigation";
import { memo, useMemo, useState } from "react";
import { formatDay } from "@/core/dates";
import type { Move } from "@/core/season/level-load";
import type { Resource } from "@/core/views/outline";
import type { FarmCapacity } from "@/server/contracts";
import { Button } from "@/ui/button";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";
import { jobKey, RESOURCE_NAMES, type SeasonLoad } from "./season-load";
import type { SeasonRow } from "./season-rows";

/** Overbooked weeks and the moves inside the windows that take a load off them; accepting one moves the plan's date. */
export const OfferedMoves = memo(function OfferedMoves({
  load,
  rows,
  farms,
  mayPlan,
}: {
  load: SeasonLoad;
  /** null until they are fetched */
  rows: SeasonRow[] | null;
  farms: FarmCapacity[];
  mayPlan: boolean;
}) {
  const { number } = useUnits();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const jobs = useMemo(() => {
    const wanted = new Set(load.moves.map((m) => m.job));
    const found = new Map<string, { row: SeasonRow; operation: SeasonRow["operations"][number] }>();
    for (const row of rows ?? [])
      for (const operation of row.operations) {
        const key = jobKey(row.planId, operation.id);
        if (wanted.has(key)) found.set(key, { row, operation });
      }
    return found;
  }, [rows, load]);
  // a line stands there from the first: what is under it must not move when the rows have come
  if (load.over.length === 0 && !said)
    return (
      <p className="mb-3 border border-line bg-sheet px-4 py-2 text-soft">
        {rows === null ? "Adding up the weeks of machines and crews." : "No week is overbooked."}
      </p>
    );
  const farmOf = (resource: string) => {
    const [farmId, kind] = resource.split("|") as [string, Resource];
    return `${farms.find((f) => f.id === farmId)?.farm ?? ""}, ${RESOURCE_NAMES[kind]}`;
  };
  const accept = async (moves: Move[]) => {
    setBusy(true);
    setSaid(null);
    const wanted = moves.flatMap((m) => {
      const job = jobs.get(m.job);
      return job ? [{ planId: job.row.planId, operationId: job.operation.id, date: m.to }] : [];
    });
    const reply = await send("POST /api/moves", { body: { moves: wanted } });
    if (!reply.ok)
      setSaid({
        text: reply.status === null ? `${reply.reason} Nothing was moved; try again.` : reply.reason,
        bad: true,
      });
    else {
      const { results } = reply.value;
      const refused = results.flatMap((r) => r.refused ?? []);
      const moved = results.length - refused.length;
      setSaid({
        text: [moved === 1 ? "One date moved." : `${moved} dates moved.`, ...refused].join(" "),
        bad: refused.length > 0,
      });
      router.refresh();
    }
    setBusy(false);
  };
  const shown = load.moves.slice(0, 40);
  return (
    <section aria-label="Overbooked weeks" className="mb-3 border border-line bg-sheet px-4 py-2">
      <details>
        <summary className="cursor-pointer max-sm:truncate">
          {load.over.length > 0 ? (
            <b className="text-stop">
              ▲ {load.over.length} overbooked {load.over.length === 1 ? "week" : "weeks"}
            </b>
          ) : (
            <b>No week is overbooked any more</b>
          )}
          {load.over.length > 0 &&
            `: ${load.moves.length === 0 ? "no move inside the windows helps" : `${load.moves.length} ${load.moves.length === 1 ? "move" : "moves"} inside the windows ${load.left.length === 0 ? "mend all of them" : `leave ${load.left.length} of them over`}`}`}
        </summary>
        {shown.length > 0 && (
          <ul className="mt-1 text-[13px]">
            {shown.map((m) => {
              const job = jobs.get(m.job);
              if (!job) return null;
              return (
                <li key={m.job} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1">
                  <span className="grow">
                    <b>{job.operation.name}</b>, {job.row.field}: {formatDay(m.from)} to {formatDay(m.to)}
                    <span className="text-soft">
                      {" "}
                      takes {number(m.hours, 1)} h off the week of {formatDay(m.fromWeek)} ({farmOf(m.resource)})
                    </span>
                  </span>
                  {mayPlan && (
                    <Button look="quiet" disabled={busy} onClick={() => void accept([m])}>
                      Accept
                      <span className="sr-only">{` ${job.operation.name}, ${job.row.field}`}</span>
                    </Button>
                  )}
                </li>
              );
            })}
          </ul>
        )}
        {load.moves.length > shown.length && (
          <p className="text-[12px] text-soft">and {load.moves.length - shown.length} more</p>
        )}
        {mayPlan && load.moves.length > 1 && (
          <Button className="mt-1" disabled={busy} onClick={() => void accept(load.moves.slice(0, 200))}>
            Accept {load.moves.length > 200 ? "the first 200" : `all ${load.moves.length}`}
          </Button>
        )}
        {load.left.length > 0 && (
          <p className="mt-1 text-[13px] text-soft">
            Not mended:{" "}
            {load.left
              .slice(0, 6)
              .map(
                (l) => `${farmOf(l.resource)}, week of ${formatDay(l.week)}, ${number(l.hours - l.capacity, 0)} h over`,
              )
              .join("; ")}
            {load.left.length > 6 && ` and ${load.left.length - 6} more`}. Hire, lengthen the days, or move a window.
          </p>
        )}
      </details>
      {said && (
        <p role={said.bad ? "alert" : "status"} className={said.bad ? "text-stop" : ""}>
          {said.text}
        </p>
      )}
    </section>
  );
});
