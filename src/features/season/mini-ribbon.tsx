"use client";

import { area, curveMonotoneX } from "d3-shape";
import { memo } from "react";
import { addDays, type IsoDate } from "@/core/dates";
import type { SheetId } from "@/core/sheet-ids";
import type { DayScale } from "../shared/day-scale";
import { sheetColour } from "../shared/sheet-mark";
import type { SeasonRow } from "./season-rows";

const HEIGHT = 34;
const GROUND = 21;
const BELOW = new Set<SheetId>(["ground", "soil", "seed"]);

/** One field's season, small: canopy on the ground line, a tick for each operation, work on the crop above, on the ground below. */
export const MiniRibbon = memo(function MiniRibbon({ row, x, width }: { row: SeasonRow; x: DayScale; width: number }) {
  const points =
    row.planting && row.harvest
      ? [
          { date: row.planting, cover: 0 },
          ...row.stages.filter((s) => s.date < (row.harvest as IsoDate)),
          { date: row.harvest, cover: row.stages.at(-1)?.cover ?? 0 },
        ]
      : [];
  const canopy =
    area<{ date: IsoDate; cover: number }>()
      .x((p) => x(p.date))
      .y0(GROUND)
      .y1((p) => GROUND - p.cover * 17)
      .curve(curveMonotoneX)(points) ?? "";
  const paths = new Map<string, string>();
  for (const o of row.operations) {
    const at = x(o.date).toFixed(1);
    const key = `${o.sheet}|${o.done ? "done" : "open"}`;
    const big = o.role === "plant" || o.role === "harvest";
    const d = BELOW.has(o.sheet) ? `M${at} ${GROUND + 2}v${big ? 10 : 7}` : `M${at} ${GROUND - 2}v${big ? -15 : -9}`;
    paths.set(key, (paths.get(key) ?? "") + d);
  }
  return (
    <svg width={width} height={HEIGHT} aria-hidden className="block">
      <path d={canopy} fill="var(--canopy)" />
      <line x1={0} x2={width} y1={GROUND} y2={GROUND} stroke="var(--ground)" strokeWidth={1} opacity={0.6} />
      {[...paths].map(([key, d]) => {
        const [sheet, state] = key.split("|") as [SheetId, string];
        return (
          <path
            key={key}
            d={d}
            stroke={sheetColour(sheet)}
            strokeWidth={state === "done" ? 1.2 : 2.4}
            opacity={state === "done" ? 0.6 : 1}
          />
        );
      })}
    </svg>
  );
});

/** Weekly load of a machine or crew as bars against what it can do; a bar over it stands out by colour and a sign. */
export const LoadStrip = memo(function LoadStrip({
  loads,
  x,
  width,
}: {
  loads: { week: IsoDate; hours: number; capacity: number }[];
  x: DayScale;
  width: number;
}) {
  const most = Math.max(1, ...loads.map((l) => Math.max(l.hours, l.capacity)));
  const height = HEIGHT + 6;
  const y = (hours: number) => height - 2 - (hours / most) * (height - 8);
  return (
    <svg width={width} height={height} aria-hidden className="block">
      {loads.map((l) => {
        const left = x(l.week);
        const w = Math.max(2, x(addDays(l.week, 7)) - left - 1);
        const over = l.hours > l.capacity + 1e-9;
        return (
          <g key={l.week}>
            <rect
              x={left}
              y={y(l.hours)}
              width={w}
              height={height - 2 - y(l.hours)}
              fill={over ? "var(--stop)" : "var(--soft)"}
              opacity={over ? 0.85 : 0.45}
            />
            <line x1={left} x2={left + w} y1={y(l.capacity)} y2={y(l.capacity)} stroke="var(--ink)" strokeWidth={1.2} />
            {over && <path d={`M${left + w / 2} ${Math.max(1, y(l.hours) - 6)}l3 5h-6z`} fill="var(--stop)" />}
          </g>
        );
      })}
    </svg>
  );
});
