"use client";

import { formatDay } from "@/core/dates";
import type { DueOperation } from "@/server/contracts";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../shared/units";

/** Hours of a day: a pump that is asked for more cannot. */
const DAY_HOURS = 24;

/** Who waters what and when this week, by pump; the person is written in by hand, for nobody else knows who comes. */
export function WaterOfWeek({ due }: { due: DueOperation[] }) {
  const { show, number } = useUnits();
  const irrigations = due.flatMap((o) =>
    o.irrigation && o.date ? [{ ...o, irrigation: o.irrigation, day: o.doneOn ?? o.date }] : [],
  );
  if (irrigations.length === 0) return null;
  const pumps = new Map<string, typeof irrigations>();
  for (const g of irrigations) {
    const key = `${g.farm}: ${g.irrigation.by}`;
    pumps.set(key, [...(pumps.get(key) ?? []), g]);
  }
  return (
    <section aria-label="Water of this week" className="mb-4 border border-line bg-sheet px-4 py-2">
      <h2 className="text-base">Water of this week</h2>
      {[...pumps].map(([pump, list]) => {
        const hours = new Map<string, number>();
        for (const g of list) hours.set(g.day, (hours.get(g.day) ?? 0) + g.irrigation.hours);
        // an irrigation may run into the days after it: only what starts on one day together is too much for it
        const over = [...hours].filter(([day, h]) => h > DAY_HOURS && list.filter((g) => g.day === day).length > 1);
        return (
          <div key={pump} className="mt-1 overflow-x-auto">
            <table className="w-full border-collapse">
              <caption className="text-left text-[13px] font-semibold">{pump}</caption>
              <TableHead
                columns={[
                  "Day",
                  "Field",
                  "What",
                  ...figures("Depth", "Water", "Hours"),
                  { name: "Who", className: "pl-4" },
                ]}
              />
              <tbody>
                {list.map((g) => (
                  <tr key={`${g.planId} ${g.id}`} className="border-t border-line">
                    <th scope="row" className="py-0.5 text-left font-normal">
                      {formatDay(g.day)}
                      {g.doneOn ? ", given" : ""}
                    </th>
                    <td>{g.field}</td>
                    <td>{g.name}</td>
                    <td className="text-right">{show(g.irrigation.m3 / 10 / g.irrigation.areaHa, "waterDepth", 0)}</td>
                    <td className="text-right">{show(g.irrigation.m3, "waterVolume")}</td>
                    <td className="text-right">{number(g.irrigation.hours, 0)}</td>
                    <td className="w-36 border-b border-soft pl-4">
                      <span className="sr-only">to be written in</span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {over.map(([day, h]) => (
              <p key={day} className="text-[13px] text-advise">
                ▲ {formatDay(day)}: {number(h, 0)} hours begin on one day. Give one of them the day after.
              </p>
            ))}
          </div>
        );
      })}
    </section>
  );
}
