"use client";

import { NUTRIENTS } from "@/core/nutrients";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Need against what is given, nutrient by nutrient. */
export function Balance() {
  const { plan } = usePlanModel();
  const { split } = useUnits();
  if (!plan) return null;
  const { need, supplied } = plan.feed;
  const most = Math.max(1, ...Object.values(need), ...Object.values(supplied));
  // the main four always, others where there is something to balance
  const shown = NUTRIENTS.filter(
    (n) =>
      ["balance", "offtake", "perTonne"].includes(n.need) ||
      need[n.id] > 0 ||
      (supplied[n.id] > 0 && !n.trace && n.need !== "none"),
  );
  return (
    <dl className="mt-3 grid gap-1" aria-label="Need against given">
      {shown.map(({ id: key, label, trace }) => (
        <div key={key} className="grid grid-cols-[3em_minmax(0,1fr)] items-center gap-2">
          <dt className="text-[13px]">{label}</dt>
          <dd className="flex items-center gap-2">
            <span className="relative block h-4 w-[62%]" aria-hidden>
              <span
                className="absolute inset-y-0 left-0 opacity-40"
                style={{ width: `${(supplied[key] / most) * 100}%`, background: "var(--feed)" }}
              />
              <span
                className="absolute -inset-y-0.5 w-[2px] bg-ink"
                style={{ left: `calc(${(need[key] / most) * 100}% - 1px)` }}
              />
            </span>
            <span className="whitespace-nowrap text-[12px] text-soft">
              need {split(need[key], "massPerArea", trace ? 1 : 0).number}, given{" "}
              <FigureValue id={`feed.supplied.${key}`} decimals={trace ? 1 : 0} unit={false} />
            </span>
          </dd>
        </div>
      ))}
    </dl>
  );
}
