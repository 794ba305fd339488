import { sum } from "../figure/expression";
import { computed, type Figure, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import type { TextureClass } from "../soil/texture";
import type { MeasureId } from "../units/measure-ids";
import { implementOf } from "./implements";
import type { PassTool } from "./systems";
import { type TillagePass, tillagePass } from "./tillage-pass";

/**
 * One trip with several tools: their drafts are added [kN/m], and so is their diesel [L/ha]; the work rate is that of the
 * one trip [ha/h]. Draft is null where no tool has coefficients in the standard.
 *
 * With one tool it is tillagePass. A tool with diesel from a table brings its own rolling with it, so the sum is rather
 * too high than too low. Errors: those of tillagePass, and no tool at all.
 *
 * Example: a chisel at 25 cm (8.74 kN/m, 12.1 L/ha) that draws a roller (2.5 L/ha): 8.74 kN/m and 14.6 L/ha in one trip.
 */
export function combinedPass(input: {
  tools: readonly PassTool[];
  speedKmH: number;
  widthM: number;
  texture: TextureClass;
  fieldEfficiencyPct: number;
}): Result<TillagePass> {
  const { tools, ...trip } = input;
  const single = tools.map((tool) => tillagePass({ ...trip, ...tool }));
  const errors: FieldError[] = single.flatMap((r) => (r.ok ? [] : r.errors));
  if (tools.length === 0) errors.push(fieldError("tools", tools, "one tool at least"));
  if (errors.length > 0) return failed(errors);
  const passes = single.flatMap((r) => (r.ok ? [r] : []));
  const [first] = passes;
  if (first && passes.length === 1) return first;
  const ofTools = (label: string, key: "draftKnPerM" | "fuelLPerHa", unit: MeasureId): Figure =>
    computed(
      label,
      unit,
      sum(tools.map((tool, i) => quantity(implementOf(tool.implement).name, passes[i]?.value[key] ?? 0, unit))),
    );
  const fuelLPerHa = ofTools("Diesel", "fuelLPerHa", "L/ha");
  const draftKnPerM = passes.some((p) => p.value.draftKnPerM !== null) ? ofTools("Draft", "draftKnPerM", "kN/m") : null;
  return ok(
    {
      draftKnPerM: draftKnPerM?.value ?? null,
      fuelLPerHa: fuelLPerHa.value,
      workRateHaPerH: first?.value.workRateHaPerH ?? 0,
    },
    {
      ...(first?.figures?.workRateHaPerH ? { workRateHaPerH: first.figures.workRateHaPerH } : {}),
      fuelLPerHa,
      ...(draftKnPerM ? { draftKnPerM } : {}),
    },
  );
}
