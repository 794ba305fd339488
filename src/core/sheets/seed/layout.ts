/** Rows, beds and headlands of a plan's field to scale: for the page that draws them, not for every draft. */

import { type FieldLayoutInput, fieldLayout } from "../../establish/field-layout";
import { type FieldShape, shapeLayout } from "../../establish/shape-layout";
import type { PlanFacts } from "../../plan/facts";
import type { Result } from "../../result";
import type { Decisions } from "../decisions";
import type { Plan } from "../plan";

/** A field whose shape nobody knows: so many times as long as wide; assumption. */
const LONGER = 2;
/** Left at the ends and sides by machines and by hands [m]; assumptions. */
const HEADLAND_M = 12;
const HEADLAND_BY_HAND_M = 0.5;
/** No more than this share of the narrower side [%]. */
const MOST_HEADLAND = 0.1;
/** Width of spreader and sprayer that drilled crops are driven through with [m]; assumption. */
const TRAMLINE_M = 24;
/** Usual beds, made by hand and by machine [m]; assumptions. */
const BED_BY_HAND = { widthM: 1.2, lengthM: 12, pathM: 0.4 };
const BED = { widthM: 1.5, lengthM: 100, pathM: 0.4 };

/** What a layout comes to, of a rectangle and of any shape. */
type Laid = ReturnType<typeof fieldLayout> extends Result<infer T> ? T : never;

export interface PlannedLayout {
  input: FieldLayoutInput;
  layout: Result<Laid & { shortestRowM?: number | null; longestRowM?: number | null }>;
  /** the field's outline, where rows follow it */
  rings: FieldShape | null;
  /** pegged and strung by people */
  byHand: boolean;
  /** where length and width come from */
  shape: "entered" | "boundary" | "longest side" | "assumed";
}

/** The layout of a plan: the sides that were entered, else the field's shape, else its longest side and area; its rows and its way of working. */
export function layoutOf(plan: Plan, facts: PlanFacts, decisions: Decisions): PlannedLayout {
  const own = decisions.seed?.layout ?? {};
  const { field } = facts;
  const areaM2 = field.areaHa * 10_000;
  // who enters a side says that it is a rectangle
  const rings = own.lengthM === undefined && own.widthM === undefined ? (field.shape ?? null) : null;
  const across = (axis: 0 | 1) => rings?.flat().reduce((most, p) => Math.max(most, p[axis]), 0);
  const lengthM = own.lengthM ?? across(1) ?? field.longSideM ?? Math.sqrt(areaM2 * LONGER);
  const widthM = own.widthM ?? across(0) ?? areaM2 / lengthM;
  const narrow = Math.min(lengthM, widthM) * MOST_HEADLAND;
  const byMachine = plan.crop.method.work.implement !== undefined && !field.handWork;
  const usualBed = byMachine ? BED : BED_BY_HAND;
  const { rowSpacingCm, inRowSpacingCm } = plan.seed;
  const headlandM = own.headlandM ?? Math.min(byMachine ? HEADLAND_M : HEADLAND_BY_HAND_M, narrow);
  const bed = {
    widthM: own.bedWidthM ?? usualBed.widthM,
    lengthM: own.bedLengthM ?? Math.min(usualBed.lengthM, lengthM - 2 * headlandM),
    pathM: own.pathM ?? usualBed.pathM,
  };
  const tramlines = own.tramlineEveryM ?? (byMachine && inRowSpacingCm === null ? TRAMLINE_M : undefined);
  const input: FieldLayoutInput = {
    lengthM,
    widthM,
    headlandM,
    ...(own.beds ? { bed } : tramlines !== undefined && tramlines < widthM ? { tramlineEveryM: tramlines } : {}),
    ...(rowSpacingCm === null ? {} : { rows: { spacingCm: rowSpacingCm } }),
    ...(inRowSpacingCm === null ? {} : { inRowSpacingCm }),
  };
  return {
    input,
    layout: rings ? shapeLayout(rings, input) : fieldLayout(input),
    rings,
    byHand: !byMachine,
    shape: rings ? "boundary" : own.lengthM !== undefined ? "entered" : field.longSideM ? "longest side" : "assumed",
  };
}

/** More beds or strips than these are a grey ground on paper, not lines. */
const MOST_PRINTED = 400;
/** Pegs that a sheet of paper names. */
const PEGS_PRINTED = 40;

/**
 * Furrows that bring water, where the field is watered by them: one on each side of every strip of beds, or of every row. Null where it is
 * watered otherwise.
 *
 * Example: 5 strips of beds of 24 m: 6 furrows, 144 m.
 */
export function channelsOf({ layout, input }: PlannedLayout, { field }: Pick<PlanFacts, "field">) {
  if (!layout.ok || !field.irrigated || field.waterSystem !== "furrow") return null;
  const { pieces, rows, rowMetres } = layout.value;
  const strips = new Set(pieces.flatMap((p) => (p.kind === "bed" ? [p.xM] : []))).size;
  const between = strips > 0 ? strips : (rows ?? 0);
  if (between === 0) return null;
  const bedMetres = pieces.reduce((sum, p) => sum + (p.kind === "bed" ? p.lengthM : 0), 0);
  const metres = strips > 0 ? bedMetres : (rowMetres ?? between * (input.lengthM - 2 * input.headlandM));
  return { count: between + 1, metres: (metres / between) * (between + 1) };
}

/** What a booklet keeps of the layout; null where nobody knows the field's shape, or it does not fit. */
export function printedLayout(plan: Plan, facts: PlanFacts, decisions: Decisions) {
  // what stands already is neither pegged nor strung
  if (plan.seed.by === "standing") return null;
  const planned = layoutOf(plan, facts, decisions);
  const { input, layout, shape, byHand, rings } = planned;
  if (!layout.ok || shape === "assumed") return null;
  const { pieces, beds, rows, rowMetres, plants, croppedAreaPct } = layout.value;
  const channels = channelsOf(planned, facts);
  return {
    ...(rings ? { rings: printedRings(rings) } : {}),
    lengthM: input.lengthM,
    widthM: input.widthM,
    headlandM: input.headlandM,
    bed: input.bed ?? null,
    tramlineEveryM: input.tramlineEveryM ?? null,
    rowSpacingCm: input.rows?.spacingCm ?? null,
    inRowSpacingCm: input.inRowSpacingCm ?? null,
    ...(channels ? { channels } : {}),
    beds,
    rows,
    rowMetres,
    plants,
    croppedAreaPct,
    pegsM: byHand ? pegsAcross(planned, PEGS_PRINTED) : [],
    pieces: pieces.length > MOST_PRINTED ? pieces.filter((p) => p.kind === "headland") : pieces,
  };
}

/** Corners of an outline that paper shows. */
const MOST_CORNERS = 300;

/** An outline with as many corners as paper shows: every second, third or fourth of more. */
function printedRings(rings: FieldShape): FieldShape {
  const each = Math.ceil(rings.flat().length / MOST_CORNERS);
  return rings.map((ring) => ring.filter((_, i) => i % each === 0 || i === ring.length - 1));
}

/** An outline as the path of a drawing with rows from left to right: y of the shape to the right, x down; scaled. */
export const outlinePath = (rings: FieldShape, scale = 1): string =>
  rings
    .map((ring) => `M${ring.map(([x, y]) => `${(y * scale).toFixed(2)},${(x * scale).toFixed(2)}`).join("L")}Z`)
    .join("");

/**
 * Where pegs go in along a side [m from the corner]: both edges of each bed, or each so many rows the string of the first of them.
 *
 * Example: beds of 1.2 m with paths of 0.4 m behind a headland of 0.5 m: 0.5, 1.7, 2.1, 3.3 ...
 */
export function pegsAcross({ input, layout }: PlannedLayout, most: number): number[] {
  if (!layout.ok) return [];
  const strips = new Map(layout.value.pieces.flatMap((p) => (p.kind === "bed" ? [[p.xM, p.xM + p.widthM]] : [])));
  if (strips.size > 0) return [...strips].flat().slice(0, most);
  const spacing = (input.rows?.spacingCm ?? 0) / 100;
  if (spacing <= 0) return [];
  const rows = Math.min(most, Math.floor((input.widthM - 2 * input.headlandM) / spacing + 1e-9));
  // the first row stands half a spacing in
  return Array.from({ length: rows }, (_, i) => input.headlandM + (i + 0.5) * spacing);
}
