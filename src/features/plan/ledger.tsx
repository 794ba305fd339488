"use client";

import { dimensionOf } from "../shared/dimension-of-unit";
import { useUnits } from "../shared/units";
import { usePlanModel } from "./plan-context";
import { ReachTarget } from "./window/reach-target";
import { FigureValue } from "./working";

/** Target, plants, balance and money, always in sight, with the change against the last issued version. */
export function Ledger({ onWindow }: { onWindow: () => void }) {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const lines: [string, string, number | undefined][] = [
    ["Target", "target", undefined],
    ["Plants", "seed.targetPlants", plan.seed.targetPlantsPerM2 < 20 ? 1 : 0],
    ["Cost", "money.cost", 0],
    ["Break-even yield", "money.breakEvenYield", undefined],
    ["Margin at target", "money.margin", 0],
  ];
  return (
    <section aria-label="Ledger" className="border border-line bg-sheet px-3 py-2">
      <div className="flex items-baseline justify-between">
        <h2 className="text-base">Ledger</h2>
        <AgainstVersion />
      </div>
      <dl>
        {lines.slice(0, 1).map(([label, id, decimals]) => (
          <Line key={id} label={label} id={id} decimals={decimals} />
        ))}
        <ReachTarget onOpen={onWindow} />
        {lines.slice(1, 2).map(([label, id, decimals]) => (
          <Line key={id} label={label} id={id} decimals={decimals} />
        ))}
        <div className="grid grid-cols-[1fr_auto] items-baseline gap-2 py-[3px]">
          <dt>
            Over need <span className="text-[12px] text-soft">N, P₂O₅, K₂O</span>
          </dt>
          <dd className="flex justify-end gap-2">
            {["n", "p2o5", "k2o"].map((key) => (
              <FigureValue key={key} id={`feed.over.${key}`} decimals={0} unit={false} />
            ))}
          </dd>
        </div>
        {lines.slice(2).map(([label, id, decimals]) => (
          <Line key={id} label={label} id={id} decimals={decimals} />
        ))}
      </dl>
    </section>
  );
}

function AgainstVersion() {
  const { changes, summary } = usePlanModel();
  return (
    <p className="text-[12px] text-soft">{summary && changes.length > 0 ? "change against the last version" : ""}</p>
  );
}

function Line({ label, id, decimals }: { label: string; id: string; decimals: number | undefined }) {
  const { changes, plan } = usePlanModel();
  const { number, split } = useUnits();
  const figure = plan?.figures[id];
  const change = changes.find((c) => c.kind === "figure" && c.what === figure?.label);
  const dimension = figure ? dimensionOf(figure.unit) : null;
  const delta = change?.change ?? 0;
  const shown =
    dimension && dimension !== "percent"
      ? split(Math.abs(delta), dimension, decimals).number
      : number(Math.abs(delta), decimals ?? 2);
  return (
    <div className="grid grid-cols-[1fr_auto_3.2em] items-baseline gap-2 py-[3px]">
      <dt>{label}</dt>
      <dd className="text-right">
        <FigureValue id={id} {...(decimals === undefined ? {} : { decimals })} />
      </dd>
      <dd className="text-right text-[12px] text-soft">{change ? `${delta < 0 ? "−" : "+"}${shown}` : ""}</dd>
    </div>
  );
}
