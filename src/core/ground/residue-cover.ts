import { readChoice, readNumber } from "../args";
import { product } from "../figure/expression";
import { computed, type Known, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { IMPLEMENT_IDS, type ImplementId, implementOf } from "./implements";

const OF_TABLES: Known = { basis: { kind: "source", text: "residue retention tables" } };
const OF_WEATHER: Known = {
  basis: {
    kind: "assumption",
    text: "residue retention tables for a winter, carried on in proportion; warm and wet ground takes more",
  },
};

/** Cover after sowing that is usually called conservation tillage [%]. */
export const CONSERVATION_COVER_PCT = 30;

interface ResiduePass {
  implement: ImplementId;
  /** share of the cover that this pass leaves, 0 to 1, in place of the table's */
  retention?: number;
}

/**
 * Share of its cover that a stubble keeps in eight months on the ground. Residue retention tables give 0.70 to 0.90 for
 * the winter after a summer harvest, 0.65 to 0.85 where it is fragile: their middle (recalled, to be checked).
 */
const OVER_WINTER = { firm: 0.8, fragile: 0.75, days: 240 };

/**
 * Share of its cover that residue still has after so many days in the open, 0 to 1. That it goes on as it did over the
 * first winter is an assumption: warm and wet ground takes more.
 *
 * Example: 480 days of firm stubble leave 0.80 x 0.80 = 0.64.
 */
export const weatheredShare = (days: number, fragile: boolean): number =>
  (fragile ? OVER_WINTER.fragile : OVER_WINTER.firm) ** (Math.max(0, days) / OVER_WINTER.days);

/**
 * Residue cover left after a row of passes [%]: the cover at the start times what each pass leaves (residue retention
 * tables of soil conservation services). `fragile` takes the lower shares for residue of lentil, rape or soybean; `lain` are
 * the days in the open between the crop and the next one's planting (`weatheredShare`).
 *
 * Example: 90 %, chisel 0.60, disc 0.50, harrow 0.80, drill 0.85 gives 18.4 %.
 */
export function residueCover(input: {
  startPct: number;
  passes: ResiduePass[];
  fragile?: boolean;
  lain?: number;
}): Result<{ coverPct: number }> {
  const errors: FieldError[] = [];
  const startPct = readNumber(errors, "startPct", input.startPct, { min: 0, max: 100, unit: "%" });
  if (!Array.isArray(input.passes)) return failed([...errors, fieldError("passes", input.passes, "a list of passes")]);
  const retained = input.passes.map((pass, i) => {
    const id = readChoice(errors, `passes[${i}].implement`, pass?.implement, IMPLEMENT_IDS);
    const implement = implementOf(id);
    const table = input.fragile ? implement.fragileRetention : implement.retention;
    return {
      name: implement.name,
      share: readNumber(errors, `passes[${i}].retention`, pass?.retention, { min: 0, max: 1, fallback: table }),
    };
  });
  const lain = readNumber(errors, "lain", input.lain, { min: 0, max: 4000, unit: "days", fallback: 0 });
  if (errors.length > 0) return failed(errors);
  const weathered = weatheredShare(lain, input.fragile ?? false);
  const coverPct = computed(
    "Residue cover left",
    "%",
    product([
      quantity("cover at the start", startPct, "%"),
      ...(lain > 0 ? [quantity(`left after ${lain} days in the open`, weathered, "", OF_WEATHER)] : []),
      ...retained.map((pass) => quantity(`left by ${pass.name}`, pass.share, "", OF_TABLES)),
    ]),
    `${CONSERVATION_COVER_PCT} % after sowing is the usual line for conservation tillage.`,
  );
  return ok({ coverPct: coverPct.value }, { coverPct });
}
