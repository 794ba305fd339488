/** Where and how deep soil is sampled, and how many cores make one sample. */

import { failed, fieldError, ok, type Result } from "../../result";
import {
  type Boundary,
  boundaryAreaHa,
  frameAt,
  isInside,
  middleOf,
  type Position,
  polygonsOf,
} from "../land/boundary-measures";
import { cutBoundary, longestBearingDeg } from "../land/cut-boundary";

interface SamplingWay {
  id: "walk" | "grid" | "layers";
  name: string;
  why: string;
  /** one mixed sample stands for no more than this [ha] */
  mostHa: number;
  cores: number;
  /** [cm]; of each layer the lower end */
  depthsCm: number[];
  handling: string[];
  source: string;
}

/** Schools of sampling. The first is the default: it is what index tables were made from, and needs no instrument. */
export const SAMPLING_WAYS: SamplingWay[] = [
  {
    id: "walk",
    name: "one walk in a W",
    why: "one mean for ground that is worked as one; cheapest, and what most class limits were made from",
    mostHa: 4,
    cores: 25,
    depthsCm: [15],
    handling: [
      "Cores of one length, plant litter brushed off; mixed in a clean plastic bucket, not a galvanised one, where zinc is asked for.",
      "Not within two months of fertiliser or manure, nor a year of lime; not on headlands, gateways, old heaps or hedges.",
      "The same month each time: potassium and pH move with the season.",
    ],
    source: "usual advisory practice in Britain and Ireland: 25 cores in a W, one sample for at most 4 ha; recalled",
  },
  {
    id: "grid",
    name: "a grid of points",
    why: "shows how a field differs within itself; for spreading by map",
    mostHa: 1,
    cores: 12,
    depthsCm: [15],
    handling: [
      "All cores of a point within three metres around it; note the position as it was, not as it was meant.",
      "As many samples as hectares: ask what the laboratory takes for them before the spade goes in.",
    ],
    source: "usual practice of grid sampling: one point a hectare, 8 to 16 cores; recalled",
  },
  {
    id: "layers",
    name: "deep, for mineral nitrogen",
    why: "nitrogen down to the roots in spring; only where much is left from before",
    mostHa: 10,
    cores: 15,
    depthsCm: [30, 60, 90],
    handling: [
      "Each layer in a bucket of its own; what falls back into the hole is not taken.",
      "Cooled at once and at the laboratory within two days, or frozen: nitrogen goes on being set free in the bag.",
      "After winter's drainage and before the first dressing.",
    ],
    source: "usual practice of soil mineral nitrogen sampling: 10 to 15 cores by 30 cm layers; recalled",
  },
];

interface SampleArea {
  /** from 1 */
  number: number;
  areaHa: number;
  /** the ground that it stands for; null where the field has no boundary */
  boundary: Boundary | null;
  /** where each core (or point) is taken, in the order of the walk; empty without a boundary */
  points: Position[];
  walkM: number;
}
export interface SamplingPlan {
  way: SamplingWay;
  samples: SampleArea[];
  /** of the whole field, walking at 4 km/h and with a minute for each core and layer [min] */
  minutes: number;
}

/** Kept clear of the field's edge where the field is wide enough [m]. */
const MARGIN_M = 10;
const WALK_M_PER_MIN = 4000 / 60;
const MOST_SAMPLES = 60;
/** Points looked at on each leg of the W. */
const STEPS = 120;
/** Length of a W by the side of a square of the same area: four legs of 1.03 less the edges; for fields without a boundary. */
const W_BY_SIDE = 3.8;

/**
 * A sampling plan of a field: how many samples, each with its cores along a W (or one point in a grid cell).
 *
 * `areaHa` above 0; `boundary` where it is known. Ground for more than one sample is cut across its longest side into
 * strips of the same area. Errors: areaHa, an unknown way, more than MOST_SAMPLES samples.
 *
 * Example: a field of 7 ha by a walk has two samples of 3.5 ha with 25 cores each.
 */
export function samplingPlan({
  areaHa,
  boundary,
  way: wayId,
}: {
  areaHa: number;
  boundary: Boundary | null;
  way: string;
}): Result<SamplingPlan> {
  const way = SAMPLING_WAYS.find((w) => w.id === wayId);
  if (!way) return failed([fieldError("way", wayId, SAMPLING_WAYS.map((w) => w.id).join(", "))]);
  if (!(areaHa > 0 && Number.isFinite(areaHa))) return failed([fieldError("areaHa", areaHa, "above 0 ha")]);
  const count = Math.max(1, Math.ceil(areaHa / way.mostHa - 1e-9));
  if (count > MOST_SAMPLES)
    return failed([
      fieldError(
        "areaHa",
        areaHa,
        `up to ${MOST_SAMPLES * way.mostHa} ha by ${way.name}; split the field or take another way`,
      ),
    ]);
  const parts = boundary && count > 1 ? partsOf(boundary, count, way) : boundary ? [boundary] : [];
  const samples = Array.from({ length: boundary ? parts.length : count }, (_, i): SampleArea => {
    const part = parts[i] ?? null;
    const points = part ? (way.id === "grid" ? [innerPoint(part)] : alongW(part, way.cores)) : [];
    return {
      number: i + 1,
      areaHa: part ? boundaryAreaHa(part) : areaHa / count,
      boundary: part,
      points,
      walkM: points.length > 1 ? lengthOf(points) : 0,
    };
  });
  const walkM = samples.reduce((sum, s) => sum + s.walkM, 0) || Math.sqrt(areaHa * 10_000) * W_BY_SIDE;
  return ok({
    way,
    samples,
    minutes: Math.round(walkM / WALK_M_PER_MIN + samples.length * way.cores * way.depthsCm.length),
  });
}

/** A field and the places of a walk through it, in metres from its middle, east and south counting up: as a drawing has it. */
export interface ScoutWalk {
  outline: [x: number, y: number][][];
  places: [x: number, y: number][];
  walkM: number;
}

/** More places nobody walks to. */
const MOST_PLACES = 200;

/**
 * So many places, evenly along a W over a field, off its edges as far as it is wide enough. Errors: places other than 1 to 200.
 *
 * Example: scoutWalk(boundary, 30) of a square has thirty places from corner to corner.
 */
export function scoutWalk(boundary: Boundary, places: number): Result<ScoutWalk> {
  if (!Number.isInteger(places) || places < 1 || places > MOST_PLACES)
    return failed([fieldError("places", places, `1 to ${MOST_PLACES}`)]);
  const frame = frameAt(middleOf(polygonsOf(boundary).flat(2)));
  const drawn = (p: Position): [number, number] => {
    const [x, y] = frame.toGrid(p);
    return [Math.round(10 * x) / 10, Math.round(-10 * y) / 10];
  };
  const points = alongW(boundary, places);
  return ok({
    outline: polygonsOf(boundary)
      .flat()
      .map((ring) => ring.map(drawn)),
    places: points.map(drawn),
    walkM: points.length > 1 ? lengthOf(points) : 0,
  });
}

/** Strips of one area across the longest side; for a grid, strips cut again into cells as square as they come. */
function partsOf(boundary: Boundary, count: number, way: SamplingWay): Boundary[] {
  const along = longestBearingDeg(boundary);
  const across = (along + 90) % 360;
  if (way.id !== "grid") return cutInto(boundary, new Array<number>(count).fill(1), across);
  const rows = Math.max(1, Math.round(Math.sqrt(count / proportion(boundary, along))));
  const cells = Array.from(
    { length: rows },
    (_, i) => Math.floor(((i + 1) * count) / rows) - Math.floor((i * count) / rows),
  );
  return cutInto(boundary, cells, along).flatMap((strip, i) =>
    cutInto(strip, new Array<number>(cells[i] ?? 1).fill(1), across),
  );
}

/** Parts by their shares, taken off from one end: of more parts than one cut makes. */
function cutInto(boundary: Boundary, shares: number[], bearing: number): Boundary[] {
  const [first = 1, ...others] = shares;
  if (others.length === 0) return [boundary];
  const rest = others.reduce((a, b) => a + b, 0);
  const read = cutBoundary(boundary, [first, rest], bearing);
  if (!read.ok) return [boundary];
  return [read.value[0] as Boundary, ...cutInto(read.value[1] as Boundary, others, bearing)];
}

interface Local {
  points: [number, number][][][];
  back: (p: [number, number]) => Position;
  box: { left: number; right: number; low: number; high: number };
}

/** The polygons in metres, turned so that their longest side lies level. */
function local(boundary: Boundary, bearing = longestBearingDeg(boundary)): Local {
  const frame = frameAt(middleOf(polygonsOf(boundary).flat(2)));
  const a = ((90 - bearing) * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const points = polygonsOf(boundary).map((rings) =>
    rings.map((ring) =>
      ring.map((p): [number, number] => {
        const [x, y] = frame.toGrid(p);
        return [x * c + y * s, -x * s + y * c];
      }),
    ),
  );
  const all = points.flat(2);
  const span = (of: (p: [number, number]) => number) =>
    all.reduce(([lo, hi], p) => [Math.min(lo, of(p)), Math.max(hi, of(p))] as [number, number], [
      Number.POSITIVE_INFINITY,
      Number.NEGATIVE_INFINITY,
    ] as [number, number]);
  const [left, right] = span((p) => p[0]);
  const [low, high] = span((p) => p[1]);
  return { points, back: ([x, y]) => frame.fromGrid([x * c - y * s, x * s + y * c]), box: { left, right, low, high } };
}

/** Length by breadth of the box along a bearing. */
function proportion(boundary: Boundary, bearing: number): number {
  const { box } = local(boundary, bearing);
  return Math.max(0.1, (box.right - box.left) / Math.max(1, box.high - box.low));
}

/** In the ground and in none of its holes. */
const isOn = (p: [number, number], rings: [number, number][][]): boolean =>
  rings.reduce((on, ring) => on !== isInside(p, ring), false);

/** Distance of a point to the nearest side [m]. */
function toEdge([x, y]: [number, number], polygons: [number, number][][][]): number {
  let least = Number.POSITIVE_INFINITY;
  for (const ring of polygons.flat())
    for (let i = 1; i < ring.length; i++) {
      const [ax, ay] = ring[i - 1] as [number, number];
      const [bx, by] = ring[i] as [number, number];
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / Math.max(1e-9, dx * dx + dy * dy)));
      least = Math.min(least, Math.hypot(x - ax - t * dx, y - ay - t * dy));
    }
  return least;
}

/** As many points, evenly along a W over the ground, off its edges as far as it is wide enough. */
function alongW(boundary: Boundary, count: number): Position[] {
  const { points, back, box } = local(boundary);
  const corners = [0, 1, 2, 3, 4].map((i): [number, number] => [
    box.left + ((box.right - box.left) * i) / 4,
    i % 2 === 0 ? box.high : box.low,
  ]);
  const path: [number, number][] = [];
  for (let i = 1; i < corners.length; i++) {
    const [ax, ay] = corners[i - 1] as [number, number];
    const [bx, by] = corners[i] as [number, number];
    for (let k = 0; k < STEPS; k++) path.push([ax + ((bx - ax) * k) / STEPS, ay + ((by - ay) * k) / STEPS]);
  }
  for (const margin of [MARGIN_M, MARGIN_M / 3, 0]) {
    const kept = path.filter((p) => points.some((rings) => isOn(p, rings)) && toEdge(p, points) >= margin);
    if (kept.length < count) continue;
    return Array.from({ length: count }, (_, i) =>
      back(kept[Math.round(((i + 0.5) * kept.length) / count - 0.5)] as [number, number]),
    );
  }
  return [];
}

/** A point well inside: of a grid over the box the one that is farthest from the edges. */
function innerPoint(boundary: Boundary): Position {
  const { points, back, box } = local(boundary);
  let best: [number, number] = [(box.left + box.right) / 2, (box.low + box.high) / 2];
  let far = -1;
  for (let i = 1; i < 20; i++)
    for (let k = 1; k < 20; k++) {
      const p: [number, number] = [
        box.left + ((box.right - box.left) * i) / 20,
        box.low + ((box.high - box.low) * k) / 20,
      ];
      if (!points.some((rings) => isOn(p, rings))) continue;
      const edge = toEdge(p, points);
      if (edge > far) [best, far] = [p, edge];
    }
  return back(best);
}

function lengthOf(points: Position[]): number {
  const frame = frameAt(points[0] as Position);
  const flat = points.map(frame.toGrid);
  return flat
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p[0] - (flat[i]?.[0] ?? 0), p[1] - (flat[i]?.[1] ?? 0)), 0);
}
