import { q, span } from "../../units/told";
import { change } from "../decisions";
import type { Check, Repair } from "../sheet";
import { sentence } from "../words";
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
        `${sentence(fraction.name).slice(0, -1)} is ${q(shares[what] ?? 0, "%", 1)} of the intake; ${span(fraction.usualPct.from, fraction.usualPct.to, "%", 1)} is usual.`,
        `${sentence(way.name)} Weigh again. Possible causes: another lot in between, a faulty scale, or wrong mill settings.`,
      );
    else
      add(
        "advise",
        "keep.milled.sum",
        `The output is ${q(sumPct, "%", 1)} of the intake.`,
        sumPct < 100
          ? "Part of it was not weighed, stayed in the machine or was lost as dust and water."
          : "It cannot be more than the intake. Water was added, or another lot was mixed in.",
      );
  }
}

/** Dry matter above which silage cannot be compacted well [%]; assumption. */
const TOO_DRY_PCT = 42;
/** A lower feed-out rate lets air in [m/week]; assumption, for winter; half as much again in summer. */
const LEAST_FACE_M = 1;

/** Whether silage ferments, is compacted well enough and is fed fast enough. */
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
      `At ${q(dryMatterPct, "%")} dry matter the silage will not ferment safely without additive; ${q(fermentsFromPct, "%")} is needed.`,
      "Forage high in protein and low in sugar acidifies slowly, and butyric acid forms meanwhile. Wilt it, or use an additive; use acid if rain prevents wilting.",
      wilted <= TOO_DRY_PCT
        ? [{ label: `Wilt to ${wilted} %`, changes: [change("keep/silage/wiltToPct", wilted)] }]
        : [],
    );
  }
  if (dryMatterPct > TOO_DRY_PCT)
    add(
      "advise",
      "keep.silage.dry",
      `At ${q(dryMatterPct, "%")} dry matter it cannot be compacted well.`,
      "Air stays in the clamp, so it heats and moulds. Chop shorter, cut earlier, or wrap it in bales.",
    );
  if (own.rollerT !== undefined && own.rollerT < rollerT)
    add(
      "advise",
      "keep.silage.roller",
      `A packing weight of ${q(own.rollerT, "t", 1)} compacts ${q((own.rollerT / rollerT) * tPerHour, "t")} an hour; ${q(tPerHour, "t")} an hour are delivered.`,
      "Loose silage heats when it is opened. Deliver more slowly, add a second packing tractor, or spread thinner layers.",
      [
        {
          label: `Deliver ${q(Math.floor((own.rollerT / rollerT) * tPerHour), "t")} an hour`,
          changes: [change("keep/silage/tPerHour", Math.max(0.1, Math.floor((own.rollerT / rollerT) * tPerHour)))],
        },
      ],
    );
  if (faceMPerWeek !== null && faceMPerWeek < LEAST_FACE_M)
    add(
      "advise",
      "keep.silage.face",
      `The feed-out rate is ${q(faceMPerWeek, "m", 1)} a week; at least ${q(LEAST_FACE_M, "m")} keeps the face cool.`,
      `Air enters about ${q(1, "m")} deep, and the silage heats. Make a narrower or lower clamp, bale it, or feed more animals.`,
      [
        {
          label: `Clamp ${q(Math.max(0.5, (widthM * faceMPerWeek) / LEAST_FACE_M), "m", 1)} wide`,
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
      `About ${q(sapM3, "m³ stored")} of effluent are expected.`,
      "Effluent kills fish and carries feed value away. Have a tight tank ready before harvest, spread it thinly on land, and never near water. Forage wilted to 30 % gives none.",
    );
}

/** Whether the drying method suits the harvested moisture, and a mill's fractions the intake. */
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
        `${way.name} is suitable for ${uses.join(" and ")} only, not for ${endUse}.`,
        "It kills the germ and taints the grain: no miller, maltster or seed merchant accepts it.",
        dryWays,
      );
    if (cutPct < fromPct || cutPct > toPct)
      add(
        "advise",
        "keep.moistRange",
        `${way.name} needs ${span(fromPct, toPct, "%")} moisture; harvest is planned at ${q(cutPct, "%", 1)}.`,
        cutPct < fromPct
          ? "Drier grain stores without it, or compacts badly."
          : "Wetter grain heats before it is preserved.",
        [
          ...dryWays,
          {
            label: `Harvest at ${cutPct < fromPct ? fromPct : toPct} %`,
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
    `${way.name}: at ${q(cutPct, "%", 1)} moisture the crop spoils before it is dry.`,
    `This method works up to ${way.fromPctAtMost} %. Harvest drier, or use another drying method.`,
    [
      ...others.map((w): Repair => ({ label: w.name, changes: [change("keep/wayId", w.id)] })),
      {
        label: `Harvest at ${way.fromPctAtMost} %`,
        changes: [change("harvest/cutPct", way.fromPctAtMost)],
      },
    ],
  );
}
