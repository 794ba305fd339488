"use client";

import { area, curveMonotoneX, line } from "d3-shape";
import { addDays, type IsoDate, isoDate, toDay } from "@/core/dates";
import { dailyValue, meanPreservingNodes, monthPlace } from "@/core/weather/climate";
import { usePlanModel } from "../plan-context";
import { stageInWords } from "../stage-in-words";
import { FocusRing } from "./focus-ring";
import { BOTTOM, GROUND, HEIGHT, ms, type Scale } from "./geometry";

/** Months, rain from the top, cold and heat in the sky, earth below. */
export function Backdrop({ x, width, from, to }: { x: Scale; width: number; from: IsoDate; to: IsoDate }) {
  const { facts } = usePlanModel();
  const months: Date[] = [];
  for (
    let day = new Date(`${from.slice(0, 7)}-01T00:00:00Z`);
    day.getTime() < ms(to);
    day.setUTCMonth(day.getUTCMonth() + 1)
  )
    if (day.getTime() > ms(from)) months.push(new Date(day));
  // where months stand closer than their names, every second or third is named
  const every = Math.ceil(48 / Math.max(1, (x.range()[1] ?? width) / Math.max(1, months.length)));
  const bars: { left: number; right: number; mm: number; meanC: number; key: string }[] = [];
  const warmth = facts.climate ? meanPreservingNodes(facts.climate.months.map((m) => m.meanC)) : [];
  for (let day = toDay(from); day < toDay(to); day++) {
    const date = isoDate(day);
    const of = Number(date.slice(8));
    const month = facts.climate?.months[Number(date.slice(5, 7)) - 1];
    if (![1, 11, 21].includes(of) || !month) continue;
    bars.push({
      left: x(ms(date)),
      right: x(ms(addDays(date, of === 21 ? 9 : 10))),
      mm: month.rainMm / 3,
      meanC: dailyValue(warmth, monthPlace(day + 5)),
      key: date,
    });
  }
  return (
    <g aria-hidden>
      <rect x={0} y={GROUND} width={width} height={BOTTOM - GROUND} fill="var(--earth)" />
      {bars.map((bar) => (
        <g key={bar.key}>
          {bar.meanC < 1 && (
            <rect x={bar.left} y={0} width={bar.right - bar.left} height={GROUND} fill="var(--water)" opacity={0.09} />
          )}
          {bar.meanC > 29 && (
            <rect x={bar.left} y={0} width={bar.right - bar.left} height={GROUND} fill="var(--stop)" opacity={0.07} />
          )}
          <rect
            x={bar.left + 1}
            y={0}
            width={Math.max(1, bar.right - bar.left - 2)}
            height={Math.min(34, bar.mm * 0.9)}
            fill="var(--rain)"
          />
        </g>
      ))}
      {bars.length > 1 && (
        <path
          d={
            line<(typeof bars)[number]>()
              .x((b) => (b.left + b.right) / 2)
              .y((b) => GROUND - 8 - (b.meanC + 5) * 2.6)
              .curve(curveMonotoneX)(bars) ?? ""
          }
          fill="none"
          stroke="var(--stop)"
          strokeWidth={1}
          opacity={0.35}
        />
      )}
      {months.map((d, i) => (
        <g key={d.toISOString()}>
          <line x1={x(d)} x2={x(d)} y1={0} y2={BOTTOM} stroke="var(--line)" strokeWidth={1} />
          {i % every === 0 && (
            <text x={x(d) + 4} y={HEIGHT - 6} fontSize={11} fill="var(--soft)">
              {`${d.toLocaleString("en", { month: "short", timeZone: "UTC" })}${d.getUTCMonth() === 0 || i === 0 ? ` ${d.getUTCFullYear()}` : ""}`}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}

/** Canopy above the ground line and roots below it, from the stages computed for this planting date. */
export function Growth({ x }: { x: Scale }) {
  const { plan } = usePlanModel();
  const end = plan?.harvestDate ?? plan?.stages.at(-1)?.date;
  if (!plan?.plantingDate || !end) return null;
  const last = plan.stages.at(-1);
  const deepest = Math.max(...plan.stages.map((s) => s.rootCm));
  const points = [
    { date: plan.plantingDate, cover: 0, rootCm: 0 },
    ...plan.stages.filter((s) => s.date < end),
    { date: end, cover: last?.cover ?? 0, rootCm: last?.rootCm ?? 0 },
  ];
  const shape = (height: (p: (typeof points)[number]) => number) =>
    area<(typeof points)[number]>()
      .x((p) => x(ms(p.date)))
      .y0(GROUND)
      .y1(height)
      .curve(curveMonotoneX)(points) ?? "";
  const canopy = shape((p) => GROUND - p.cover * 74);
  const ripening = plan.stages.at(-2)?.date ?? end;
  return (
    <g aria-hidden>
      <clipPath id="ripe">
        <rect x={x(ms(ripening))} y={0} width={Math.max(0, x(ms(end)) - x(ms(ripening)))} height={GROUND} />
      </clipPath>
      <path d={shape((p) => GROUND + (p.rootCm / deepest) * 84)} fill="var(--root)" />
      <path d={canopy} fill="var(--canopy)" stroke="var(--seed)" strokeWidth={1} />
      <path d={canopy} fill="var(--ripe)" clipPath="url(#ripe)" />
    </g>
  );
}

/** Ticks of the stages along the ground line with their spread; names where they fit; each opens to be noted as seen. */
export function Stages({ x, width, onOpen }: { x: Scale; width: number; onOpen: (stageId: string) => void }) {
  const { plan } = usePlanModel();
  let end = -Infinity;
  return (
    <g>
      {plan?.stages.map((stage) => {
        const at = x(ms(stage.date));
        const size = stage.name.length * 5.6;
        const fits = at > end && at + size < width;
        if (fits) end = at + size + 8;
        const words = stageInWords(stage);
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside an SVG
          <g
            key={stage.id}
            role="button"
            tabIndex={0}
            aria-label={`Stage: ${words}`}
            data-stage={stage.id}
            data-date={stage.date}
            className="group cursor-pointer outline-none"
            onClick={() => onOpen(stage.id)}
            onKeyDown={(event) => {
              if (event.key !== "Enter" && event.key !== " ") return;
              event.preventDefault();
              onOpen(stage.id);
            }}
          >
            <title>{words}</title>
            <rect x={at - 12} y={GROUND - 8} width={24} height={24} fill="transparent" />
            <line
              x1={x(ms(stage.early))}
              x2={x(ms(stage.late))}
              y1={GROUND + 2.5}
              y2={GROUND + 2.5}
              stroke="var(--ink)"
              strokeWidth={3}
              opacity={0.28}
            />
            {stage.basis === "observed" ? (
              <circle cx={at} cy={GROUND} r={4} fill="var(--ink)" />
            ) : (
              <line x1={at} x2={at} y1={GROUND - 5} y2={GROUND + 5} stroke="var(--ink)" strokeWidth={1.5} />
            )}
            <FocusRing x={at} y={GROUND} width={18} height={16} />
            {fits && (
              <text x={at + 3} y={GROUND + 14} fontSize={10.5} fill="var(--soft)">
                {stage.name}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
