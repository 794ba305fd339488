/** Rows, beds and headlands of a plan's field to scale: for the page that draws them, not for every draft. */

import { type FieldLayoutInput, fieldLayout } from "../../establish/field-layout";
import type { PlanFacts } from "../../plan/facts";
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

export type LayoutField =
  | "lengthM"
  | "widthM"
  | "headlandM"
  | "tramlineEveryM"
  | "bed.widthM"
  | "bed.lengthM"
  | "bed.pathM";

export interface PlannedLayout {
  input: FieldLayoutInput;
  layout: ReturnType<typeof fieldLayout>;
  /** pegged and strung by people */
  byHand: boolean;
  /** where length and width come from */
  shape: "entered" | "longest side" | "assumed";
}

/** The layout of a plan: what was entered, else from the field's longest side and area, its rows and its way of working. */
export function layoutOf(plan: Plan, facts: PlanFacts, decisions: Decisions): PlannedLayout {
  const own = decisions.seed?.layout ?? {};
  const { field } = facts;
  const areaM2 = field.areaHa * 10_000;
  const lengthM = own.lengthM ?? field.longSideM ?? Math.sqrt(areaM2 * LONGER);
  const widthM = own.widthM ?? areaM2 / lengthM;
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
    layout: fieldLayout(input),
    byHand: !byMachine,
    shape: own.lengthM !== undefined ? "entered" : field.longSideM ? "longest side" : "assumed",
  };
}

/** More beds or strips than these are a grey ground on paper, not lines. */
const MOST_PRINTED = 400;
/** Pegs that a sheet of paper names. */
const PEGS_PRINTED = 40;

/** What a booklet keeps of the layout; null where nobody knows the field's shape, or it does not fit. */
export function printedLayout(plan: Plan, facts: PlanFacts, decisions: Decisions) {
  const planned = layoutOf(plan, facts, decisions);
  const { input, layout, shape, byHand } = planned;
  if (!layout.ok || shape === "assumed") return null;
  const { pieces, ...counts } = layout.value;
  return {
    lengthM: input.lengthM,
    widthM: input.widthM,
    headlandM: input.headlandM,
    bed: input.bed ?? null,
    tramlineEveryM: input.tramlineEveryM ?? null,
    rowSpacingCm: input.rows?.spacingCm ?? null,
    inRowSpacingCm: input.inRowSpacingCm ?? null,
    ...counts,
    pegsM: byHand ? pegsAcross(planned, PEGS_PRINTED) : [],
    pieces: pieces.length > MOST_PRINTED ? pieces.filter((p) => p.kind === "headland") : pieces,
  };
}

/**
 * Where pegs go in along a side [m from the corner]: both edges of each bed, or each so many rows the string of the first of them.
 *
 * Example: beds of 1.2 m with paths of 0.4 m behind a headland of 0.5 m: 0.5, 1.7, 2.1, 3.3 ...
 */
export function pegsAcross({ input, layout }: PlannedLayout, most: number): number[] {
  if (!layout.ok) return [];
  const edges = layout.value.pieces
    .filter((p) => p.kind === "bed" && Math.abs(p.yM - input.headlandM) < 1e-9)
    .flatMap((p) => [p.xM, p.xM + p.widthM]);
  if (edges.length > 0) return edges.slice(0, most);
  const spacing = (input.rows?.spacingCm ?? 0) / 100;
  if (spacing <= 0) return [];
  const rows = Math.min(most, Math.floor((input.widthM - 2 * input.headlandM) / spacing + 1e-9));
  // the first row stands half a spacing in
  return Array.from({ length: rows }, (_, i) => input.headlandM + (i + 0.5) * spacing);
}
