import { readChoice, readNumber } from "../args";
import { type Expression, rule } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

/**
 * Yield in per cent of that without lack of water: the product over the stages of 1 - ky (1 - eta / etc), each at least 0;
 * by `season` the same of one entry for the whole season. `ky` 0 to 3, etc above 0, eta at most etc.
 * Source: Doorenbos and Kassam 1979 (FAO-33); the product over stages after Jensen 1968.
 *
 * Example: ky 0.6 with 80 of 100 mm and ky 0.5 with 90 of 100 mm: 0.88 x 0.95 = 83.6 %.
 */
export function yieldFromWater(input: {
  stages: { ky: number; etaMm: number; etcMm: number }[];
  combine: "product" | "season";
}): Result<{ relativeYieldPct: number }> {
  const errors: FieldError[] = [];
  const combine = readChoice(errors, "combine", input?.combine, ["product", "season"] as const);
  const given = Array.isArray(input?.stages) ? input.stages : [];
  if (given.length === 0 || (combine === "season" && given.length !== 1))
    errors.push(fieldError("stages", given.length, combine === "season" ? "exactly one entry" : "at least one entry"));
  const stages = given.map((s, i) => ({
    ky: readNumber(errors, `stages.${i}.ky`, s?.ky, { min: 0, max: 3 }),
    etcMm: readNumber(errors, `stages.${i}.etcMm`, s?.etcMm, { above: 0, unit: "mm" }),
    etaMm: readNumber(errors, `stages.${i}.etaMm`, s?.etaMm, { min: 0, unit: "mm" }),
  }));
  for (const [i, { etaMm, etcMm }] of stages.entries())
    if (etaMm > etcMm * (1 + 1e-9)) errors.push(fieldError(`stages.${i}.etaMm`, etaMm, `up to etcMm, ${etcMm} mm`));
  if (errors.length > 0) return failed(errors);
  const relativeYieldPct = computed(
    "Relative yield, stage by stage",
    "%",
    yieldOfStages(stages.map((s, i) => ({ ...s, stage: `stage ${i + 1}` }))),
  );
  return ok({ relativeYieldPct: relativeYieldPct.value }, { relativeYieldPct });
}

/** The share of the yield that water leaves, with what each stage used and needed. */
export const yieldOfStages = (stages: { stage: string; ky: number; etaMm: number; etcMm: number }[]): Expression =>
  rule(
    "product over the stages of 1 - ky x (1 - use / need)",
    stages.flatMap(({ stage, ky, etaMm, etcMm }) => [
      quantity(`${stage}, ky`, ky, ""),
      quantity("its use", etaMm, "mm"),
      quantity("its need", etcMm, "mm"),
    ]),
    100 * relativeYield(stages),
    "%",
  );

/** The share itself, of figures that were checked. */
export const relativeYield = (stages: { ky: number; etaMm: number; etcMm: number }[]): number =>
  stages.reduce((share, { ky, etaMm, etcMm }) => share * Math.max(0, 1 - ky * (1 - etaMm / etcMm)), 1);
