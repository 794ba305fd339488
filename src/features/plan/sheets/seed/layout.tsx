"use client";

import type { DecisionPath } from "@/core/sheets/decisions";
import { channelsOf, layoutOf, outlinePath, type PlannedLayout, pegsAcross } from "@/core/sheets/seed/layout";
import { inputMeasure } from "@/core/units/input-measures";
import { Disclosure } from "@/ui/disclosure";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";

/** More pieces or rows than these are a grey ground, not lines. */
const MOST_BEDS_DRAWN = 2000;
const MOST_ROWS_DRAWN = 160;
/** Pegs that are written out. */
const MOST_PEGS = 60;

/** Rows, beds, headlands and tramlines to scale, with what they come to and where the pegs go. */
export function Layout() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { number, show, measured } = useUnits();
  if (!plan) return null;
  const planned = layoutOf(plan, facts, decisions);
  const { input, layout, shape } = planned;
  const own = decisions.seed?.layout;
  const side = (path: keyof NonNullable<typeof own>, label: string, value: number | undefined) => (
    <DecidedNumber
      path={`seed/layout/${path}` as DecisionPath}
      label={label}
      value={value}
      dimension="distance"
      width="3.6em"
    />
  );
  const found = layout.ok ? layout.value : null;
  const channels = channelsOf(planned, facts);
  const ordered = plan.inputs.filter((i) => i.kind === "seed" && i.perHa > 0);
  const perStation = plan.seed.stations?.seedsPerStation ?? 1;
  return (
    <Disclosure first={own !== undefined} summary="Layout, to scale" className="py-1.5">
      <DecisionLine
        what="Along the rows, and across"
        hint={
          {
            boundary: "at its longest and widest: rows follow the field's boundary, along its longest side",
            "longest side": "by the field's longest side and its area",
            assumed: "no boundary: taken as twice as long as wide",
            entered: "entered: taken as a rectangle",
          }[shape]
        }
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-2">
            {side("lengthM", "Length along the rows", input.lengthM)}×
            {side("widthM", "Width across the rows", input.widthM)}
          </span>
        }
        leads={<span>headland {side("headlandM", "Headland", input.headlandM)}</span>}
      />
      <DecisionLine
        what="Beds"
        value={
          <label className="inline-flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-(--action)"
              checked={own?.beds ?? false}
              disabled={!editable}
              onChange={(event) => set("seed/layout/beds" as DecisionPath, event.currentTarget.checked || undefined)}
            />
            in beds with paths
          </label>
        }
        leads={
          input.bed ? (
            <span className="inline-flex flex-wrap gap-x-2">
              {side("bedWidthM", "Width of a bed", input.bed.widthM)}×
              {side("bedLengthM", "Length of a bed", input.bed.lengthM)}
              path {side("pathM", "Path", input.bed.pathM)}
            </span>
          ) : input.tramlineEveryM ? (
            <span>a tramline every {side("tramlineEveryM", "Tramline every", input.tramlineEveryM)}</span>
          ) : null
        }
      />
      {found ? (
        <>
          <Drawing planned={planned} />
          <p className="pb-1 text-[13px]">
            {found.beds > 0 && `${number(found.beds)} beds; `}
            {found.rows !== null && `${number(found.rows)} rows; `}
            {found.rowMetres !== null && `${show(found.rowMetres, "distance")} of row; `}
            {found.shortestRowM != null &&
              found.longestRowM != null &&
              found.longestRowM - found.shortestRowM > 1 &&
              `rows of ${show(found.shortestRowM, "distance")} to ${show(found.longestRowM, "distance", 0)}; `}
            {found.plants !== null &&
              `${number(found.plants)} ${perStation > 1 ? `stations, ${number(found.plants * perStation, 0)} seeds` : "places"}; `}
            {channels && `${number(channels.count)} furrows for the water, ${show(channels.metres, "distance", 0)}; `}
            crop on {number(found.croppedAreaPct, 1)} % of the ground.
          </p>
          {found.croppedAreaPct < 99 && ordered.length > 0 && (
            <p className="pb-1 text-[13px] text-advise">
              ▲{" "}
              {ordered
                .map(
                  (i) =>
                    `${i.name} is ordered for the whole field, ${measured(i.perHa * facts.field.areaHa, inputMeasure(i.unit).total)}`,
                )
                .join("; ")}
              . As drawn, with headlands and paths bare, it takes{" "}
              {ordered
                .map((i) =>
                  measured((i.perHa * facts.field.areaHa * found.croppedAreaPct) / 100, inputMeasure(i.unit).total),
                )
                .join("; ")}
              : plant the headlands too, or keep what is left.
            </p>
          )}
          {(planned.byHand || found.beds > 0) && (
            <p className="text-[12px] text-soft">
              Pegs across, {planned.rings ? "from the longest side" : "from the corner"}:{" "}
              {pegsAcross(planned, MOST_PEGS)
                .map((m) => show(m, "distance", 2))
                .join(", ")}
              {input.inRowSpacingCm !== undefined &&
                `; string knotted every ${show(input.inRowSpacingCm, "length", 1)} from half of that behind the headland`}
              .
            </p>
          )}
        </>
      ) : (
        <p role="alert" className="py-1 text-[13px] text-stop">
          {layout.ok ? "" : layout.errors.map((e) => e.message).join("; ")}
        </p>
      )}
    </Disclosure>
  );
}

function Drawing({ planned }: { planned: PlannedLayout }) {
  const { input, layout, rings } = planned;
  if (!layout.ok) return null;
  const { pieces, rows, beds } = layout.value;
  const { lengthM, widthM } = input;
  const inBeds = beds > 0;
  const drawn = beds > MOST_BEDS_DRAWN ? pieces.filter((p) => p.kind !== "bed") : pieces;
  const fill = { headland: "var(--earth)", bed: "var(--canopy)", cropped: "var(--canopy)", tramline: "var(--paper)" };
  const lines =
    rows !== null && rows <= MOST_ROWS_DRAWN && !inBeds
      ? pieces.flatMap((p) => {
          if (p.kind !== "cropped") return [];
          const spacing = (input.rows?.spacingCm ?? 0) / 100;
          const count = Math.floor(p.widthM / spacing + 1e-9);
          return Array.from({ length: count }, (_, i) => ({
            at: p.xM + (i + 0.5) * spacing,
            from: p.yM,
            to: p.yM + p.lengthM,
          }));
        })
      : [];
  // rows lie from left to right: the screen is wider than high
  return (
    <svg
      role="img"
      aria-label={`Field of ${Math.round(lengthM)} by ${Math.round(widthM)} m: ${rows ?? 0} rows${inBeds ? ` in ${beds} beds` : ""}, headlands of ${input.headlandM.toFixed(1)} m`}
      viewBox={`0 0 ${lengthM} ${widthM}`}
      preserveAspectRatio="xMidYMid meet"
      className="my-2 max-h-64 w-full border border-line"
    >
      {rings && (
        <path d={outlinePath(rings)} fill={fill.headland} stroke="var(--ink)" vectorEffect="non-scaling-stroke" />
      )}
      {drawn.map((p) => (
        <rect
          key={`${p.kind} ${p.xM} ${p.yM}`}
          x={p.yM}
          y={p.xM}
          width={p.lengthM}
          height={p.widthM}
          fill={fill[p.kind]}
          stroke={p.kind === "bed" ? "var(--ink)" : "none"}
          strokeWidth={p.kind === "bed" ? 0.5 : 0}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {lines.map((l) => (
        <line
          key={`${l.at} ${l.from}`}
          x1={l.from}
          x2={l.to}
          y1={l.at}
          y2={l.at}
          stroke="var(--ink)"
          strokeWidth={0.6}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}
