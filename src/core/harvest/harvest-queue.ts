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
  /** no more of this field in a day, because a dryer or a thresher takes no more */
  atMostHaPerDay?: number | undefined;
}
/** Days on which the machine is there, both counted in. */
interface MachineSpan {
  from: number;
  to: number;
}
export interface QueuedField {
  id: string;
  startDay: number;
  endDay: number;
  loss: number;
}

/** Up to so many fields every order is looked at, but for those that cannot be better. */
const EXACT_FIELDS = 8;
/** Shaken orders that are improved again, of more fields: as many as a second has time for, where 60 fields are 8 of them. */
const kicksFor = (fields: number): number => Math.min(60, Math.max(8, Math.round(28_000 / fields ** 2)));
const SEED = 4177;
/** Days that differ by rounding only. */
const SAME_DAY = 1e-9;

/**
 * The order of fields for one machine that cuts so many hectares a day, one field after another and none before it is ready; what a field
 * loses goes by the mean day of its cutting. With `spans` the machine works on those days only, and after the last of them as long as it
 * takes (another has to come). The least loss in sum: exact for up to 8 fields, else improved from four simple rules by moving and swapping
 * fields, which `exact` says. The same question gives the same answer. Errors name the field and its place.
 *
 * Example: a field of 10 ha ready on day 0 and one of 10 ha ready on day 0 that loses twice as much, at 10 ha a day: the second first,
 * 10 x 2 x 0.5 + 10 x 1 x 1.5 = 25. Where the machine comes on day 3 only: 10 x 2 x 3.5 + 10 x 1 x 4.5 = 115.
 */
export function harvestQueue(input: QueueInput): Result<{
  order: QueuedField[];
  loss: number;
  exact: boolean;
}> {
  const errors: FieldError[] = [];
  const pace = readNumber(errors, "haPerDay", input?.haPerDay, PACE);
  const given = Array.isArray(input?.fields) ? input.fields : [];
  if (!Array.isArray(input?.fields)) errors.push(fieldError("fields", input?.fields, "a list of fields"));
  const fields = given.map((f, i) => ({
    id: String(f?.id ?? ""),
    areaHa: readNumber(errors, `fields.${i}.areaHa`, f?.areaHa, { above: 0, max: 100_000, unit: "ha" }),
    readyDay: readNumber(errors, `fields.${i}.readyDay`, f?.readyDay, DAY),
    lossPerHaPerDay: readNumber(errors, `fields.${i}.lossPerHaPerDay`, f?.lossPerHaPerDay, { min: 0 }),
    atMostHaPerDay:
      f?.atMostHaPerDay === undefined
        ? undefined
        : readNumber(errors, `fields.${i}.atMostHaPerDay`, f.atMostHaPerDay, PACE),
  }));
  const ids = fields.map((f) => f.id);
  ids.forEach((id, i) => {
    if (id === "" || ids.indexOf(id) !== i)
      errors.push(fieldError(`fields.${i}.id`, id, "a name that no other field has"));
  });
  const spans = (input?.spans ?? []).map((span, i) => {
    const from = readNumber(errors, `spans.${i}.from`, span?.from, DAY);
    return { from, to: readNumber(errors, `spans.${i}.to`, span?.to, { ...DAY, min: from }) };
  });
  if (errors.length > 0) return failed(errors);
  const machine = new Machine(pace, spans);
  const exact = fields.length <= EXACT_FIELDS;
  const best = exact ? bestOfAll(fields, machine) : improved(fields, machine);
  return ok({ ...queued(best, machine), exact });
}

/**
 * The same for an order that somebody chose: days and losses of fields cut as they are listed, one after another and none before it is ready.
 *
 * Example: two fields of 10 ha ready on day 0 at 10 ha a day lose 10 x (0.5 + 1.5) times what a hectare loses a day.
 */
export function queueInOrder(input: QueueInput): {
  order: QueuedField[];
  loss: number;
} {
  return queued(input.fields, new Machine(input.haPerDay, input.spans));
}

export interface QueueInput {
  fields: QueueField[];
  haPerDay: number;
  spans?: MachineSpan[] | undefined;
}
const PACE = { above: 0, max: 10_000, unit: "ha" };
const DAY = { min: -100_000, max: 1_000_000 };

/** The days of one machine: where a job of so many days begins, ends and lies in the mean. */
class Machine {
  start = 0;
  end = 0;
  /** mean day of the cutting: days on which the machine is away count nothing */
  mean = 0;
  private readonly spans: MachineSpan[];

  constructor(
    private readonly pace: number,
    spans: readonly MachineSpan[] = [],
  ) {
    // a day counted in ends with the next one's beginning; what touches is one span
    const merged: MachineSpan[] = [];
    for (const { from, to } of [...spans].sort((a, b) => a.from - b.from)) {
      const last = merged.at(-1);
      if (last && from <= last.to) last.to = Math.max(last.to, to + 1);
      else merged.push({ from, to: to + 1 });
    }
    const last = merged.at(-1);
    if (last) last.to = Number.POSITIVE_INFINITY;
    this.spans = merged;
  }

  daysFor({ areaHa, atMostHaPerDay }: QueueField): number {
    return areaHa / Math.min(this.pace, atMostHaPerDay ?? this.pace);
  }

  /** A job of so many days from a day on, or as soon as the machine is there. */
  work(from: number, days: number): void {
    if (this.spans.length === 0) {
      this.start = from;
      this.end = from + days;
      this.mean = (from + this.end) / 2;
      return;
    }
    let left = days;
    let weighted = 0;
    let begun = false;
    for (const span of this.spans) {
      if (span.to <= from) continue;
      const at = Math.max(from, span.from);
      if (!begun) this.start = at;
      begun = true;
      const done = Math.min(left, span.to - at);
      weighted += done * (at + done / 2);
      left -= done;
      this.end = at + done;
      if (left <= 0) break;
    }
    this.mean = weighted / days;
  }
}

/** Days and losses of fields in an order. */
function queued(order: readonly QueueField[], machine: Machine): { order: QueuedField[]; loss: number } {
  let sum = 0;
  machine.end = Number.NEGATIVE_INFINITY;
  const list = order.map((f): QueuedField => {
    machine.work(Math.max(machine.end, f.readyDay), machine.daysFor(f));
    const loss = f.lossPerHaPerDay * f.areaHa * (machine.mean - f.readyDay);
    sum += loss;
    return { id: f.id, startDay: machine.start, endDay: machine.end, loss };
  });
  return { order: list, loss: sum };
}

/** Every order, left off where it has lost as much as the best one already. */
function bestOfAll(fields: QueueField[], machine: Machine): QueueField[] {
  let best = [...fields].sort((a, b) => a.readyDay - b.readyDay);
  let least = queued(best, machine).loss;
  const go = (done: QueueField[], left: QueueField[], free: number, sum: number): void => {
    if (sum >= least) return;
    if (left.length === 0) {
      best = done;
      least = sum;
      return;
    }
    for (const f of left) {
      machine.work(Math.max(free, f.readyDay), machine.daysFor(f));
      go(
        [...done, f],
        left.filter((l) => l !== f),
        machine.end,
        sum + f.lossPerHaPerDay * f.areaHa * (machine.mean - f.readyDay),
      );
    }
  };
  go([], fields, Number.NEGATIVE_INFINITY, 0);
  return best;
}

/** Orders by simple rules: by readiness, by what a hectare loses, by when it can be done, by what the whole field loses. */
const rulesOf = (machine: Machine): ((a: QueueField, b: QueueField) => number)[] => [
  (a, b) => a.readyDay - b.readyDay,
  (a, b) => b.lossPerHaPerDay - a.lossPerHaPerDay,
  (a, b) => a.readyDay + machine.daysFor(a) - (b.readyDay + machine.daysFor(b)),
  (a, b) => b.lossPerHaPerDay * b.areaHa - a.lossPerHaPerDay * a.areaHa,
];

function improved(fields: QueueField[], machine: Machine): QueueField[] {
  const descent = new Descent(fields, machine);
  let best = fields.map((_, i) => i);
  let least = Number.POSITIVE_INFINITY;
  const take = (order: number[]) => {
    const better = descent.from(order);
    if (better.loss < least) [best, least] = [better.order, better.loss];
  };
  for (const rule of rulesOf(machine))
    take(fields.map((_, i) => i).sort((a, b) => rule(fields[a] as QueueField, fields[b] as QueueField)));
  const random = new Random(SEED, fields.length);
  for (let kick = 0; kick < kicksFor(fields.length); kick++) {
    const shaken = [...best];
    for (let i = 0; i < 4; i++) {
      const [from] = shaken.splice(Math.floor(random.uniform() * shaken.length), 1);
      shaken.splice(Math.floor(random.uniform() * (shaken.length + 1)), 0, from as number);
    }
    take(shaken);
  }
  return best.map((i) => fields[i] as QueueField);
}

/**
 * Fields moved to other places and swapped as long as that loses less. An order is looked at from the first place that changes on, and
 * given up where it has lost as much as the best: hundreds of thousands are looked at in a second.
 */
class Descent {
  private readonly days: Float64Array;
  private readonly ready: Float64Array;
  /** lost by the whole field in a day */
  private readonly weight: Float64Array;
  private readonly free: Float64Array;
  private readonly lostBefore: Float64Array;
  private order: Int32Array;
  private end = 0;
  private lost = 0;

  constructor(
    fields: readonly QueueField[],
    private readonly machine: Machine,
  ) {
    const n = fields.length;
    this.days = Float64Array.from(fields, (f) => machine.daysFor(f));
    this.ready = Float64Array.from(fields, (f) => f.readyDay);
    this.weight = Float64Array.from(fields, (f) => f.lossPerHaPerDay * f.areaHa);
    this.free = new Float64Array(n + 1);
    this.lostBefore = new Float64Array(n + 1);
    this.order = new Int32Array(n);
  }

  from(order: readonly number[]): { order: number[]; loss: number } {
    const n = order.length;
    this.order = Int32Array.from(order);
    let least = this.measure();
    for (let better = true; better; ) {
      better = false;
      for (let i = 0; i < n; i++)
        for (let j = 0; j < n; j++) {
          if (i === j) continue;
          const moved = this.lossMoved(i, j, least);
          const swapped = i < j ? this.lossSwapped(i, j, least) : Number.POSITIVE_INFINITY;
          if (Math.min(moved, swapped) >= least - 1e-9) continue;
          if (moved <= swapped) this.move(i, j);
          else this.swap(i, j);
          least = this.measure();
          better = true;
        }
    }
    return { order: [...this.order], loss: least };
  }

  /** Notes for each place when the machine is free and what is lost before it; gives the whole loss. */
  private measure(): number {
    this.end = Number.NEGATIVE_INFINITY;
    this.lost = 0;
    for (let k = 0; k < this.order.length; k++) {
      this.free[k] = this.end;
      this.lostBefore[k] = this.lost;
      this.cut(this.order[k] as number);
    }
    return this.lost;
  }
  private begin(place: number): void {
    this.end = this.free[place] as number;
    this.lost = this.lostBefore[place] as number;
  }
  private cut(field: number): void {
    const ready = this.ready[field] as number;
    this.machine.work(this.end > ready ? this.end : ready, this.days[field] as number);
    this.end = this.machine.end;
    this.lost += (this.weight[field] as number) * (this.machine.mean - ready);
  }
  private span(from: number, to: number, least: number): void {
    for (let k = from; k < to && this.lost < least; k++) this.cut(this.order[k] as number);
  }
  /** The places from `k` on: as before where the machine is free when it was before. */
  private rest(k: number, least: number): void {
    if (k < this.order.length && Math.abs(this.end - (this.free[k] as number)) < SAME_DAY)
      this.lost += least - (this.lostBefore[k] as number);
    else this.span(k, this.order.length, least);
  }
  /** Loss with the field of place i put in at place j; at least `least` where that is not less. */
  private lossMoved(i: number, j: number, least: number): number {
    this.begin(Math.min(i, j));
    if (i < j) {
      this.span(i + 1, j + 1, least);
      this.cut(this.order[i] as number);
      this.rest(j + 1, least);
    } else {
      this.cut(this.order[i] as number);
      this.span(j, i, least);
      this.rest(i + 1, least);
    }
    return this.lost;
  }
  private lossSwapped(i: number, j: number, least: number): number {
    this.begin(i);
    this.cut(this.order[j] as number);
    this.span(i + 1, j, least);
    this.cut(this.order[i] as number);
    this.rest(j + 1, least);
    return this.lost;
  }
  private move(i: number, j: number): void {
    const own = this.order[i] as number;
    if (i < j) this.order.copyWithin(i, i + 1, j + 1);
    else this.order.copyWithin(j + 1, j, i);
    this.order[j] = own;
  }
  private swap(i: number, j: number): void {
    const own = this.order[i] as number;
    this.order[i] = this.order[j] as number;
    this.order[j] = own;
  }
}
