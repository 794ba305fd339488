/** Where the marks of the ribbon stand: lanes on each side, labels that never cover one another, groups where it is full. */

export interface RibbonMark {
  id: string;
  x: number;
  label: string;
  above: boolean;
  /** of marks at one place the higher is given room first */
  weight?: number;
}

interface Spot {
  x: number;
  lane: number;
  above: boolean;
  /** ends of what is drawn, mark and label together */
  from: number;
  to: number;
}
export interface PlacedMark extends Spot {
  kind: "mark";
  id: string;
  label: string;
  /** the label stands left of the mark, where it would leave the ribbon on the right */
  flipped: boolean;
}
export interface PlacedGroup extends Spot {
  kind: "group";
  ids: string[];
}
export type Placed = PlacedMark | PlacedGroup;

const MARK = 9;
const GAP = 4;
const CHAR = 6.3;
const GROUP_WIDTH = 58;

/**
 * Places marks from left to right, each in the first lane where mark and label stand free; one that finds no room
 * joins the last mark of the lane that ends soonest, as a group. Nothing overlaps within a lane.
 */
export function placeMarks(marks: RibbonMark[], width: number, lanes: number): Placed[] {
  return [true, false].flatMap((above) => {
    const byLane: Placed[][] = Array.from({ length: lanes }, () => []);
    for (const mark of marks.filter((m) => m.above === above).sort((a, b) => a.x - b.x || (b.weight ?? 0) - (a.weight ?? 0))) {
      const size = mark.label.length * CHAR + 4;
      const flipped = mark.x + MARK + size > width;
      const from = flipped ? mark.x - MARK - size : mark.x - MARK;
      const to = flipped ? mark.x + MARK : mark.x + MARK + size;
      const lane = byLane.findIndex((placed) => (placed.at(-1)?.to ?? -Infinity) + GAP <= from);
      if (lane >= 0) {
        byLane[lane]?.push({ kind: "mark", id: mark.id, label: mark.label, flipped, x: mark.x, lane, above, from, to });
        continue;
      }
      join(byLane, mark.id);
    }
    return byLane.flat();
  });
}

/** Adds a mark to the last one of the lane that ends soonest; a group too wide for its place takes its neighbour in. */
function join(byLane: Placed[][], id: string): void {
  const lane = byLane.reduce((best, placed, i) => ((placed.at(-1)?.to ?? 0) < (byLane[best]?.at(-1)?.to ?? 0) ? i : best), 0);
  const placed = byLane[lane] as Placed[];
  let ids = [id];
  for (;;) {
    const host = placed.pop();
    if (!host) return;
    ids = [...(host.kind === "group" ? host.ids : [host.id]), ...ids];
    const from = host.x - MARK;
    if (from < (placed.at(-1)?.to ?? -Infinity)) continue;
    placed.push({ kind: "group", ids, x: host.x, lane: host.lane, above: host.above, from, to: host.x - MARK + GROUP_WIDTH });
    return;
  }
}
