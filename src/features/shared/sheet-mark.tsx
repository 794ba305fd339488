import type { SheetId } from "@/core/sheet-ids";

/** The hue of a sheet as a CSS colour. */
export const sheetColour = (sheet: SheetId) => `var(--${sheet === "harvest" ? "harvest-mark" : sheet})`;

/** The sheet's own shape in a 16 x 16 box: furrows, layered square, almond, diamond, drop, shield, blade, barn, ring. */
export function SheetShape({ sheet, filled = true }: { sheet: SheetId; filled?: boolean }) {
  const colour = sheetColour(sheet);
  const fill = filled ? colour : "none";
  const line = { stroke: colour, strokeWidth: 1.6, fill, strokeLinejoin: "round" as const };
  switch (sheet) {
    case "ground":
      return <path d="M1 13V9l2.5-3L6 9l2-3 2.5 3L13 6l2 3v4z" {...line} />;
    case "soil":
      return (
        <g>
          <rect x="2" y="2.5" width="12" height="11" {...line} />
          <path d="M2 6.200h12M2 9.800h12" stroke={filled ? "var(--sheet)" : colour} strokeWidth="1.2" />
        </g>
      );
    case "seed":
      return <path d="M8 1c4 4.2 4 9.8 0 14-4-4.2-4-9.8 0-14z" {...line} />;
    case "feed":
      return <path d="M8 1l6.5 7L8 15 1.5 8z" {...line} />;
    case "water":
      return <path d="M8 1c3 4 5 6.3 5 9a5 5 0 0 1-10 0c0-2.7 2-5 5-9z" {...line} />;
    case "protect":
      return <path d="M2 2.500h12V8c0 3.4-2.6 5.7-6 7-3.4-1.3-6-3.6-6-7z" {...line} />;
    case "harvest":
      return <path d="M3 15C2 8 6 2 14 1.5 12.5 5 9 7.5 7.5 10.5 6.8 12 6.5 13.5 6.5 15z" {...line} />;
    case "keep":
      return <path d="M1.5 6.500L8 2l6.5 4.500V14h-13z" {...line} />;
    default:
      return <circle cx="8" cy="8" r="5.6" stroke={colour} strokeWidth="2.6" fill="none" />;
  }
}

/** The shape as an icon of its own. */
export function SheetMark({ sheet, size = 20, filled = false }: { sheet: SheetId; size?: number; filled?: boolean }) {
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden className="shrink-0">
      <SheetShape sheet={sheet} filled={filled} />
    </svg>
  );
}
