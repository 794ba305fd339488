"use client";

import { SHEET_NAMES, type SheetId } from "@/core/sheet-ids";
import { SHEET_FACES } from "@/core/sheets/faces";
import { SheetMark, sheetColour } from "../shared/sheet-mark";
import { useUnits } from "../shared/units";
import { usePlanModel } from "./plan-context";

/** The nine sheets in working order, each with its one key result and its open findings. */
export function Ladder({ sheet, onSheet }: { sheet: SheetId; onSheet: (sheet: SheetId) => void }) {
  const { plan, findings } = usePlanModel();
  const words = useUnits();
  if (!plan) return null;
  return (
    <nav aria-label="Sheets of the plan">
      <ol className="relative flex gap-1 overflow-x-auto lg:block">
        {SHEET_FACES.map(({ id, present }, i) => {
          const own = findings.filter((f) => f.sheet === id && f.severity !== "hint");
          const stops = own.some((f) => f.severity === "stop");
          const here = id === sheet;
          return (
            <li key={id} className="shrink-0">
              <button
                type="button"
                aria-current={here ? "true" : undefined}
                onClick={() => onSheet(id)}
                className={`touch flex w-full items-center gap-2.5 border-l-[3px] px-2 py-[5px] text-left hover:bg-selected ${here ? "bg-sheet" : ""}`}
                style={{ borderLeftColor: here ? sheetColour(id) : "transparent" }}
              >
                <SheetMark sheet={id} filled={here} />
                <span className="min-w-0 grow">
                  <span className="block font-semibold leading-tight">{`${i + 1} ${SHEET_NAMES[id]}`}</span>
                  <span className="hidden truncate text-[12px] leading-tight text-soft lg:block">
                    {present.result(plan, words)}
                  </span>
                </span>
                {own.length > 0 && (
                  <span
                    className="grid size-[22px] shrink-0 place-items-center rounded-full border text-[12px] font-semibold"
                    style={{ color: stops ? "var(--stop)" : "var(--advise)", borderColor: "currentcolor" }}
                  >
                    <span className="sr-only">{stops ? "stops issue: " : "advice: "}</span>
                    {own.length}
                  </span>
                )}
              </button>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
