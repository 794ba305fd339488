"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { addDays, formatDay, type IsoDate } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";
import { dayScale } from "../../shared/day-scale";
import { useUnits } from "../../shared/units";
import { useMovingDates } from "../moving-dates";
import { usePlanModel } from "../plan-context";
import { ABOVE, BELOW, BOTTOM, GROUND, HEIGHT, LANES } from "./geometry";
import { Group, Mark } from "./marks";
import { placeMarks } from "./ribbon-layout";
import { Backdrop, Growth, Stages, Store, Threats } from "./scenery";

/** Of marks on one day, these come before the passes. */
const WEIGHT: Partial<Record<Operation["sheet"], number>> = { seed: 3, soil: 2, feed: 2, harvest: 2 };
const BELOW_SHEETS = new Set(["ground", "soil", "seed"]);

/** The season as a section through the field over time: canopy and roots, rain and frost, and every operation in its play. */
export function Ribbon({
  onOpen,
  onStage,
}: {
  onOpen: (operation: Operation) => void;
  onStage: (stageId: string) => void;
}) {
  const { plan, facts, editable } = usePlanModel();
  const { split } = useUnits();
  const moving = useMovingDates();
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1240);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.max(340, entry.contentRect.width)));
    observer.observe(node);
    return () => observer.disconnect();
  }, []);

  // where marks stood last: those that stay on their day do not jump when another is moved
  const stood = useRef(new Map<string, { lane: number; date: IsoDate }>());
  const dated = useMemo(
    () => (plan?.operations ?? []).filter((o): o is Operation & { date: IsoDate } => o.date !== null),
    [plan],
  );
  const [from, to] = useMemo(() => {
    const dates = [...dated.map((o) => o.date), ...(plan?.stages ?? []).map((s) => s.date)].sort();
    return [addDays(dates[0] ?? facts.today, -20), addDays(dates.at(-1) ?? facts.today, 26)];
  }, [dated, plan, facts.today]);
  const threatNames = useMemo(() => new Map(plan?.crop.guide.threats.map((t) => [t.id, t.name])), [plan]);
  const x = useMemo(() => dayScale(from, to, 8, width - 8), [from, to, width]);
  if (!plan) return null;

  const dateOf = new Map(dated.map((o) => [o.id, o.date]));
  const labelOf = (o: Operation) =>
    o.markKgPerHa === null ? o.mark : `${o.mark} ${split(o.markKgPerHa, "massPerArea", 0).number}`;
  const marks = placeMarks(
    dated.map((o) => ({
      stood: stood.current.has(o.id)
        ? { lane: stood.current.get(o.id)?.lane ?? 0, stayed: stood.current.get(o.id)?.date === o.date }
        : undefined,
      id: o.id,
      x: x(o.date),
      label: labelOf(o),
      above: !BELOW_SHEETS.has(o.sheet),
      weight: o.role === "plant" || o.role === "harvest" ? 9 : (WEIGHT[o.sheet] ?? 1),
    })),
    width - 4,
    width < 700 ? 2 : LANES,
  );
  stood.current = new Map(
    marks.flatMap((p) => (p.kind === "mark" ? [[p.id, { lane: p.lane, date: dateOf.get(p.id) ?? "" }]] : [])),
  );
  const find = (id: string) => dated.find((o) => o.id === id) as Operation & { date: IsoDate };
  const today = x(facts.today);
  return (
    <section aria-label="Season ribbon" className="border border-line bg-sheet">
      <div ref={box} className="relative w-full overflow-hidden" style={{ height: HEIGHT }}>
        {/* biome-ignore lint/a11y/useSemanticElements: a drawing cannot be a fieldset */}
        <svg
          width={width}
          height={HEIGHT}
          className="absolute inset-0 select-none"
          role="group"
          aria-label={`Season from ${formatDay(from, true)} to ${formatDay(to, true)}, ${dated.length} operations`}
        >
          <Backdrop x={x} width={width} from={from} to={to} climate={facts.climate} />
          <Growth x={x} />
          <Store x={x} water={plan.water} />
          <Threats x={x} threats={plan.protect.threats} names={threatNames} />
          <line x1={0} x2={width} y1={GROUND} y2={GROUND} stroke="var(--ground)" strokeWidth={2} />
          <Stages x={x} width={width} onOpen={onStage} />
          {today > 0 && today < width && (
            <g>
              <line x1={today} x2={today} y1={0} y2={BOTTOM} stroke="var(--stop)" strokeWidth={1.5} />
              <text
                x={today > width - 60 ? today - 4 : today + 4}
                y={12}
                fontSize={11}
                fontWeight={600}
                fill="var(--stop)"
                textAnchor={today > width - 60 ? "end" : "start"}
              >
                today
              </text>
            </g>
          )}
          {marks.map((placed) => {
            const y = (placed.above ? ABOVE : BELOW)[placed.lane] ?? GROUND;
            return placed.kind === "mark" ? (
              <Mark
                key={placed.id}
                operation={find(placed.id)}
                label={labelOf(find(placed.id))}
                x={placed.x}
                y={y}
                flipped={placed.flipped}
                scale={x}
                editable={editable}
                moving={moving}
                onOpen={onOpen}
              />
            ) : (
              <Group key={placed.ids.join("+")} operations={placed.ids.map(find)} x={placed.x} y={y} onOpen={onOpen} />
            );
          })}
        </svg>
      </div>
    </section>
  );
}
