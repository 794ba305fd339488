"use client";

import { area, curveMonotoneX, line } from "d3-shape";
import { memo } from "react";
import { addDays, type IsoDate, isoDate, monthName, toDay } from "@/core/dates";
import { LIKELIHOODS } from "@/core/guides/threat-words";
import { offDate } from "@/core/plan/off-date";
import type { PlannedThreat } from "@/core/sheets/protect/part";
import type { WaterPart } from "@/core/sheets/water/part";
import { type Climate, dailyValue, meanPreservingNodes, monthPlace } from "@/core/weather/climate";
import { type DayScale, monthsWithin } from "../../shared/day-scale";
import { usePlanModel } from "../plan-context";
import { stageInWords } from "../stage-in-words";
import { BOTTOM, GROUND, HEIGHT } from "./geometry";

/** Warmer or colder than this [C, a ten days' mean], the sky shows it. */
const COLD_SKY_C = 1;
const HOT_SKY_C = 29;

interface TenDays {
  left: number;
  right: number;
  mm: number;
  meanC: number;
}

/**
 * Months, rain from the top, cold and heat in the sky, earth below. Each is one path: dozens of elements would be drawn
 * anew by the server and at every keystroke.
 */
export const Backdrop = memo(function Backdrop({
  x,
  width,
  from,
  to,
  climate,
}: {
  x: DayScale;
  width: number;
  from: IsoDate;
  to: IsoDate;
  climate: Climate | null;
}) {
  const months = monthsWithin(from, to);
  // where months stand closer than their names, every second or third is named
  const every = Math.ceil(48 / Math.max(1, x.right / Math.max(1, months.length)));
  const bars = climate ? tensOfDays(climate, from, to, x) : [];
  const sky = (list: TenDays[]) => list.map((b) => `M${px(b.left)} 0H${px(b.right)}V${GROUND}H${px(b.left)}z`).join("");
  const rain = bars.map((b) => {
    const right = Math.max(b.left + 2, b.right - 1);
    return `M${px(b.left + 1)} 0H${px(right)}V${px(Math.min(34, b.mm * 0.9))}H${px(b.left + 1)}z`;
  });
  return (
    <g aria-hidden>
      <rect x={0} y={GROUND} width={width} height={BOTTOM - GROUND} fill="var(--earth)" />
      <path d={sky(bars.filter((b) => b.meanC < COLD_SKY_C))} fill="var(--water)" opacity={0.09} />
      <path d={sky(bars.filter((b) => b.meanC > HOT_SKY_C))} fill="var(--stop)" opacity={0.07} />
      <path d={rain.join("")} fill="var(--rain)" />
      {bars.length > 1 && (
        <path
          d={
            line<TenDays>()
              .x((b) => (b.left + b.right) / 2)
              .y((b) => GROUND - 8 - (b.meanC + 5) * 2.6)
              .curve(curveMonotoneX)
              .digits(1)(bars) ?? ""
          }
          fill="none"
          stroke="var(--stop)"
          strokeWidth={1}
          opacity={0.35}
        />
      )}
      <path d={months.map((d) => `M${px(x(d))} 0V${BOTTOM}`).join("")} stroke="var(--line)" strokeWidth={1} />
      {months.map(
        (d, i) =>
          i % every === 0 && (
            <text key={d} className="soft-name" x={x(d) + 4} y={HEIGHT - 6}>
              {`${monthName(d)}${d.slice(5, 7) === "01" || i === 0 ? ` ${d.slice(0, 4)}` : ""}`}
            </text>
          ),
      )}
    </g>
  );
});

const px = (value: number) => Math.round(value * 10) / 10;

/** A station's usual rain and warmth by tens of days. */
function tensOfDays(climate: Climate, from: IsoDate, to: IsoDate, x: DayScale): TenDays[] {
  const warmth = meanPreservingNodes(climate.months.map((m) => m.meanC));
  const tens: TenDays[] = [];
  for (let day = toDay(from); day < toDay(to); day++) {
    const date = isoDate(day);
    const of = Number(date.slice(8));
    const month = climate.months[Number(date.slice(5, 7)) - 1];
    if (![1, 11, 21].includes(of) || !month) continue;
    tens.push({
      left: x(date),
      right: x(addDays(date, of === 21 ? 9 : 10)),
      mm: month.rainMm / 3,
      meanC: dailyValue(warmth, monthPlace(day + 5)),
    });
  }
  return tens;
}

/** Canopy above the ground line and roots below it, from the stages computed for this planting date. */
export function Growth({ x }: { x: DayScale }) {
  const { plan } = usePlanModel();
  const end = (plan && offDate(plan.operations)) ?? plan?.stages.at(-1)?.date;
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
      .x((p) => x(p.date))
      .y0(GROUND)
      .y1(height)
      .curve(curveMonotoneX)(points) ?? "";
  const canopy = shape((p) => GROUND - p.cover * 74);
  const ripening = plan.stages.at(-2)?.date ?? end;
  return (
    <g aria-hidden>
      <clipPath id="ripe">
        <rect x={x(ripening)} y={0} width={Math.max(0, x(end) - x(ripening))} height={GROUND} />
      </clipPath>
      <path d={shape((p) => GROUND + (p.rootCm / deepest) * 84)} fill="var(--root)" />
      <path d={canopy} fill="var(--canopy)" stroke="var(--seed)" strokeWidth={1} />
      <path d={canopy} fill="var(--ripe)" clipPath="url(#ripe)" />
    </g>
  );
}

/** What the rooted soil holds by days: the water that is left, and the days on which the crop lacks it; water that stands. */
export const Store = memo(function Store({ x, water }: { x: DayScale; water: WaterPart }) {
  const { season, pond } = water;
  if (pond) {
    const top = (d: number) => px(GROUND - Math.max(0, (pond.depthMm[d] ?? 0) * POND_PX_PER_MM));
    return (
      <g aria-hidden>
        <path d={band(x, pond.from, pond.depthMm.length, top, () => GROUND)} fill="var(--water)" opacity={0.35} />
      </g>
    );
  }
  if (!season) return null;
  const most = Math.max(...season.tawMm, 1);
  const floor = (d: number) => px(GROUND + (84 * (season.tawMm[d] ?? 0)) / most);
  const level = (d: number) => px(GROUND + (84 * (season.depletionMm[d] ?? 0)) / most);
  const lacks = season.ks.flatMap((ks, d) => {
    const at = x(addDays(season.from, d));
    return ks < LACKS ? [`M${px(at)} ${GROUND}V${floor(d)}`] : [];
  });
  const day = Math.max(1, x(addDays(season.from, 1)) - x(season.from));
  return (
    <g aria-hidden>
      <path d={band(x, season.from, season.ks.length, level, floor)} fill="var(--water)" opacity={0.28} />
      <path d={lacks.join("")} stroke="var(--advise)" strokeWidth={px(day)} opacity={0.22} />
    </g>
  );
});

/** A millimetre of standing water on the ribbon, and the share of its need under which a crop lacks water. */
const POND_PX_PER_MM = 0.14;
const LACKS = 0.995;
/** Every so many days a point: a line is no truer with more. */
const STEP = 3;

/** A closed path between two lines over days. */
function band(x: DayScale, from: IsoDate, days: number, top: (d: number) => number, bottom: (d: number) => number) {
  const at = Array.from({ length: Math.ceil(days / STEP) }, (_, i) => i * STEP);
  const point = (d: number, y: number) => `${px(x(addDays(from, d)))} ${y}`;
  const down = at.map((d) => point(d, top(d)));
  const back = at.reverse().map((d) => point(d, bottom(d)));
  return `M${[...down, ...back].join("L")}z`;
}

/** Ticks of the stages along the ground line with their spread; names where they fit; each opens to be noted as seen. */
export function Stages({ x, width, onOpen }: { x: DayScale; width: number; onOpen: (stageId: string) => void }) {
  const { plan } = usePlanModel();
  let end = -Infinity;
  return (
    <g>
      {plan?.stages.map((stage) => {
        const at = x(stage.date);
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
            <rect className="grip" x={at - 12} y={GROUND - 8} width={24} height={24} rx={3} />
            <path className="spread" d={`M${x(stage.early)} ${GROUND + 2.5}H${x(stage.late)}`} />
            {stage.basis === "observed" ? (
              <circle cx={at} cy={GROUND} r={4} fill="var(--ink)" />
            ) : (
              <path d={`M${at} ${GROUND - 5}v10`} stroke="var(--ink)" strokeWidth={1.5} />
            )}
            {fits && (
              <text className="soft-name" x={at + 3} y={GROUND + 14}>
                {stage.name}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Bars of threats at most, from the ribbon's lower edge up, and how far apart [px]. */
const MOST_BARS = 6;
const BAR_STEP = 4;

/** When what is likely may come: thin bars along the lower edge, the surest lowest; the Protect sheet has them in words. */
export function Threats({
  x,
  threats,
  names,
}: {
  x: DayScale;
  threats: readonly PlannedThreat[];
  names: ReadonlyMap<string, string>;
}) {
  const sure = (t: PlannedThreat) => LIKELIHOODS.indexOf(t.likelihood);
  const shown = threats
    .filter((t) => sure(t) >= LIKELIHOODS.indexOf("likely"))
    .sort((a, b) => sure(b) - sure(a))
    .slice(0, MOST_BARS);
  return (
    <g aria-hidden>
      {shown.map(
        (t, i) =>
          t.from &&
          t.to && (
            <rect
              key={t.id}
              x={px(x(t.from))}
              y={BOTTOM - BAR_STEP * (i + 1)}
              width={px(Math.max(3, x(t.to) - x(t.from)))}
              height={2}
              fill="var(--protect)"
              opacity={t.likelihood === "expected" ? 0.9 : 0.5}
            >
              <title>{`${names.get(t.id) ?? t.id}: ${t.likelihood}`}</title>
            </rect>
          ),
      )}
    </g>
  );
}
