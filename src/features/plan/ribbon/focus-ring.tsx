/** The ring round a mark of the ribbon that has the focus; its group carries the class `group`. */
export function FocusRing({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  return (
    <rect
      x={x - width / 2}
      y={y - height / 2}
      width={width}
      height={height}
      rx={3}
      fill="none"
      stroke="var(--action)"
      strokeWidth={2}
      className="opacity-0 group-focus-visible:opacity-100"
    />
  );
}
