import { readChoice, readNumber } from "../args";
import { computed } from "../figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { IMPLEMENT_IDS, type ImplementId, implementOf } from "./implements";

/** Cover after sowing that is usually called conservation tillage [%]. */
export const CONSERVATION_COVER_PCT = 30;

export interface ResiduePass {
  implement: ImplementId;
  /** share of the cover that this pass leaves, 0 to 1, in place of the table's */
  retention?: number;
}

/**
 * Residue cover left after a row of passes [%]: the cover at the start times what each pass leaves (residue retention
 * tables of soil conservation services). `fragile` takes the lower shares for residue of lentil, rape or soybean.
 *
 * Example: 90 %, chisel 0.60, disc 0.50, harrow 0.80, drill 0.85 gives 18.4 %.
 */
export function residueCover(input: {
  startPct: number;
  passes: ResiduePass[];
  fragile?: boolean;
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
  if (errors.length > 0) return failed(errors);
  const coverPct = retained.reduce((cover, pass) => cover * pass.share, startPct);
  return ok(
    { coverPct },
    {
      coverPct: computed(
        "Residue cover left",
        coverPct,
        "%",
        "cover at the start x share left by each pass",
        [
          { label: "cover at the start", value: startPct, unit: "%" },
          ...retained.map((pass) => ({
            label: `left by ${pass.name}`,
            value: pass.share,
            basis: { kind: "source" as const, text: "residue retention tables" },
          })),
        ],
        `${CONSERVATION_COVER_PCT} % after sowing is the usual line for conservation tillage.`,
      ),
    },
  );
}
