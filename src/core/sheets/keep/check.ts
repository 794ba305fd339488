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

/** Dry matter above which nothing rolls it tight [%]; assumption. */
const TOO_DRY_PCT = 42;
/** A face that moves less in a week lets air in [m]; assumption, for winter; half as much again in summer. */
const LEAST_FACE_M = 1;

/** Whether silage ferments, is rolled tight enough and is fed fast enough. */
function checkSilage({ plan, decisions, add }: Check): void {
  const { silage } = plan.keep;
  if (!silage) return;
  const own = decisions.keep?.silage ?? {};
  const { dryMatterPct, fermentsFromPct, rollerT, tPerHour, faceMPerWeek, sapM3, widthM } = silage;
  if (dryMatterPct < fermentsFromPct) {
    const wilted = Math.ceil(fermentsFromPct);
    add(
      "advise",
      "keep.silage.wet",
      `At ${round(dryMatterPct)} % dry matter it does not keep by its own acid: that begins at ${round(fermentsFromPct)} %.`,
      "Forage rich in protein and poor in sugar acidifies slowly, and turns to butyric acid meanwhile. Wilt it, or take an additive; acid where it rains.",
      wilted <= TOO_DRY_PCT
        ? [{ label: `Wilt to ${wilted} %`, changes: [change("keep/silage/wiltToPct", wilted)] }]
        : [],
    );
  }
  if (dryMatterPct > TOO_DRY_PCT)
    add(
      "advise",
      "keep.silage.dry",
      `At ${round(dryMatterPct)} % dry matter nothing rolls it tight.`,
      "Air stays in it: it heats and moulds. Chop shorter, cut sooner, or wrap it in bales.",
    );
  if (own.rollerT !== undefined && own.rollerT < rollerT)
    add(
      "advise",
      "keep.silage.roller",
      `A roller of ${round(own.rollerT, 1)} t packs ${round((own.rollerT / rollerT) * tPerHour)} t an hour, ${round(tPerHour)} t are brought.`,
      "What is packed loosely heats when it is opened: bring slower, roll with a second tractor, lay thinner.",
      [
        {
          label: `Bring ${Math.floor((own.rollerT / rollerT) * tPerHour)} t an hour`,
          changes: [change("keep/silage/tPerHour", Math.max(0.1, Math.floor((own.rollerT / rollerT) * tPerHour)))],
        },
      ],
    );
  if (faceMPerWeek !== null && faceMPerWeek < LEAST_FACE_M)
    add(
      "advise",
      "keep.silage.face",
      `The face moves ${round(faceMPerWeek, 1)} m a week, ${LEAST_FACE_M} m and more keep it cool.`,
      "Air goes a metre deep and it heats. A narrower or lower pit, or bales, or more mouths.",
      [
        {
          label: `Pit ${round(Math.max(0.5, (widthM * faceMPerWeek) / LEAST_FACE_M), 1)} m wide`,
          changes: [
            change("keep/silage/widthM", Math.max(0.5, Math.floor((10 * widthM * faceMPerWeek) / LEAST_FACE_M) / 10)),
          ],
        },
      ],
    );
  if (sapM3 >= 1)
    add(
      "hint",
      "keep.silage.sap",
      `About ${round(sapM3)} m³ of sap run off.`,
      "It kills a stream and takes feed with it: caught in a tight tank before anything is brought, spread thinly on land, never near water. Wilted to 30 %, none runs.",
    );
}

/** Whether the way to dry can take what comes from the field, and a mill's fractions what went in. */
export function checkKeep(check: Check): void {
  checkMilled(check);
  checkSilage(check);
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
