import { readChoice, readNumber } from "../args";
import { computed } from "../figure";
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
  const relativeYieldPct = 100 * relativeYield(stages);
  return ok(
    { relativeYieldPct },
    {
      relativeYieldPct: computed(
        "Relative yield, stage by stage",
        relativeYieldPct,
        "%",
        "product of 1 - ky x (1 - eta / etc)",
        stages.map((s, i) => ({ label: `stage ${i + 1}: ky ${s.ky}`, value: (100 * s.etaMm) / s.etcMm, unit: "%" })),
      ),
    },
  );
}

/** The share itself, of figures that were checked. */
export const relativeYield = (stages: { ky: number; etaMm: number; etcMm: number }[]): number =>
  stages.reduce((share, { ky, etaMm, etcMm }) => share * Math.max(0, 1 - ky * (1 - etaMm / etcMm)), 1);
