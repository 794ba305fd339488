import type { IsoDate } from "../dates";

export interface RoomOf {
  id: string;
  farm: string;
  freeM3: number;
  /** ids of crops that stand in it */
  holds: string[];
  /** what leaves it by a day, because it was sold for delivery by then: room, and the crop where nothing of it stays */
  leaves?: { on: IsoDate; roomM3: number; last: string | null }[] | undefined;
}
interface ComingCrop {
  id: string;
  farm: string;
  crop: string;
  harvestOn: IsoDate;
  massT: number;
  /** mass of a cubic metre as it lies [kg] */
  bulkKgPerM3: number;
}
interface PlacedCrop {
  id: string;
  parts: { storeId: string; massT: number; roomM3: number }[];
  /** what finds no room [t] */
  leftT: number;
  /** stores of the farm with room that it cannot lie in, or must not share, and why */
  barred: { storeId: string; why: string }[];
}

/** What rounding leaves is no heap [t]. */
const ROUNDING_T = 1e-6;

/**
 * Where the coming harvest goes: by the day of harvest, each crop into stores of its own farm. An empty one that just holds it goes
 * first, then where the same crop stands, then what else has room; never beside what it must not share (`apart` says why, of either),
 * nor in a store that it cannot lie in (`unfit` says why).
 * What one store does not hold goes on into the next. Room of what is sold for delivery before a harvest is free for it.
 *
 * Example: 90 t at 750 kg/m3 are 120 m3: 100 m3 in an empty bin of 100 m3 take 75 t, the other 15 t go beside the same crop.
 */
export function fillingPlan(
  stores: readonly RoomOf[],
  coming: readonly ComingCrop[],
  apart: (crop: string, other: string) => string | null,
  unfit: (crop: string, storeId: string) => string | null = () => null,
): PlacedCrop[] {
  const free = new Map(stores.map((s) => [s.id, s.freeM3]));
  const holds = new Map(stores.map((s) => [s.id, new Set(s.holds)]));
  const order = [...coming].sort((a, b) =>
    a.harvestOn === b.harvestOn ? a.id.localeCompare(b.id) : a.harvestOn < b.harvestOn ? -1 : 1,
  );
  const going = stores.flatMap((s) => (s.leaves ?? []).map((l) => ({ ...l, storeId: s.id })));
  const placed = order.map((crop): PlacedCrop => {
    for (const left of going.filter((l) => l.on <= crop.harvestOn)) {
      free.set(left.storeId, (free.get(left.storeId) ?? 0) + left.roomM3);
      if (left.last !== null) holds.get(left.storeId)?.delete(left.last);
      going.splice(going.indexOf(left), 1);
    }
    const own = stores.filter((s) => s.farm === crop.farm && (free.get(s.id) ?? 0) > 0);
    const whyNot = (id: string): string | null => {
      const no = unfit(crop.crop, id);
      if (no) return no;
      for (const other of holds.get(id) ?? []) {
        const why = apart(crop.crop, other) ?? apart(other, crop.crop);
        if (why) return why;
      }
      return null;
    };
    const barred = own.flatMap((s) => {
      const why = whyNot(s.id);
      return why ? [{ storeId: s.id, why }] : [];
    });
    const need = (1000 * crop.massT) / crop.bulkKgPerM3;
    const rank = (id: string): number => {
      const there = holds.get(id) as Set<string>;
      return there.size === 0 ? 0 : there.has(crop.crop) ? 1 : 2;
    };
    const room = (id: string) => free.get(id) as number;
    const candidates = own
      .filter((s) => !barred.some((b) => b.storeId === s.id))
      .sort(
        (a, b) =>
          rank(a.id) - rank(b.id) ||
          // of those that hold it all the smallest, else the largest first
          Number(room(b.id) >= need) - Number(room(a.id) >= need) ||
          (room(a.id) >= need ? room(a.id) - room(b.id) : room(b.id) - room(a.id)) ||
          a.id.localeCompare(b.id),
      );
    let leftT = crop.massT;
    const parts: PlacedCrop["parts"] = [];
    for (const store of candidates) {
      if (leftT <= ROUNDING_T) break;
      const massT = Math.min(leftT, (room(store.id) * crop.bulkKgPerM3) / 1000);
      const roomM3 = (1000 * massT) / crop.bulkKgPerM3;
      parts.push({ storeId: store.id, massT, roomM3 });
      free.set(store.id, room(store.id) - roomM3);
      holds.get(store.id)?.add(crop.crop);
      leftT -= massT;
    }
    return { id: crop.id, parts, leftT: leftT <= ROUNDING_T ? 0 : leftT, barred };
  });
  return placed;
}
