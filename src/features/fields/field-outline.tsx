/** The field's boundary drawn to scale, north up, with the length of its longest side. */
export function FieldOutline({ boundary }: { boundary: unknown }) {
  const ring = (boundary as { coordinates?: [number, number][][] } | null)?.coordinates?.[0];
  if (!ring || ring.length < 4) return null;
  const [lon0, lat0] = ring[0] as [number, number];
  const east = 111_320 * Math.cos((lat0 * Math.PI) / 180);
  const points = ring.map(([lon, lat]) => [(lon - lon0) * east, -(lat - lat0) * 111_320] as const);
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [left, top, width, height] = [
    Math.min(...xs),
    Math.min(...ys),
    Math.max(...xs) - Math.min(...xs),
    Math.max(...ys) - Math.min(...ys),
  ];
  const longest = Math.max(
    ...points.slice(1).map((p, i) => Math.hypot(p[0] - (points[i]?.[0] ?? 0), p[1] - (points[i]?.[1] ?? 0))),
  );
  const pad = Math.max(width, height) * 0.06;
  return (
    <figure className="w-44 text-center">
      <svg
        viewBox={`${left - pad} ${top - pad} ${width + 2 * pad} ${height + 2 * pad}`}
        className="h-36 w-full"
        role="img"
        aria-label={`Outline of the field, longest side ${Math.round(longest)} m`}
      >
        <path
          d={`M${points.map((p) => p.join(" ")).join("L")}z`}
          fill="var(--canopy)"
          stroke="var(--ground)"
          strokeWidth={Math.max(width, height) * 0.012}
        />
      </svg>
      <figcaption className="text-[12px] text-soft">longest side {Math.round(longest)} m, north up</figcaption>
    </figure>
  );
}
