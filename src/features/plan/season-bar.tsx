"use client";

import { useUnits } from "../shared/units";

/**
 * What to expect as a short bar with two marks: one season in five stays under the first, the second is the middle; a dotted line where the
 * target lies. Read out with its figure beside it.
 */
export function SeasonBar({
  badTPerHa,
  middleTPerHa,
  targetTPerHa,
}: Record<"badTPerHa" | "middleTPerHa" | "targetTPerHa", number>) {
  const { show } = useUnits();
  const most = Math.max(middleTPerHa, targetTPerHa, 0.001) * 1.08;
  const at = (tPerHa: number) => (WIDTH * Math.max(0, tPerHa)) / most;
  const words = `one season in five under ${show(badTPerHa, "yield", 1)}, middle ${show(middleTPerHa, "yield", 1)}`;
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={words} className="-mt-0.5 block">
      <title>{words}</title>
      <rect x={0} y={HEIGHT / 2 - 1.5} width={WIDTH} height={3} className="fill-line" />
      <rect
        x={at(badTPerHa)}
        y={HEIGHT / 2 - 2.5}
        width={at(middleTPerHa) - at(badTPerHa)}
        height={5}
        className="fill-[var(--canopy)]"
      />
      <rect x={at(badTPerHa) - 1} y={1} width={2} height={HEIGHT - 2} className="fill-soft" />
      <circle cx={at(middleTPerHa)} cy={HEIGHT / 2} r={4} className="fill-ink" />
      <line
        x1={at(targetTPerHa)}
        x2={at(targetTPerHa)}
        y1={0}
        y2={HEIGHT}
        strokeDasharray="2 2"
        className="stroke-ink"
      />
    </svg>
  );
}
const WIDTH = 96;
const HEIGHT = 11;
