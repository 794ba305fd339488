import { type Boundary, frameAt, longestSideM, middleOf, polygonsOf } from "@/core/records/land/boundary-measures";

/** The field's boundary drawn to scale, north up, with the length of its longest side. */
export function FieldOutline({ boundary }: { boundary: unknown }) {
  const shape = boundary as Boundary | null;
  if (!shape?.coordinates) return null;
  const rings = polygonsOf(shape).flat();
  const frame = frameAt(middleOf(rings.flat()));
  const drawn = rings.map((ring) => ring.map(frame.toGrid).map(([x, y]) => [x, -y] as const));
  const xs = drawn.flat().map((p) => p[0]);
  const ys = drawn.flat().map((p) => p[1]);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const longest = longestSideM(shape);
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
          d={drawn.map((ring) => `M${ring.map((p) => p.join(" ")).join("L")}z`).join("")}
          fill="var(--canopy)"
          fillRule="evenodd"
          stroke="var(--ground)"
          strokeWidth={Math.max(width, height) * 0.012}
        />
      </svg>
      <figcaption className="text-[12px] text-soft">longest side {Math.round(longest)} m, north up</figcaption>
    </figure>
  );
}
