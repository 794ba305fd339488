/** The crop's coefficient and roots by days: by canopy, place and what lies on the ground. */

import { type IsoDate, monthOfDay, toDay } from "../../dates";
import { monthlyChange } from "../../water/kc-by-day";
import { evaporationKept, kcUnderMulch, type Mulch } from "../../water/mulch";
import type { Draft } from "../sheet";

/** End coefficients from here up follow wind and humidity too; FAO-56, equation 65. */
const END_FOLLOWS = 0.45;

/** What lies on the ground: as decided, else as the way of growing lays it. */
export function mulchOf({ context, decisions }: Draft): Mulch {
  const own = decisions.water?.mulch;
  const usual = context.crop.guide.water.mulch;
  const kind = own?.kind ?? usual?.kind ?? "none";
  return { kind, depthCm: own?.depthCm ?? usual?.depthCm, coverPct: own?.coverPct ?? usual?.coverPct };
}

interface CropDays {
  kc: Float64Array;
  rootM: Float64Array;
}

/** The coefficients and roots of so many days from planting, by the days of the stages. */
export function cropDays(
  draft: Draft,
  days: number,
  stageDays: { day: number }[],
  planting: IsoDate,
  [leastM, deepestM]: [number, number],
): CropDays {
  const { guide } = draft.context.crop;
  const { initial, mid, end, heightM } = guide.water.kc;
  const change = draft.facts.climate ? monthlyChange(draft.facts.climate, heightM) : null;
  const kept = evaporationKept(mulchOf(draft));
  const kc = new Float64Array(days);
  const rootM = new Float64Array(days);
  const most = Math.max(...guide.stages.map((s) => s.cover), 0.01);
  // the coefficient follows the canopy up, and falls from the last full canopy to the end
  const fallsFrom = guide.stages.reduce((at, s, i) => (s.cover >= most ? i : at), 0);
  const fall = stageDays[fallsFrom]?.day ?? days;
  const first = toDay(planting);
  let stage = 0;
  for (let d = 0; d < days; d++) {
    while (stage < stageDays.length && (stageDays[stage]?.day ?? 0) < d) stage++;
    const to = Math.min(stage, stageDays.length - 1);
    const [a, b] = [guide.stages[to - 1], guide.stages[to]];
    const from = to > 0 ? (stageDays[to - 1]?.day ?? 0) : 0;
    const span = (stageDays[to]?.day ?? 0) - from;
    const share = span > 0 ? Math.min(1, (d - from) / span) : 1;
    const cover = Math.min(1, ((a?.cover ?? 0) + ((b?.cover ?? 0) - (a?.cover ?? 0)) * share) / most);
    const root = (a?.rootCm ?? 15) + ((b?.rootCm ?? 15) - (a?.rootCm ?? 15)) * share;
    const falling = to > fallsFrom && days - 1 > fall ? (d - fall) / (days - 1 - fall) : -1;
    let value = falling >= 0 ? mid + (end - mid) * falling : initial + (mid - initial) * cover;
    if (change) {
      const part = falling < 0 ? cover : end >= END_FOLLOWS ? 1 : 1 - falling;
      value += (change[monthOfDay(first + d)] ?? 0) * part;
    }
    kc[d] = kept > 0 ? kcUnderMulch(value, initial, cover, kept) : value;
    rootM[d] = Math.min(deepestM, Math.max(leastM, root / 100));
  }
  return { kc, rootM };
}
