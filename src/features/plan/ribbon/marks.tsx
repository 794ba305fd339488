"use client";

import { useDrag } from "@use-gesture/react";
import { memo, useState } from "react";
import { formatDay, type IsoDate } from "@/core/dates";
import type { Operation } from "@/core/plan/operation";
import { SHEET_NAMES } from "@/core/sheet-ids";
import { Popover } from "@/ui/popover";
import type { DayScale } from "../../shared/day-scale";
import { SheetShape, sheetColour } from "../../shared/sheet-mark";
import { dateInWords } from "../inputs/date-in-words";
import type { MovingDates } from "../moving-dates";
import { GROUND } from "./geometry";

interface MarkProps {
  operation: Operation & { date: IsoDate };
  /** what it is called, with its amount in the user's unit */
  label: string;
  x: number;
  y: number;
  flipped: boolean;
  scale: DayScale;
  editable: boolean;
  moving: MovingDates;
  onOpen: (o: Operation) => void;
}

/** What a mark shows of its operation, or asks of it when it is moved. */
const SHOWN = [
  "id",
  "name",
  "sheet",
  "date",
  "earliest",
  "latest",
  "doneOn",
  "held",
  "inConflict",
  "overdueDays",
] as const satisfies (keyof Operation)[];

/** Every keystroke drafts the plan anew, but few move a date: a mark that would look the same is not drawn again. */
function looksTheSame({ operation: a, ...before }: MarkProps, { operation: b, ...after }: MarkProps): boolean {
  return (
    SHOWN.every((key) => a[key] === b[key]) &&
    (Object.keys(before) as (keyof typeof before)[]).every((key) => before[key] === after[key])
  );
}

/** One operation on the ribbon: dragged or nudged within its window, and told what would break beyond it. */
export const Mark = memo(function Mark({
  operation,
  label,
  x,
  y,
  flipped,
  scale,
  editable,
  moving,
  onOpen,
}: MarkProps) {
  const { put, nudge, wouldBreak } = moving;
  const [dragged, setDragged] = useState<IsoDate | null>(null);
  const [touched, setTouched] = useState(false);
  const [stopped, setStopped] = useState<string | null>(null);
  const movable = editable && !operation.doneOn;
  const bind = useDrag(
    ({ movement: [dx], last, tap }) => {
      if (tap) {
        onOpen(operation);
        return;
      }
      if (!movable) return;
      const date = scale.dateAt(scale(operation.date) + dx);
      setTouched(!last);
      setDragged(last ? null : date);
      if (last && date !== operation.date) put(operation, date);
    },
    { filterTaps: true, pointer: { touch: true, keys: false } },
  );
  const at = dragged ? scale(dragged) : x;
  const above = y < GROUND;
  const right = scale.right;
  const low = operation.earliest ? scale(operation.earliest) : 0;
  const high = operation.latest ? scale(operation.latest) : right;
  const problem = dragged ? wouldBreak(operation, dragged) : stopped;
  const colour = sheetColour(operation.sheet);
  const words = `${SHEET_NAMES[operation.sheet]}: ${dateInWords(operation)}${operation.inConflict ? ", clashes" : ""}${operation.held ? ", held by you" : ""}`;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside an SVG
    <g
      {...bind()}
      role="button"
      tabIndex={0}
      aria-label={words}
      data-operation={operation.id}
      data-date={operation.date}
      className="group outline-none"
      style={{ touchAction: "none", cursor: movable ? "grab" : "pointer" }}
      onMouseEnter={() => setTouched(true)}
      onMouseLeave={() => setTouched(false)}
      onFocus={() => setTouched(true)}
      onBlur={() => {
        setTouched(false);
        setStopped(null);
      }}
      onKeyDown={(event) => {
        const days = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 }[event.key];
        if (days && movable) {
          event.preventDefault();
          setStopped(nudge(operation, days));
        }
        if (event.key === "Enter" || event.key === " ") {
          event.preventDefault();
          onOpen(operation);
        }
      }}
    >
      <title>{words}</title>
      <path className="stem" d={`M${at} ${y + (above ? 7 : -7)}V${GROUND}`} stroke={colour} />
      {touched && movable && (
        <g aria-hidden style={{ pointerEvents: "none" }}>
          <rect x={low} y={y - 4} width={Math.max(2, high - low)} height={8} fill={colour} opacity={0.18} />
          <line x1={low} x2={low} y1={y - 7} y2={y + 7} stroke={colour} strokeWidth={1.5} />
          <line x1={high} x2={high} y1={y - 7} y2={y + 7} stroke={colour} strokeWidth={1.5} />
        </g>
      )}
      <rect data-grip className="grip" x={at - 12} y={y - 12} width={24} height={24} rx={3} />
      <g transform={`translate(${at - 6.5} ${y - 6.5}) scale(0.81)`}>
        <SheetShape sheet={operation.sheet} filled={!operation.doneOn} />
      </g>
      {operation.doneOn && (
        <path d={`M${at - 3} ${y}l2.2 2.4 4-4.8`} stroke="var(--ink)" strokeWidth={1.6} fill="none" />
      )}
      {(operation.inConflict || operation.overdueDays > 0) && (
        <circle
          cx={at + 7}
          cy={y - 7}
          r={3.2}
          fill={operation.inConflict && operation.overdueDays === 0 ? "var(--stop)" : "var(--advise)"}
        />
      )}
      <text className="mark-name" x={flipped ? at - 10 : at + 10} y={y + 4} {...(flipped ? { textAnchor: "end" } : {})}>
        {dragged ? formatDay(dragged) : label}
      </text>
      {problem && (
        <foreignObject
          x={Math.max(4, Math.min(at - 130, right - 264))}
          y={above ? y + 12 : Math.max(4, y - 74)}
          width={264}
          height={66}
          style={{ overflow: "visible", pointerEvents: "none" }}
        >
          <div
            role="alert"
            className="rounded-field border border-stop bg-sheet px-2 py-1 text-[12px] leading-tight text-stop shadow"
          >
            {problem}
          </div>
        </foreignObject>
      )}
    </g>
  );
}, looksTheSame);

/** Marks that found no room of their own: one sign that fans out. */
export function Group({
  operations,
  x,
  y,
  onOpen,
}: {
  operations: Operation[];
  x: number;
  y: number;
  onOpen: (o: Operation) => void;
}) {
  const words = `${operations.length} operations from ${formatDay(operations[0]?.date ?? "1970-01-01")}: ${operations.map((o) => o.name).join(", ")}`;
  return (
    <g>
      <path className="stem" d={`M${x} ${y + (y < GROUND ? 8 : -8)}V${GROUND}`} stroke="var(--soft)" />
      <foreignObject x={x - 9} y={y - 8.5} width={58} height={17}>
        <Popover
          label="Operations that stand close together"
          trigger={
            <button
              type="button"
              aria-label={words}
              className="block h-[17px] min-h-0! w-[54px] rounded-field border border-line bg-sheet px-1 text-[11px] font-semibold leading-none"
            >
              {operations.length} jobs
            </button>
          }
        >
          <ul className="grid gap-1">
            {operations.map((operation) => (
              <li key={operation.id}>
                <button
                  type="button"
                  className="flex w-full items-center gap-2 rounded-field px-1 py-1 text-left hover:bg-selected"
                  onClick={() => onOpen(operation)}
                >
                  <svg width={14} height={14} viewBox="0 0 16 16" aria-hidden>
                    <SheetShape sheet={operation.sheet} />
                  </svg>
                  <span className="grow">{operation.name}</span>
                  <span className="text-soft">{operation.date ? formatDay(operation.date) : ""}</span>
                </button>
              </li>
            ))}
          </ul>
        </Popover>
      </foreignObject>
    </g>
  );
}
