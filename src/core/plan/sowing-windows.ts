/** The customary sowing windows of a kind, as dates of a season. */

import { addDays, byDate, daysBetween, type IsoDate } from "../dates";
import type { Kind } from "../guides/schema";

export interface DatedWindow {
  from: IsoDate;
  best: IsoDate;
  until: IsoDate;
  /** when what is sown in it is customarily off the field; of zones whose custom is known */
  harvested?: { from: IsoDate; usual: IsoDate; until: IsoDate };
  source: string;
  latenessLossPctPerDay: number;
}

/** Half a year: by so much the southern windows lie before the northern ones of the same harvest year. */
const HALF_A_YEAR = 182;

/**
 * Windows of a kind (and planting method) in a zone, in their order; some crops have two with a dead period between. Where
 * the guide knows nothing of the zone, its windows for any zone hold. South of the equator they lie half a year earlier,
 * which keeps the harvest in its year.
 *
 * Example: "-10-02" of season 2027 is 2 October 2026; at 35 degrees south 3 April 2026.
 */
export function sowingWindows(
  kind: Kind,
  zone: string,
  season: number,
  { methodId, latitudeDeg = 45 }: { methodId?: string; latitudeDeg?: number | undefined } = {},
): DatedWindow[] {
  const fitting = kind.windows.filter((w) => !w.methods || methodId === undefined || w.methods.includes(methodId));
  const of = (name: string) => fitting.filter((w) => w.zone === name);
  const list = [of(zone), of("any"), kind.windows.slice(0, 1)].find((l) => l.length > 0) ?? [];
  if (list.length === 0) throw new Error(`kind ${kind.id} has no sowing window`);
  const date = (day: string): IsoDate => {
    const before = day.startsWith("-");
    const northern = `${before ? season - 1 : season}-${before ? day.slice(1) : day}`;
    return latitudeDeg < 0 ? addDays(northern, -HALF_A_YEAR) : northern;
  };
  return list
    .map((w) => ({
      from: date(w.days[0]),
      best: date(w.days[1]),
      until: date(w.days[2]),
      ...(w.harvested && {
        harvested: { from: date(w.harvested[0]), usual: date(w.harvested[1]), until: date(w.harvested[2]) },
      }),
      source: w.source,
      latenessLossPctPerDay: w.latenessLossPctPerDay,
    }))
    .sort((a, b) => byDate(a.from, b.from));
}

/**
 * The harvest year that a kind can next be planned for: the first, from this year on, in which it can still be sown.
 *
 * Example: on 1 March 2027 spring barley for 2027, winter wheat for 2028.
 */
export function nextSeasonOf(kind: Kind, zone: string, today: IsoDate, latitudeDeg?: number): number {
  const year = Number(today.slice(0, 4));
  const seasons = [year, year + 1, year + 2];
  return seasons.find((s) => sowingWindows(kind, zone, s, { latitudeDeg }).some((w) => w.until >= today)) ?? year + 2;
}

/** The window that a plan is drafted for: the one nearest to the wished date, else the first that is not over yet. */
export function chosenWindow(windows: DatedWindow[], wished: IsoDate | undefined, today: IsoDate): DatedWindow {
  const off = (w: DatedWindow, date: IsoDate) =>
    date < w.from ? daysBetween(date, w.from) : date > w.until ? daysBetween(w.until, date) : 0;
  const found = wished
    ? windows.reduce((a, b) => (off(b, wished) < off(a, wished) ? b : a))
    : windows.find((w) => w.until >= today);
  return found ?? (windows.at(-1) as DatedWindow);
}
