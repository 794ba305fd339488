"use client";

import { addDays, daysBetween, formatDay } from "@/core/dates";
import type { WaterDays } from "@/core/sheets/water/part";
import { Disclosure } from "@/ui/disclosure";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";

const WIDTH = 640;
const HEIGHT = 190;
const LEFT = 34;
const BARS = 46;

/** The store in the rooted soil by days: how empty it is, the line up to which the crop has all it needs, rain and irrigations above. */
export function WaterChart({ days, today, stopOn }: { days: WaterDays; today: string; stopOn: string | null }) {
  const { show, split } = useUnits();
  const count = days.depletionMm.length;
  const deepest = Math.max(20, ...days.tawMm);
  const wettest = Math.max(10, ...days.rainMm, ...days.irrigationMm);
  const x = (d: number) => LEFT + (d / Math.max(1, count - 1)) * (WIDTH - LEFT - 4);
  const y = (mm: number) => BARS + 6 + (mm / deepest) * (HEIGHT - BARS - 26);
  const line = (list: number[]) => `M${list.map((v, d) => `${x(d).toFixed(1)} ${y(v).toFixed(1)}`).join("L")}`;
  const indexOf = (date: string) => daysBetween(days.from, date);
  const months = Array.from({ length: count }, (_, d) => addDays(days.from, d)).flatMap((date, d) =>
    date.endsWith("-01") ? [{ d, name: formatDay(date).split(" ")[1] ?? "" }] : [],
  );
  const stressed = runs(days.ks.map((k) => k < 0.995));
  const bar = (WIDTH - LEFT) / count;
  const now = indexOf(today);
  const stop = stopOn === null ? -1 : indexOf(stopOn);
  return (
    <figure className="mt-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label={`Water missing in the rooted soil by days, from ${formatDay(days.from)}: at most ${show(Math.max(...days.depletionMm), "waterDepth", 0)} of ${show(deepest, "waterDepth", 0)}`}
      >
        {stressed.map(([from, to]) => (
          <rect
            key={from}
            x={x(from)}
            y={BARS + 6}
            width={Math.max(1.5, x(to) - x(from) + bar)}
            height={HEIGHT - BARS - 26}
            fill="var(--advise)"
            opacity="0.16"
          />
        ))}
        <path d={`${line(days.tawMm)}L${x(count - 1)} ${y(0)}L${x(0)} ${y(0)}z`} fill="var(--root)" opacity="0.45" />
        <path d={line(days.rawMm)} fill="none" stroke="var(--soft)" strokeDasharray="4 3" strokeWidth="1.2" />
        <path d={line(days.depletionMm)} fill="none" stroke="var(--ground)" strokeWidth="1.8" />
        <path d={`M${LEFT} ${y(0)}H${WIDTH}`} stroke="var(--ink)" strokeWidth="1" />
        {days.rainMm.map((mm, d) =>
          mm > 0.5 ? (
            <rect
              // biome-ignore lint/suspicious/noArrayIndexKey: a day is its position
              key={d}
              x={x(d)}
              y={BARS - (mm / wettest) * (BARS - 6)}
              width={Math.max(1, bar * 0.8)}
              height={(mm / wettest) * (BARS - 6)}
              fill="var(--soft)"
            />
          ) : null,
        )}
        {days.irrigationMm.map((mm, d) =>
          mm > 0 ? (
            <rect
              // biome-ignore lint/suspicious/noArrayIndexKey: a day is its position
              key={d}
              x={x(d) - 1.5}
              y={BARS - (mm / wettest) * (BARS - 6)}
              width={4}
              height={(mm / wettest) * (BARS - 6)}
              fill="var(--water)"
            />
          ) : null,
        )}
        {now > 0 && now < count && <path d={`M${x(now)} 0V${HEIGHT - 20}`} stroke="var(--advise)" strokeWidth="1.2" />}
        {stop > 0 && stop < count && (
          <path d={`M${x(stop)} ${BARS}V${HEIGHT - 20}`} stroke="var(--ink)" strokeDasharray="2 3" strokeWidth="1" />
        )}
        {months.map(({ d, name }) => (
          <text key={d} x={x(d)} y={HEIGHT - 5} fontSize="11" fill="var(--soft)">
            {name}
          </text>
        ))}
        <text x={LEFT - 4} y={y(0) + 4} fontSize="11" textAnchor="end" fill="var(--soft)">
          0
        </text>
        <text x={LEFT - 4} y={y(deepest)} fontSize="11" textAnchor="end" fill="var(--soft)">
          {split(deepest, "waterDepth", 0).number}
        </text>
      </svg>
      <figcaption className="text-[12px] text-soft">
        Below: {split(1, "waterDepth").unit} missing in the rooted soil; dashed, as much as is readily used; shaded,
        days of stress. Above: rain, and irrigations as broader bars. The simulated season that is planned on, measured
        days where there are some{stop > 0 ? "; dotted, the last day for water" : ""}.
      </figcaption>
      <Disclosure first={false} className="text-[13px]" summary="The same as a table">
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-[13px]">
            <TableHead
              columns={["Day", ...figures("Rain", "Given", "Needs", "Takes up", "Drains", "Missing", "Readily used")]}
            />
            <tbody>
              {days.depletionMm.map((missing, d) => {
                const date = addDays(days.from, d);
                const mm = (value: number | undefined) => (value ? split(value, "waterDepth", 1).number : "");
                return (
                  <tr key={date} className="border-t border-line">
                    <th scope="row" className="text-left font-normal">
                      {formatDay(date)}
                    </th>
                    <td className="text-right">{mm(days.rainMm[d])}</td>
                    <td className="text-right font-semibold">{mm(days.irrigationMm[d])}</td>
                    <td className="text-right">{mm(days.etcMm[d])}</td>
                    <td className="text-right">{mm((days.etcMm[d] ?? 0) * (days.ks[d] ?? 1))}</td>
                    <td className="text-right">{mm(days.drainageMm[d])}</td>
                    <td className="text-right">{split(missing, "waterDepth", 1).number}</td>
                    <td className="text-right">{mm(days.rawMm[d])}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      </Disclosure>
    </figure>
  );
}

/** Runs of true as [first, last]. */
function runs(list: boolean[]): [number, number][] {
  const found: [number, number][] = [];
  let from = -1;
  for (let i = 0; i <= list.length; i++) {
    if (list[i] && from < 0) from = i;
    if (!list[i] && from >= 0) {
      found.push([from, i - 1]);
      from = -1;
    }
  }
  return found;
}
