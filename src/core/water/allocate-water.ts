import { PER_CENT, readNumber } from "../args";
import { rule } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export interface WaterField {
  id: string;
  areaHa: number;
  efficiencyPct: number;
  /** value of a hectare by the net water that it gets, from 0 mm up */
  response: { netMm: number; valuePerHa: number }[];
}
interface Allocation {
  fields: { id: string; netMm: number; volumeM3: number; value: number }[];
  value: number;
  /** what the next cubic metre would earn; 0 where every field has what it can use */
  marginalValuePerM3: number;
  /** fields whose response was taken by its upper hull or cut at its highest value */
  smoothed: string[];
}

interface Step {
  field: number;
  /** net water of the step [mm], and what a cubic metre in it earns */
  mm: number;
  m3: number;
  perM3: number;
}

/**
 * Shares a volume over fields where it earns most. Each response begins at 0 mm, is cut at its highest value and taken by
 * its upper hull (a straight line over a dip: half of the field can have the one amount and half the other), so that water goes
 * to the steepest step first and the sum is the best there is. Values of any unit of money. Errors name field and point:
 * "fields.1.response.0.netMm".
 *
 * Example: 600 m3, two fields of 1 ha at 100 %: one earns 4 a mm up to 50 mm, the other 3: the first gets 50 mm, the second 10.
 */
export function allocateWater(input: { volumeM3: number; fields: WaterField[] }): Result<Allocation> {
  const errors: FieldError[] = [];
  const volume = readNumber(errors, "volumeM3", input?.volumeM3, { min: 0, unit: "m³" });
  const given = Array.isArray(input?.fields) ? input.fields : [];
  if (given.length === 0) errors.push(fieldError("fields", input?.fields, "at least one field"));
  const fields = given.map((field, i) => readField(errors, field, `fields.${i}`));
  if (errors.length > 0) return failed(errors);

  const steps: Step[] = [];
  const smoothed: string[] = [];
  for (const [i, { id, areaHa, efficiencyPct, response }] of fields.entries()) {
    const hull = upperHull(response);
    if (hull.length < response.length) smoothed.push(id);
    for (let k = 1; k < hull.length; k++) {
      const [a, b] = [hull[k - 1]!, hull[k]!];
      const mm = b.netMm - a.netMm;
      const m3 = (mm * 10 * areaHa * 100) / efficiencyPct;
      steps.push({ field: i, mm, m3, perM3: ((b.valuePerHa - a.valuePerHa) * areaHa) / m3 });
    }
  }
  // a hull's steps fall, so the steepest first never leaves a hole within a field; ties by the order of the fields
  steps.sort((a, b) => b.perM3 - a.perM3 || a.field - b.field);
  const got = fields.map((f) => ({
    id: f.id,
    netMm: 0,
    volumeM3: 0,
    value: (f.response[0]?.valuePerHa ?? 0) * f.areaHa,
  }));
  let left = volume;
  let marginal = 0;
  for (const step of steps) {
    const share = Math.min(1, left / step.m3);
    const field = got[step.field]!;
    field.netMm += share * step.mm;
    field.volumeM3 += share * step.m3;
    field.value += share * step.m3 * step.perM3;
    left -= share * step.m3;
    if (share < 1) {
      marginal = step.perM3;
      break;
    }
  }
  const value = got.reduce((sum, f) => sum + f.value, 0);
  return ok(
    { fields: got, value, marginalValuePerM3: marginal, smoothed },
    {
      marginalValuePerM3: computed(
        "The next cubic metre",
        "money/m³",
        rule(
          "value of the steepest step of all responses that has no water yet",
          [quantity("water to share", volume, "m³"), quantity("fields", fields.length, "")],
          marginal,
          "money/m³",
        ),
      ),
    },
  );
}

function readField(errors: FieldError[], field: WaterField, at: string): WaterField {
  const response = (Array.isArray(field?.response) ? field.response : []).map((point, k) => ({
    netMm: readNumber(errors, `${at}.response.${k}.netMm`, point?.netMm, { min: 0, max: 10_000, unit: "mm" }),
    valuePerHa: readNumber(errors, `${at}.response.${k}.valuePerHa`, point?.valuePerHa),
  }));
  if (response.length === 0) errors.push(fieldError(`${at}.response`, field?.response, "points from 0 mm up"));
  else if (response[0]?.netMm !== 0)
    errors.push(fieldError(`${at}.response.0.netMm`, response[0]?.netMm, "0 mm: what the field gives without water"));
  for (let k = 1; k < response.length; k++)
    if (response[k]!.netMm <= response[k - 1]!.netMm)
      errors.push(fieldError(`${at}.response.${k}.netMm`, response[k]!.netMm, "more than at the point before"));
  return {
    id: String(field?.id ?? ""),
    areaHa: readNumber(errors, `${at}.areaHa`, field?.areaHa, { above: 0, max: 100_000, unit: "ha" }),
    efficiencyPct: readNumber(errors, `${at}.efficiencyPct`, field?.efficiencyPct, PER_CENT),
    response,
  };
}

/** Points of the upper hull up to the highest value, from left to right. */
function upperHull(points: WaterField["response"]): WaterField["response"] {
  const best = points.reduce((a, p, i) => (p.valuePerHa > points[a]!.valuePerHa ? i : a), 0);
  const hull: WaterField["response"] = [];
  for (const point of points.slice(0, best + 1)) {
    while (hull.length >= 2) {
      const [a, b] = [hull.at(-2)!, hull.at(-1)!];
      const below =
        (b.valuePerHa - a.valuePerHa) * (point.netMm - a.netMm) <
        (point.valuePerHa - a.valuePerHa) * (b.netMm - a.netMm);
      if (!below) break;
      hull.pop();
    }
    hull.push(point);
  }
  return hull;
}
