import { change } from "../decisions";
import type { Check, Repair } from "../sheet";
import { round } from "../words";

/** Whether the way to dry can take what comes from the field. */
export function checkKeep({ plan, add }: Check): void {
  const { ways } = plan.crop.guide.keep;
  const way = ways.find((w) => w.id === plan.keep.wayId);
  const { cutPct, endUse } = plan.harvest;
  if (way?.moist && cutPct !== null) {
    const { fromPct, toPct, uses } = way.moist;
    const dryWays = ways
      .filter((w) => !w.moist && (w.fromPctAtMost ?? 100) >= cutPct)
      .map((w): Repair => ({ label: w.name, changes: [change("keep/wayId", w.id)] }));
    if (!uses.includes(endUse))
      add(
        "stop",
        "keep.moistUse",
        `${way.name} is for ${uses.join(" and ")}, not for ${endUse}.`,
        "What keeps it moist kills the germ and taints it: no miller, maltster or seed merchant takes it.",
        dryWays,
      );
    if (cutPct < fromPct || cutPct > toPct)
      add(
        "advise",
        "keep.moistRange",
        `${way.name}: ${round(cutPct, 1)} % is ${cutPct < fromPct ? "drier" : "moister"} than it takes, ${fromPct} to ${toPct} %.`,
        cutPct < fromPct ? "So dry it keeps by itself, or packs badly." : "So moist it runs hot before it is kept.",
        [
          ...dryWays,
          {
            label: `Cut at ${cutPct < fromPct ? fromPct : toPct} %`,
            changes: [change("harvest/cutPct", cutPct < fromPct ? fromPct : toPct)],
          },
        ],
      );
    return;
  }
  if (!way || cutPct === null || way.fromPctAtMost === undefined || cutPct <= way.fromPctAtMost) return;
  const others = ways.filter((w) => w.id !== way.id && !w.moist && (w.fromPctAtMost ?? 100) >= cutPct);
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
