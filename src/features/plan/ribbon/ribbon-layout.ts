/** Where the marks of the ribbon stand: lanes on each side, labels that never cover one another, groups where it is full. */

export interface RibbonMark {
  id: string;
  x: number;
  label: string;
  above: boolean;
  /** of marks at one place the higher is given room first */
  weight?: number;
  /** the lane that it stood in before, and whether it has stayed on its day: it stands there again, where it can */
  stood?: { lane: number; stayed: boolean } | undefined;
}

interface Spot {
  x: number;
  lane: number;
  above: boolean;
  /** ends of what is drawn, mark and label together */
  from: number;
  to: number;
}
interface PlacedMark extends Spot {
  kind: "mark";
  id: string;
  label: string;
  /** the label stands left of the mark, where it would leave the ribbon on the right */
  flipped: boolean;
}
interface PlacedGroup extends Spot {
  kind: "group";
  ids: string[];
}
type Placed = PlacedMark | PlacedGroup;

const MARK = 9;
const GAP = 4;
const CHAR = 6.3;
const GROUP_WIDTH = 58;

/** Marks of this weight or more are placed before all others, so that they are the last to vanish in a group. */
const HEAVY = 9;

/**
 * Places marks from left to right, each in the first lane where mark and label stand free; one that finds no room joins
 * its nearest neighbour as a group. Nothing overlaps within a lane.
 */
export function placeMarks(marks: RibbonMark[], width: number, lanes: number): Placed[] {
  return [true, false].flatMap((above) => {
    const placed: Placed[] = [];
    const own = marks.filter((m) => m.above === above);
    const heavy = new Set(own.filter((m) => (m.weight ?? 0) >= HEAVY).map((m) => m.id));
    // what has not moved keeps its place before what was moved takes one
    const stayed = (m: RibbonMark) => Number(m.stood?.stayed ?? false);
    const order = own.sort(
      (a, b) =>
        Number(heavy.has(b.id)) - Number(heavy.has(a.id)) ||
        stayed(b) - stayed(a) ||
        a.x - b.x ||
        (b.weight ?? 0) - (a.weight ?? 0),
    );
    for (const mark of order) {
      const size = mark.label.length * CHAR + 4;
      const flipped = mark.x + MARK + size > width;
      const from = flipped ? mark.x - MARK - size : mark.x - MARK;
      const to = flipped ? mark.x + MARK : mark.x + MARK + size;
      const lane = freeLane(placed, lanes, from, to, mark.stood?.lane);
      if (lane >= 0)
        placed.push({ kind: "mark", id: mark.id, label: mark.label, flipped, x: mark.x, lane, above, from, to });
      else join(placed, lanes, mark, heavy, above);
    }
    return placed;
  });
}

function freeLane(placed: Placed[], lanes: number, from: number, to: number, first = 0): number {
  for (const lane of [first, ...Array.from({ length: lanes }, (_, i) => i)])
    if (lane < lanes && !placed.some((p) => p.lane === lane && p.from < to + GAP && from < p.to + GAP)) return lane;
  return -1;
}

/** Makes a group of a mark and its nearest neighbour, and takes in further neighbours until the group has room. */
function join(placed: Placed[], lanes: number, mark: RibbonMark, heavy: Set<string>, above: boolean): void {
  const idsOf = (p: Placed) => (p.kind === "group" ? p.ids : [p.id]);
  let ids = [mark.id];
  let x = mark.x;
  for (;;) {
    const light = placed.filter((p) => !idsOf(p).some((id) => heavy.has(id)));
    const host = (light.length > 0 ? light : placed).reduce((best, p) =>
      Math.abs(p.x - x) < Math.abs(best.x - x) ? p : best,
    );
    placed.splice(placed.indexOf(host), 1);
    ids = [...idsOf(host), ...ids];
    x = Math.min(x, host.x);
    const from = x - MARK;
    const to = from + GROUP_WIDTH;
    const lane = freeLane(placed, lanes, from, to);
    if (lane < 0) continue;
    placed.push({ kind: "group", ids, x, lane, above, from, to });
    return;
  }
}
