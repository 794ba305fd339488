"use client";

import { addDays, daysBetween, formatDay } from "@/core/dates";
import type { PondDays } from "@/core/sheets/water/part";
import { useUnits } from "../../../shared/units";

const WIDTH = 640;
const HEIGHT = 150;
const LEFT = 34;

/** How deep the water stands by days, and when it is filled. */
export function PondChart({ days, stopOn }: { days: PondDays; stopOn: string | null }) {
  const { show, split } = useUnits();
  const count = days.depthMm.length;
  const highest = Math.max(60, ...days.depthMm);
  const lowest = Math.min(0, ...days.depthMm);
  const x = (d: number) => LEFT + (d / Math.max(1, count - 1)) * (WIDTH - LEFT - 4);
  const y = (mm: number) => 8 + ((highest - mm) / (highest - lowest)) * (HEIGHT - 30);
  const line = days.depthMm.map((mm, d) => `${x(d).toFixed(1)} ${y(mm).toFixed(1)}`).join("L");
  const months = Array.from({ length: count }, (_, d) => addDays(days.from, d)).flatMap((date, d) =>
    date.endsWith("-01") ? [{ d, name: formatDay(date).split(" ")[1] ?? "" }] : [],
  );
  const stop = stopOn === null ? -1 : daysBetween(days.from, stopOn);
  return (
    <figure className="mt-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label={`Depth of the water by days, from ${formatDay(days.from)}: at most ${show(Math.max(...days.depthMm), "waterDepth", 0)}`}
      >
        <path d={`M${x(0)} ${y(0)}L${line}L${x(count - 1)} ${y(0)}z`} fill="var(--water)" opacity="0.25" />
        <path d={`M${line}`} fill="none" stroke="var(--water)" strokeWidth="1.6" />
        <path d={`M${LEFT} ${y(0)}H${WIDTH}`} stroke="var(--ground)" strokeWidth="1.4" />
        {days.irrigationMm.map((mm, d) =>
          // biome-ignore lint/suspicious/noArrayIndexKey: a day is its position
          mm > 0 ? <path key={d} d={`M${x(d)} ${y(0)}v8`} stroke="var(--water)" strokeWidth="2.5" /> : null,
        )}
        {stop > 0 && stop < count && (
          <path d={`M${x(stop)} 4V${HEIGHT - 20}`} stroke="var(--ink)" strokeDasharray="2 3" strokeWidth="1" />
        )}
        {months.map(({ d, name }) => (
          <text key={d} x={x(d)} y={HEIGHT - 4} fontSize="11" fill="var(--soft)">
            {name}
          </text>
        ))}
        <text x={LEFT - 4} y={y(0) + 4} fontSize="11" textAnchor="end" fill="var(--soft)">
          0
        </text>
        <text x={LEFT - 4} y={y(highest) + 8} fontSize="11" textAnchor="end" fill="var(--soft)">
          {split(highest, "waterDepth", 0).number}
        </text>
      </svg>
      <figcaption className="text-[12px] text-soft">
        Depth of the water, {split(1, "waterDepth").unit}, in the simulated season that it is planned on; marks under
        the ground line: filled; below it the water stands in the soil
        {stop > 0 ? "; dotted, the last day of water" : ""}.
      </figcaption>
    </figure>
  );
}
