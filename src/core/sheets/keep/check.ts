import { change } from "../decisions";
import type { Check, Repair } from "../sheet";
import { round } from "../words";

/** Whether the way to dry can take what comes from the field. */
export function checkKeep({ plan, add }: Check): void {
  const { ways } = plan.crop.guide.keep;
  const way = ways.find((w) => w.id === plan.keep.wayId);
  const { cutPct } = plan.harvest;
  if (!way || cutPct === null || way.fromPctAtMost === undefined || cutPct <= way.fromPctAtMost) return;
  const others = ways.filter((w) => w.id !== way.id && (w.fromPctAtMost ?? 100) >= cutPct);
  add(
    "advise",
    "keep.moist",
    `${way.name}: ${round(cutPct, 1)} % moisture spoils before it is dry.`,
    `It takes up to ${way.fromPctAtMost} %: cut drier, or dry another way.`,
    [
      ...others.map((w): Repair => ({ label: w.name, changes: [change("keep/wayId", w.id)] })),
      {
        label: `Cut at ${way.fromPctAtMost} %`,
        changes: [change("harvest/cutPct", way.fromPctAtMost)],
      },
    ],
  );
}
