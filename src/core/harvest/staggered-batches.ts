import { readNumber } from "../args";
import { addDays, daysBetween, type IsoDate } from "../dates";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export interface BatchWish {
  kgPerWeek: number;
  from: IsoDate;
  to: IsoDate;
}

export interface Batch {
  planting: IsoDate;
  /** what it gives of the wish: from, to, and in how many pickings */
  from: IsoDate;
  to: IsoDate;
  pickings: number;
  areaHa: number;
  kgAPicking: number;
}

/** A wish over more batches than this is no wish for one field. */
const MOST_BATCHES = 60;

/**
 * Plantings one after the other, so that a wish by the week is met: each is set so that its first picking falls where the one
 * before it ends, and is as large as the wish asks.
 *
 * kg a picking = wish x days between pickings / 7; kg a picking from a hectare = yield / pickings (equal pickings, assumption);
 * area = the one / the other. `firstPicking` says when a planting date is picked first; a later planting is never picked earlier. Of the
 * plantings from `earliest` to `latest` that are ready in time the last one is taken. Days that none serves are `gaps`.
 *
 * Errors: a wish, a yield, days or pickings that are not over 0, an end before its beginning, a window upside down.
 *
 * Example: 350 kg a week at 24 t/ha in 12 pickings 10 days apart: 500 kg a picking, 2,000 kg/ha a picking: 0.25 ha for 120 days.
 */
export function staggeredBatches({
  wish,
  yieldTPerHa,
  pickings,
  everyDays,
  earliest,
  latest,
  firstPicking,
}: {
  wish: BatchWish;
  yieldTPerHa: number;
  pickings: number;
  everyDays: number;
  earliest: IsoDate;
  latest: IsoDate;
  firstPicking: (planting: IsoDate) => IsoDate;
}): Result<{ batches: Batch[]; gaps: { from: IsoDate; to: IsoDate }[] }> {
  const errors: FieldError[] = [];
  readNumber(errors, "wish.kgPerWeek", wish.kgPerWeek, { above: 0, max: 10_000_000, unit: "kg" });
  readNumber(errors, "yieldTPerHa", yieldTPerHa, { above: 0, max: 300, unit: "t/ha" });
  readNumber(errors, "pickings", pickings, { min: 1, max: 200, integer: true });
  readNumber(errors, "everyDays", everyDays, { above: 0, max: 366, unit: "days" });
  if (wish.to < wish.from) errors.push(fieldError("wish.to", wish.to, `${wish.from} and later`));
  if (latest < earliest) errors.push(fieldError("latest", latest, `${earliest} and later`));
  if (errors.length > 0) return failed(errors);

  const kgAPicking = (wish.kgPerWeek * everyDays) / 7;
  const areaHa = kgAPicking / ((yieldTPerHa * 1000) / pickings);
  const serves = Math.round(everyDays * pickings);
  const batches: Batch[] = [];
  const gaps: { from: IsoDate; to: IsoDate }[] = [];
  let open = wish.from;
  while (open <= wish.to && batches.length < MOST_BATCHES) {
    const planting = lastReadyBy(open, earliest, latest, firstPicking);
    const first = firstPicking(planting);
    const begin = first > open ? first : open;
    const end = addDays(first, serves - 1);
    if (begin > wish.to || end < open) break;
    if (begin > open) gaps.push({ from: open, to: addDays(begin, -1) });
    const to = end < wish.to ? end : wish.to;
    batches.push({
      planting,
      from: begin,
      to,
      pickings: Math.ceil((daysBetween(begin, to) + 1) / everyDays - SLACK),
      areaHa,
      kgAPicking,
    });
    open = addDays(to, 1);
  }
  if (open <= wish.to) gaps.push({ from: open, to: wish.to });
  return ok({ batches, gaps });
}

const SLACK = 1e-9;

/** The last day of the window whose planting is picked by that day; the first of the window where none is. */
function lastReadyBy(
  day: IsoDate,
  earliest: IsoDate,
  latest: IsoDate,
  firstPicking: (planting: IsoDate) => IsoDate,
): IsoDate {
  let low = 0;
  let high = daysBetween(earliest, latest);
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (firstPicking(addDays(earliest, middle)) <= day) low = middle;
    else high = middle - 1;
  }
  return addDays(earliest, low);
}
