"use client";

import { Undo2, ZoomIn, ZoomOut } from "lucide-react";
import { type PointerEvent, useMemo, useRef, useState } from "react";
import { readBoundary } from "@/core/records/land/boundary";
import { middleOf, type Position, polygonsOf } from "@/core/records/land/boundary-measures";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { TextField } from "@/ui/text-field";
import { FieldOutline } from "../fields/field-outline";
import { useUnits } from "../shared/units";
import { byBearing, type Corner, cornersOf, drawn, readPlace, sideOf, snap } from "./boundary-drawing";

/** Metres that the drawing shows across at first, and how much a step of zoom is. */
const ACROSS_M = 500;
const ZOOM = 1.5;
/** Height of the drawing by its width. */
const HIGH = 0.6;
const STEPS = ["0", "1", "5", "10"];

/** A boundary: as it stands, drawn on a metric grid, or pasted as GeoJSON. `text` is GeoJSON, or empty. */
export function BoundaryInput({
  id,
  text,
  onText,
  disabled,
  near,
}: {
  id: string;
  text: string;
  onText: (text: string) => void;
  disabled: boolean;
  /** "latitude, longitude" to begin at; empty where none is known */
  near: string;
}) {
  const [mode, setMode] = useState<"shown" | "drawing" | "pasting">("shown");
  const boundary = useMemo(() => {
    try {
      const read = text ? readBoundary(JSON.parse(text)) : null;
      return read?.ok ? read.value : null;
    } catch {
      return null;
    }
  }, [text]);
  return (
    <div>
      <div className="flex flex-wrap items-center gap-4">
        {mode === "shown" &&
          (boundary ? <FieldOutline boundary={boundary} /> : <span className="text-soft">none</span>)}
        {!disabled && (
          <>
            {mode !== "drawing" && (
              <Button look="quiet" className="touch" onClick={() => setMode("drawing")}>
                {boundary ? "Draw on" : "Draw it"}
              </Button>
            )}
            {mode !== "pasting" && (
              <Button look="quiet" className="touch" onClick={() => setMode("pasting")}>
                Paste GeoJSON
              </Button>
            )}
            {mode !== "shown" && (
              <Button look="quiet" className="touch" onClick={() => setMode("shown")}>
                Done
              </Button>
            )}
            {text !== "" && (
              <Button look="quiet" className="touch" onClick={() => onText("")}>
                Remove it
              </Button>
            )}
          </>
        )}
      </div>
      {mode === "pasting" && (
        <textarea
          id={id}
          aria-label="Boundary as GeoJSON"
          rows={4}
          className="writes w-full text-left font-mono text-[12px] font-normal"
          value={text}
          placeholder='{"type": "Polygon", "coordinates": [[[lon, lat], ...]]}'
          onChange={(event) => onText(event.currentTarget.value)}
        />
      )}
      {mode === "drawing" && (
        <Drawing
          near={near}
          start={boundary ? { anchor: middleOf(polygonsOf(boundary).flat(2)), boundary } : null}
          onBoundary={(made) => onText(made ? JSON.stringify(made) : "")}
        />
      )}
    </div>
  );
}

function Drawing({
  near,
  start,
  onBoundary,
}: {
  near: string;
  start: { anchor: Position; boundary: Parameters<typeof cornersOf>[0] } | null;
  onBoundary: (boundary: object | null) => void;
}) {
  const { show, number } = useUnits();
  const [place, setPlace] = useState(start ? `${start.anchor[1].toFixed(6)}, ${start.anchor[0].toFixed(6)}` : near);
  const anchor = readPlace(place);
  const [corners, setCorners] = useState<Corner[]>(() => (start && cornersOf(start.boundary, start.anchor)) ?? []);
  const [past, setPast] = useState<Corner[][]>([]);
  const [step, setStep] = useState("1");
  const [across, setAcross] = useState(() =>
    corners.length > 0
      ? 2.3 * Math.max(50, ...corners.map(([x, y]) => Math.max(Math.abs(x), Math.abs(y) / HIGH)))
      : ACROSS_M,
  );
  const [bearing, setBearing] = useState("");
  const [length, setLength] = useState("");
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef<number | null>(null);
  const made = anchor ? drawn(corners, anchor) : null;
  const high = across * HIGH;

  const tell = (list: Corner[]) => {
    const result = anchor ? drawn(list, anchor) : null;
    onBoundary(result?.ok ? result.boundary : null);
  };
  const put = (list: Corner[], remember = true) => {
    if (remember) setPast((before) => [...before.slice(-50), corners]);
    setCorners(list);
    tell(list);
  };
  const at = (event: PointerEvent): Corner => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return [0, 0];
    const x = ((event.clientX - box.left) / box.width - 0.5) * across;
    const y = (0.5 - (event.clientY - box.top) / box.height) * high;
    return snap([x, y], Number(step));
  };
  const addByBearing = () => {
    const from = corners.at(-1) ?? [0, 0];
    const degrees = Number(bearing.replace(",", "."));
    const metres = Number(length.replace(",", "."));
    if (!Number.isFinite(degrees) || !(metres > 0)) return;
    put([...(corners.length === 0 ? [from] : corners), byBearing(from, degrees, metres)]);
    setLength("");
  };
  const lines = gridLines(across);
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <TextField
          label="Middle of the drawing: latitude, longitude"
          value={place}
          placeholder="47.031, -30.012"
          problem={place !== "" && !anchor ? "allowed is latitude, longitude in degrees" : undefined}
          onChange={(event) => setPlace(event.currentTarget.value)}
          onBlur={() => tell(corners)}
        />
        <span className="inline-flex items-baseline gap-2">
          snaps to
          <Choice
            label="Snaps to"
            value={step}
            options={STEPS.map((s) => ({ value: s, label: s === "0" ? "nothing" : `${s} m` }))}
            onChange={setStep}
          />
        </span>
        <button type="button" aria-label="Closer" className="touch p-1" onClick={() => setAcross(across / ZOOM)}>
          <ZoomIn size={16} aria-hidden />
        </button>
        <button type="button" aria-label="Farther" className="touch p-1" onClick={() => setAcross(across * ZOOM)}>
          <ZoomOut size={16} aria-hidden />
        </button>
        <button
          type="button"
          aria-label="Undo the last corner"
          className="touch p-1 disabled:opacity-50"
          disabled={past.length === 0}
          onClick={() => {
            const before = past.at(-1) ?? [];
            setPast(past.slice(0, -1));
            put(before, false);
          }}
        >
          <Undo2 size={16} aria-hidden />
        </button>
      </div>
      <svg
        ref={svg}
        viewBox={`${-across / 2} ${-high / 2} ${across} ${high}`}
        className="mt-2 w-full touch-none border border-line bg-paper"
        role="img"
        aria-label={`Drawing, ${Math.round(across)} m across, north up, ${corners.length} corners`}
        onPointerMove={(event) => {
          if (dragged.current === null) return;
          const own = at(event);
          setCorners(corners.map((c, i) => (i === dragged.current ? own : c)));
        }}
        onPointerUp={(event) => {
          // a corner that was drawn along stays where it is let go; a press elsewhere is the next one
          if (dragged.current !== null) tell(corners);
          else if (anchor) put([...corners, at(event)]);
          dragged.current = null;
        }}
      >
        {lines.map((m) => (
          <g key={m} stroke="var(--line)" strokeWidth={across / 900}>
            <path d={`M${m} ${-high / 2}v${high}`} />
            <path d={`M${-across / 2} ${m}h${across}`} />
          </g>
        ))}
        {corners.length > 1 && (
          <path
            d={`M${corners.map(([x, y]) => `${x} ${-y}`).join("L")}${corners.length > 2 ? "z" : ""}`}
            fill={corners.length > 2 ? "var(--canopy)" : "none"}
            stroke="var(--ground)"
            strokeWidth={across / 250}
          />
        )}
        {corners.map(([x, y], i) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: a corner is its place in the row
            key={i}
            cx={x}
            cy={-y}
            r={across / 70}
            fill="var(--sheet)"
            stroke="var(--action)"
            strokeWidth={across / 300}
            className="cursor-move"
            onPointerDown={(event) => {
              event.stopPropagation();
              (event.target as Element).setPointerCapture(event.pointerId);
              setPast((before) => [...before.slice(-50), corners]);
              dragged.current = i;
            }}
          />
        ))}
      </svg>
      <p role="status" className="mt-1">
        {!anchor
          ? "Say first where it lies: press then where the corners are."
          : made?.ok
            ? `${show(made.areaHa, "area", 3)}, longest side ${show(made.longestM, "distance", 0)}`
            : (made?.message ?? "")}
        <span className="text-[12px] text-soft">
          {" "}
          grid of {lines.length > 1 ? number((lines[1] ?? 0) - (lines[0] ?? 0), 0) : ""} m; corners can be drawn along
        </span>
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-2">
        <TextField
          label="Bearing, ° from north"
          className="w-24"
          inputMode="decimal"
          value={bearing}
          onChange={(event) => setBearing(event.currentTarget.value)}
        />
        <TextField
          label="Distance, m"
          className="w-24"
          inputMode="decimal"
          value={length}
          onChange={(event) => setLength(event.currentTarget.value)}
        />
        <Button className="touch" disabled={!anchor} onClick={addByBearing}>
          Add the next corner
        </Button>
      </div>
      {corners.length > 0 && (
        <ol className="mt-2 max-h-40 overflow-auto text-[13px]">
          {corners.map((corner, i) => {
            const side = sideOf(corner, corners[(i + 1) % corners.length] ?? corner);
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: a corner is its place in the row
              <li key={i} className="flex items-baseline gap-3 border-t border-line">
                <span>
                  {i + 1}. {number(corner[0])} m east, {number(corner[1])} m north; then {number(side.bearingDeg, 0)}°,{" "}
                  {number(side.lengthM, 1)} m
                </span>
                <Button
                  look="quiet"
                  onClick={() => put(corners.filter((_, k) => k !== i))}
                  aria-label={`Remove corner ${i + 1}`}
                >
                  Remove
                </Button>
              </li>
            );
          })}
        </ol>
      )}
    </div>
  );
}

/** Places of grid lines [m]: a round distance apart, about ten across. */
function gridLines(across: number): number[] {
  const rough = across / 10;
  const power = 10 ** Math.floor(Math.log10(rough));
  const apart = [1, 2, 5, 10].map((n) => n * power).find((n) => n >= rough) ?? rough;
  const half = Math.floor(across / 2 / apart);
  return Array.from({ length: 2 * half + 1 }, (_, i) => (i - half) * apart);
}
