import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * Mass after drying: dry matter stays, so mass x (100 - moisture) / (100 - to), less what handling loses. `waterT` is the water taken off.
 * Errors name the field; drying to more moisture than there is is refused.
 *
 * Example: 42 t from 19.4 to 14 %, 0.8 % lost: 42 x 80.6 / 86 = 39.36 t (2.64 t of water), x 0.992 = 39.05 t.
 */
export function shrink(input: {
  massT: number;
  moisturePct: number;
  toMoisturePct: number;
  handlingLossPct?: number;
}): Result<{ massT: number; waterT: number }> {
  const errors: FieldError[] = [];
  const mass = readNumber(errors, "massT", input?.massT, { min: 0, max: 1_000_000, unit: "t" });
  const from = readNumber(errors, "moisturePct", input?.moisturePct, { min: 0, max: 95, unit: "%" });
  const to = readNumber(errors, "toMoisturePct", input?.toMoisturePct, { min: 0, max: from, unit: "%" });
  const loss = readNumber(errors, "handlingLossPct", input?.handlingLossPct, {
    min: 0,
    max: 100,
    unit: "%",
    fallback: 0,
  });
  if (errors.length > 0) return failed(errors);
  const dried = (mass * (100 - from)) / (100 - to);
  return ok({ massT: dried * (1 - loss / 100), waterT: mass - dried });
}
