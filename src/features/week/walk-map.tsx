"use client";

import { memo } from "react";
import { useAnswer } from "../shared/use-answer";

/** The places of a walk drawn on the field's shape, the next one marked; nothing where the field has no boundary or the network is away. */
export const WalkMap = memo(function WalkMap({ planId, places, at }: { planId: string; places: number; at: number }) {
  const { answer } = useAnswer("GET /api/plans/{id}/walk", { path: { id: planId }, query: { places: String(places) } });
  const walk = answer?.walk;
  if (!walk) return null;
  const all = walk.outline.flat();
  const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const size = Math.max(width, height);
  const pad = 0.04 * size;
  return (
    <figure>
      <svg
        viewBox={`${left - pad} ${top - pad} ${width + 2 * pad} ${height + 2 * pad}`}
        className="max-h-36 w-full"
        role="img"
        aria-label={`The field with ${walk.places.length} places along a W, ${Math.round(walk.walkM)} m to walk`}
      >
        <path
          d={walk.outline.map((ring) => `M${ring.map((p) => p.join(" ")).join("L")}z`).join("")}
          fill="none"
          stroke="var(--ground)"
          strokeWidth={size * 0.008}
        />
        {walk.places.map((p, i) => (
          <circle
            key={p.join()}
            cx={p[0]}
            cy={p[1]}
            r={size * (i === at ? 0.03 : 0.014)}
            fill={i < at ? "var(--soft)" : i === at ? "var(--protect)" : "var(--ink)"}
          />
        ))}
      </svg>
      <figcaption className="text-[12px] text-soft">
        North up; {walk.places.length} places along a W, {Math.round(walk.walkM)} m. The large one is next.
      </figcaption>
    </figure>
  );
});
