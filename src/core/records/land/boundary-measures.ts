/**
 * Measures of boundaries: GeoJSON polygons by longitude and latitude, measured on a flat metric grid around their own middle.
 * Over a few kilometres that grid is true to a few centimetres.
 */

export type Position = [lon: number, lat: number];
export type Ring = Position[];
export type Boundary = { type: "Polygon"; coordinates: Ring[] } | { type: "MultiPolygon"; coordinates: Ring[][] };

/** WGS 84: half the equator's diameter [m], and the square of the eccentricity. */
const EQUATOR_M = 6_378_137;
const ECCENTRICITY_2 = 0.006_694_379_990_14;

export const polygonsOf = (boundary: Boundary): Ring[][] =>
  boundary.type === "Polygon" ? [boundary.coordinates] : boundary.coordinates;

/**
 * Area [ha] of a boundary, holes taken out.
 *
 * Example: a rectangle of 0.002 by 0.001 degrees at 47 degrees north, 152.1 m by 111.2 m, has 1.69 ha.
 */
export function boundaryAreaHa(boundary: Boundary): number {
  const polygons = polygonsOf(boundary);
  const frame = frameAt(middleOf(polygons.flat(2)));
  return (
    polygons.reduce(
      (sum, rings) => sum + rings.reduce((s, ring, i) => s + (i === 0 ? 1 : -1) * Math.abs(areaOfRing(ring, frame)), 0),
      0,
    ) / 10_000
  );
}

/** The longest side of a boundary [m]. */
export function longestSideM(boundary: Boundary): number {
  const rings = polygonsOf(boundary).flat();
  const frame = frameAt(middleOf(rings.flat()));
  const sides = rings.flatMap((ring) => {
    const corners = ring.map(frame.toGrid);
    return corners.slice(1).map((c, i) => Math.hypot(c[0] - (corners[i]?.[0] ?? 0), c[1] - (corners[i]?.[1] ?? 0)));
  });
  return Math.max(0, ...sides);
}

/** More corners than these no page needs to lay out rows. */
const MOST_CORNERS = 800;

/**
 * A boundary in metres, turned so that its longest side stands at the left and rows lie along it: x across them, y along them, both from 0,
 * to a centimetre. Null where it has too many corners.
 *
 * Example: a rectangle of 300 m by 100 m, however it lies, spans 100 m in x and 300 m in y.
 */
export function shapeAlongRows(boundary: Boundary): [x: number, y: number][][] | null {
  const rings = polygonsOf(boundary).flat();
  if (rings.flat().length > MOST_CORNERS) return null;
  const frame = frameAt(middleOf(rings.flat()));
  const grid = rings.map((ring) => ring.map(frame.toGrid));
  let longest = 0;
  let [ux, uy] = [0, 1];
  for (const ring of grid)
    for (let i = 1; i < ring.length; i++) {
      const [dx, dy] = [0, 1].map((k) => (ring[i]?.[k] ?? 0) - (ring[i - 1]?.[k] ?? 0)) as [number, number];
      const length = Math.hypot(dx, dy);
      if (length <= longest) continue;
      longest = length;
      // outer rings turn against the clock: what lies inside is left of the side, here to the right of it as one looks back along it
      [ux, uy] = [-dx / length, -dy / length];
    }
  const turned = grid.map((ring) => ring.map(([x, y]) => [x * uy - y * ux, x * ux + y * uy] as const));
  const least = (axis: 0 | 1) => turned.flat().reduce((min, p) => Math.min(min, p[axis]), Number.POSITIVE_INFINITY);
  const [left, low] = [least(0), least(1)];
  const centimetres = (value: number) => Math.round(100 * value) / 100;
  return turned.map((ring) => ring.map(([x, y]) => [centimetres(x - left), centimetres(y - low)]));
}

export interface Frame {
  /** metres east and north of the origin */
  toGrid: (position: Position) => [x: number, y: number];
  fromGrid: (point: [x: number, y: number]) => Position;
}

/**
 * A flat grid around an origin, by the radii of the ellipsoid there (Bowring's sphere of the place): metres a degree of
 * latitude from the meridian's radius, of longitude from the prime vertical's. Source: any text of geodesy; WGS 84.
 *
 * Example: at 47 degrees north a degree of latitude is 111 171 m and one of longitude 76 056 m.
 */
export function frameAt([lon0, lat0]: Position): Frame {
  const sine = Math.sin((lat0 * Math.PI) / 180);
  const w = 1 - ECCENTRICITY_2 * sine * sine;
  const north = ((EQUATOR_M * (1 - ECCENTRICITY_2)) / w ** 1.5) * (Math.PI / 180);
  const east = (EQUATOR_M / Math.sqrt(w)) * Math.cos((lat0 * Math.PI) / 180) * (Math.PI / 180);
  return {
    toGrid: ([lon, lat]) => [(lon - lon0) * east, (lat - lat0) * north],
    // eight decimals of a degree are a millimetre
    fromGrid: ([x, y]) => [round8(lon0 + x / Math.max(east, 1e-6)), round8(lat0 + y / north)],
  };
}

/** Eight decimals of a degree are a millimetre. */
export const round8 = (value: number) => Math.round(value * 1e8) / 1e8;

export function middleOf(points: Position[]): Position {
  const lons = points.map((p) => p[0]);
  const lats = points.map((p) => p[1]);
  const middle = (list: number[]) =>
    (list.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY) +
      list.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY)) /
    2;
  return [middle(lons), middle(lats)];
}

/** Signed area of a ring [m2]: above 0 against the clock (Gauss's shoelace). */
export function areaOfRing(ring: Ring, frame: Frame): number {
  const corners = ring.map(frame.toGrid);
  let twice = 0;
  for (let i = 1; i < corners.length; i++) {
    const [ax = 0, ay = 0] = corners[i - 1] ?? [];
    const [bx = 0, by = 0] = corners[i] ?? [];
    twice += ax * by - bx * ay;
  }
  return twice / 2;
}

/** Whether a point lies in a ring: how often a ray from it crosses the sides. */
export function isInside([x, y]: Position, ring: Ring): boolean {
  let inside = false;
  for (let i = 1; i < ring.length; i++) {
    const [ax = 0, ay = 0] = ring[i - 1] ?? [];
    const [bx = 0, by = 0] = ring[i] ?? [];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}
