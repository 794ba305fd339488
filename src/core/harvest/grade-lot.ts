import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export interface GradeLimit {
  what: string;
  atLeast?: number;
  atMost?: number;
  /** money a tonne for each unit beyond the limit; a miss without one is refused */
  deductionPerUnit?: number;
  /** from here on, on the wrong side, nobody takes it */
  refuseBeyond?: number;
}
interface GradeLine {
  what: string;
  /** null where it was not measured */
  ok: boolean | null;
  deduction: number;
  message: string;
}

/**
 * A lot against the limits of a contract: deductions in money a tonne for each unit beyond a limit; refused beyond `refuseBeyond` on the
 * wrong side, or where a limit that is missed has no deduction. What was not measured leaves `pass` open (null), unless something is refused.
 * Refused, the price is 0. Errors name the field.
 *
 * Example: protein 11.9 against at most 11.5 with 8.00 a point: 3.20 off 210.00 is 206.80.
 */
export function gradeLot(input: {
  measured: { what: string; value: number }[];
  limits: GradeLimit[];
  basePrice: number;
}): Result<{ pass: boolean | null; pricePerT: number; lines: GradeLine[] }> {
  const errors: FieldError[] = [];
  const base = readNumber(errors, "basePrice", input?.basePrice, { min: 0 });
  const measured = Array.isArray(input?.measured) ? input.measured : [];
  const limits = (Array.isArray(input?.limits) ? input.limits : []).map((l) => l ?? ({ what: "" } as GradeLimit));
  if (!Array.isArray(input?.limits)) errors.push(fieldError("limits", input?.limits, "a list of limits"));
  measured.forEach((m, i) => {
    readNumber(errors, `measured.${i}.value`, m?.value, {});
  });
  limits.forEach((l, i) => {
    for (const key of ["atLeast", "atMost", "refuseBeyond"] as const)
      if (l[key] !== undefined) readNumber(errors, `limits.${i}.${key}`, l[key], {});
    if (l.deductionPerUnit !== undefined)
      readNumber(errors, `limits.${i}.deductionPerUnit`, l.deductionPerUnit, { min: 0 });
    if (l.atLeast === undefined && l.atMost === undefined)
      errors.push(fieldError(`limits.${i}`, l.what, "atLeast, atMost, or both"));
    if (l.atLeast !== undefined && l.atMost !== undefined && l.atLeast > l.atMost)
      errors.push(fieldError(`limits.${i}.atLeast`, l.atLeast, `up to ${l.atMost}, its atMost`));
  });
  if (errors.length > 0) return failed(errors);
  let refused = false;
  let open = false;
  const lines = limits.map((limit): GradeLine => {
    const { what } = limit;
    const value = measured.find((m) => m.what === what)?.value;
    if (value === undefined) {
      open = true;
      return { what, ok: null, deduction: 0, message: `${what}: not measured` };
    }
    const under = limit.atLeast !== undefined ? Math.max(0, limit.atLeast - value) : 0;
    const over = limit.atMost !== undefined ? Math.max(0, value - limit.atMost) : 0;
    const beyond = Math.max(under, over);
    const allowed = [
      limit.atLeast === undefined ? "" : `at least ${limit.atLeast}`,
      limit.atMost === undefined ? "" : `at most ${limit.atMost}`,
    ]
      .filter(Boolean)
      .join(", ");
    if (beyond === 0) return { what, ok: true, deduction: 0, message: `${what}: ${value}, ${allowed}` };
    const tooFar =
      limit.deductionPerUnit === undefined ||
      (limit.refuseBeyond !== undefined && (under > 0 ? value < limit.refuseBeyond : value > limit.refuseBeyond));
    if (tooFar) {
      refused = true;
      return { what, ok: false, deduction: 0, message: `${what}: ${value} given, ${allowed}: refused` };
    }
    const deduction = beyond * (limit.deductionPerUnit as number);
    return { what, ok: false, deduction, message: `${what}: ${value} given, ${allowed}: ${round(beyond)} beyond` };
  });
  const off = lines.reduce((sum, l) => sum + l.deduction, 0);
  return ok({
    pass: refused ? false : open ? null : true,
    pricePerT: refused ? 0 : Math.max(0, base - off),
    lines,
  });
}

const round = (value: number) => Math.round(value * 1000) / 1000;
