/** The order in which one machine cuts several fields, so that the least is lost by waiting. */

import { readNumber } from "../args";
import { Random } from "../random";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export interface QueueField {
  id: string;
  areaHa: number;
  /** the day on which it can be cut first */
  readyDay: number;
  /** of each hectare that stands a day longer, in money or tonnes */
  lossPerHaPerDay: number;
}
export interface QueuedField {
  id: string;
  startDay: number;
  endDay: number;
  loss: number;
}

/** Up to so many fields every order is looked at, but for those that cannot be better. */
const EXACT_FIELDS = 8;
/** Shaken orders that are improved again, of more fields. */
const KICKS = 60;
const SEED = 4177;

/**
 * The order of fields for one machine that cuts so many hectares a day, one field after another and none before it is ready; what a field
 * loses goes by the mean day of its cutting. The least loss in sum: exact for up to 8 fields, else improved from four simple rules by moving
 * and swapping fields, which `exact` says. The same question gives the same answer. Errors name the field and its place.
 *
 * Example: a field of 10 ha ready on day 0 and one of 10 ha ready on day 0 that loses twice as much, at 10 ha a day: the second first,
 * 10 x 2 x 0.5 + 10 x 1 x 1.5 = 25.
 */
export function harvestQueue(input: { fields: QueueField[]; haPerDay: number }): Result<{
  order: QueuedField[];
  loss: number;
  exact: boolean;
}> {
  const errors: FieldError[] = [];
  const pace = readNumber(errors, "haPerDay", input?.haPerDay, { above: 0, max: 10_000, unit: "ha" });
  const given = Array.isArray(input?.fields) ? input.fields : [];
  if (!Array.isArray(input?.fields)) errors.push(fieldError("fields", input?.fields, "a list of fields"));
  const fields = given.map((f, i) => ({
    id: String(f?.id ?? ""),
    areaHa: readNumber(errors, `fields.${i}.areaHa`, f?.areaHa, { above: 0, max: 100_000, unit: "ha" }),
    readyDay: readNumber(errors, `fields.${i}.readyDay`, f?.readyDay, { min: -100_000, max: 1_000_000 }),
    lossPerHaPerDay: readNumber(errors, `fields.${i}.lossPerHaPerDay`, f?.lossPerHaPerDay, { min: 0 }),
  }));
  const ids = fields.map((f) => f.id);
  ids.forEach((id, i) => {
    if (id === "" || ids.indexOf(id) !== i)
      errors.push(fieldError(`fields.${i}.id`, id, "a name that no other field has"));
  });
  if (errors.length > 0) return failed(errors);
  const exact = fields.length <= EXACT_FIELDS;
  const best = exact ? bestOfAll(fields, pace) : improved(fields, pace);
  return ok({ ...queued(best, pace), exact });
}

/** Days and losses of fields in an order. */
function queued(order: readonly QueueField[], pace: number): { order: QueuedField[]; loss: number } {
  let free = Number.NEGATIVE_INFINITY;
  let sum = 0;
  const list = order.map((f): QueuedField => {
    const startDay = Math.max(free, f.readyDay);
    const endDay = startDay + f.areaHa / pace;
    free = endDay;
    const loss = f.lossPerHaPerDay * f.areaHa * ((startDay + endDay) / 2 - f.readyDay);
    sum += loss;
    return { id: f.id, startDay, endDay, loss };
  });
  return { order: list, loss: sum };
}

function lossOf(order: readonly QueueField[], pace: number): number {
  let free = Number.NEGATIVE_INFINITY;
  let sum = 0;
  for (const f of order) {
    const start = Math.max(free, f.readyDay);
    free = start + f.areaHa / pace;
    sum += f.lossPerHaPerDay * f.areaHa * ((start + free) / 2 - f.readyDay);
  }
  return sum;
}

/** Every order, left off where it has lost as much as the best one already. */
function bestOfAll(fields: QueueField[], pace: number): QueueField[] {
  let best = [...fields].sort((a, b) => a.readyDay - b.readyDay);
  let least = lossOf(best, pace);
  const go = (done: QueueField[], left: QueueField[], free: number, sum: number): void => {
    if (sum >= least) return;
    if (left.length === 0) {
      best = done;
      least = sum;
      return;
    }
    for (const f of left) {
      const start = Math.max(free, f.readyDay);
      const end = start + f.areaHa / pace;
      const loss = f.lossPerHaPerDay * f.areaHa * ((start + end) / 2 - f.readyDay);
      go(
        [...done, f],
        left.filter((l) => l !== f),
        end,
        sum + loss,
      );
    }
  };
  go([], fields, Number.NEGATIVE_INFINITY, 0);
  return best;
}

/** Orders by simple rules: by readiness, by what a day of the machine saves, by both, by size. */
const RULES: ((a: QueueField, b: QueueField) => number)[] = [
  (a, b) => a.readyDay - b.readyDay,
  (a, b) => b.lossPerHaPerDay - a.lossPerHaPerDay,
  (a, b) => a.readyDay + a.areaHa / 20 - (b.readyDay + b.areaHa / 20),
  (a, b) => b.lossPerHaPerDay * b.areaHa - a.lossPerHaPerDay * a.areaHa,
];

function improved(fields: QueueField[], pace: number): QueueField[] {
  let best = fields;
  let least = Number.POSITIVE_INFINITY;
  const take = (order: QueueField[]) => {
    const better = descended(order, pace);
    const loss = lossOf(better, pace);
    if (loss < least) [best, least] = [better, loss];
  };
  for (const rule of RULES) take([...fields].sort(rule));
  const random = new Random(SEED, fields.length);
  for (let kick = 0; kick < KICKS; kick++) {
    const shaken = [...best];
    for (let i = 0; i < 4; i++) {
      const [from] = shaken.splice(Math.floor(random.uniform() * shaken.length), 1);
      shaken.splice(Math.floor(random.uniform() * (shaken.length + 1)), 0, from as QueueField);
    }
    take(shaken);
  }
  return best;
}

/** Fields moved to other places and swapped as long as that loses less. */
function descended(order: QueueField[], pace: number): QueueField[] {
  let now = order;
  let least = lossOf(now, pace);
  for (let better = true; better; ) {
    better = false;
    for (let i = 0; i < now.length; i++)
      for (let j = 0; j < now.length; j++) {
        if (i === j) continue;
        const moved = [...now];
        moved.splice(j, 0, moved.splice(i, 1)[0] as QueueField);
        const swapped = [...now];
        [swapped[i], swapped[j]] = [swapped[j] as QueueField, swapped[i] as QueueField];
        for (const other of i < j ? [moved, swapped] : [moved]) {
          const loss = lossOf(other, pace);
          if (loss < least - 1e-12) {
            now = other;
            least = loss;
            better = true;
          }
        }
      }
  }
  return now;
}
