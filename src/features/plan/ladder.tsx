"use client";

import { formatDay } from "@/core/dates";
import { SHEETS, type SheetId } from "@/core/guides/sheets";
import { SHEET_NAMES, SheetMark, sheetColour } from "../shared/sheet-mark";
import { useUnits } from "../shared/units";
import { usePlanModel } from "./plan-context";

/** The nine sheets in working order, each with its one key result and its open findings. */
export function Ladder({ sheet, onSheet }: { sheet: SheetId; onSheet: (sheet: SheetId) => void }) {
  const { plan, findings } = usePlanModel();
  const results = useResults();
  if (!plan) return null;
  return (
    <nav aria-label="Sheets of the plan">
      <ol className="flex gap-1 overflow-x-auto lg:block">
        {SHEETS.map((id, i) => {
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
                  <span className="hidden truncate text-[12px] leading-tight text-soft lg:block">{results[id]}</span>
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

/** The key result of each sheet, in a few words. */
function useResults(): Record<SheetId, string> {
  const { plan } = usePlanModel();
  const { show, number, money, currency } = useUnits();
  if (!plan)
    return { ground: "", soil: "", seed: "", feed: "", water: "", protect: "", harvest: "", keep: "", money: "" };
  const of = (id: SheetId) => plan.operations.filter((o) => o.sheet === id);
  const first = (id: SheetId) => of(id).find((o) => o.date && !o.doneOn);
  const dated = (id: SheetId) => {
    const next = first(id);
    return next?.date
      ? `${of(id).length} ${of(id).length === 1 ? "job" : "jobs"}, next ${formatDay(next.date)}`
      : "nothing planned";
  };
  const { need } = plan.feed;
  return {
    ground: plan.ground.chosen.name.toLowerCase(),
    soil:
      plan.soil.limeTPerHa > 0
        ? `lime ${show(plan.soil.limeTPerHa, "dressing")}`
        : plan.soil.testAgeDays === null
          ? "no soil test"
          : "no lime needed",
    seed: `${show(plan.seed.kgPerHa, "massPerArea")}, ${show(plan.seed.targetPlantsPerM2, "countPerArea", plan.seed.targetPlantsPerM2 < 20 ? 1 : 0)}`,
    feed: `${number(need.n, 0)} N, ${number(need.p2o5, 0)} P₂O₅, ${number(need.k2o, 0)} K₂O`,
    water: dated("water"),
    protect: `${of("protect").length} looks planned`,
    harvest: plan.harvestDate ? `about ${formatDay(plan.harvestDate)}` : "no date",
    keep: dated("keep"),
    money: `${money(plan.money.costPerHa)} cost${plan.money.marginPerHa === null ? "" : `, ${money(plan.money.marginPerHa)} margin`} ${currency}`,
  };
}
