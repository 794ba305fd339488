import { change } from "../decisions";
import type { Check, Repair } from "../sheet";
import { round, sentence } from "../words";
import { milledLot } from "./milled";

/** Whether what a mill gave back can be what it was given. */
function checkMilled({ plan, decisions, add }: Check): void {
  const milled = milledLot(plan, decisions);
  if (!milled) return;
  const { way, shares, sumPct, doubtful } = milled;
  for (const what of doubtful) {
    const fraction = way.fractions[what];
    if (fraction)
      add(
        "advise",
        `keep.milled.${what}`,
        `${sentence(fraction.name).slice(0, -1)}: ${round(shares[what] ?? 0, 1)} % of what went in, usual are ${fraction.usualPct.from} to ${fraction.usualPct.to}.`,
        `${way.name}. Weigh again: another lot between, a scale that is off, or a mill set wrong.`,
      );
    else
      add(
        "advise",
        "keep.milled.sum",
        `What came out is ${round(sumPct, 1)} % of what went in.`,
        sumPct < 100
          ? "Something was not weighed, stayed in the machine or went with dust and water."
          : "More cannot come out than went in: water was added, or another lot was in it.",
      );
  }
}

/** Whether the way to dry can take what comes from the field, and a mill's fractions what went in. */
export function checkKeep(check: Check): void {
  checkMilled(check);
  const { plan, add } = check;
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
