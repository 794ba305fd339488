/**
 * A job in words, for screen and paper alike: what goes out in measures of hand and machine, what is set, what it waits for, when it is
 * expected. All in the reader's units.
 */

import { formatDay, type IsoDate } from "../dates";
import { fieldMeasures } from "../feed/field-measures";
import { inputMeasure } from "../units/input-measures";
import { joined, type Words } from "../units/words";
import type { Operation, OperationInput } from "./operation";
import { conditionInWords, settingsInWords } from "./settings";

type Job = Pick<Operation, "role" | "condition" | "settings" | "date" | "earliest" | "latest">;
type Rate = Pick<OperationInput, "unit" | "perHa">;
type Amount = Pick<OperationInput, "unit" | "quantity" | "bagKg">;

/** What goes on a hectare or acre. Example: "96 kg/ha". */
export const rateInWords = ({ unit, perHa }: Rate, words: Words): string =>
  joined(words.spoken.measure(perHa, inputMeasure(unit).perArea));

/** What goes on the field, with its bags. Example: "403 kg (8.1 bags of 50 kg)". */
export const amountInWords = (input: Amount, words: Words): string =>
  `${joined(words.spoken.measure(input.quantity, inputMeasure(input.unit).total))}${bagsInWords(input, words)}`;

/** Bags to carry out for a job; the order counts whole ones over all jobs. */
function bagsInWords({ quantity, bagKg }: Amount, words: Words): string {
  if (!bagKg || quantity < bagKg / 2) return "";
  const count = words.number(quantity / bagKg, 1).replace(/[.,]0$/, "");
  return ` (${count} ${count === "1" ? "bag" : "bags"} of ${words.spoken.quantity(bagKg, "mass")})`;
}

/** Both with the name; of seed the allowance is in the total. Example: "Urea: 96 kg/ha, 403 kg (8.1 bags of 50 kg) in total". */
export const inputInWords = (input: Rate & Amount & Pick<OperationInput, "name" | "kind">, words: Words): string =>
  `${input.name}: ${rateInWords(input, words)}, ${amountInWords(input, words)} in total${input.kind === "seed" ? " with allowance" : ""}`;

/** The same as one measures it out by hand: on a small area, and along a row where the crop is sown in rows. */
export function byHandInWords(
  input: Rate & Pick<OperationInput, "kind" | "bagKg">,
  rowSpacingCm: number | null,
  words: Words,
): string {
  if (input.unit === "L") return words.spoken.quantity(input.perHa * 10, "liquidByHand");
  if (input.unit !== "kg") return "";
  const hand = fieldMeasures(input.perHa, input.kind === "seed" ? rowSpacingCm : null, input.bagKg);
  return [
    words.spoken.quantity(hand.gPerM2, "massByHand"),
    hand.gPerRowMetre === null ? "" : words.spoken.quantity(hand.gPerRowMetre, "massByRow"),
  ]
    .filter(Boolean)
    .join(", ");
}

/** What is set. Example: "Depth 4 cm, row spacing 12.5 cm."; nothing where nothing is. */
export function settingsOf({ settings }: Pick<Job, "settings">, words: Words): string {
  const text = settingsInWords(settings, words.spoken.quantity);
  return text ? `${text.charAt(0).toUpperCase()}${text.slice(1)}.` : "";
}

/** What has to hold first. Example: "Do not spray until your adviser confirms it. Only if scouting reaches the threshold." */
export const conditionOf = ({ condition, role }: Pick<Job, "condition" | "role">): string =>
  condition ? conditionInWords(condition, role) : "";

/** Whether a job is no order for a day: the adviser has to say so first. */
export const waitsForWord = ({ condition, role }: Pick<Job, "condition" | "role">): boolean =>
  role === "treat" || condition?.by === "adviser";

/** When a job that waits is expected. Example: "Expected about 6 Jun, between 1 Jun and 11 Jun." */
export function expectedInWords({ date, earliest, latest }: Pick<Job, "date" | "earliest" | "latest">): string {
  if (!date) return "";
  return earliest && latest && earliest !== latest
    ? `Expected about ${formatDay(date)}, between ${formatDay(earliest)} and ${formatDay(latest)}.`
    : `Expected about ${formatDay(date)}.`;
}

/** Why a job is planned. Example: "Why: lime takes months to act."; nothing where its instructions say it. */
export const whyInWords = ({ reason }: Pick<Operation, "reason">): string =>
  reason ? `Why: ${reason.replace(/\.$/, "")}.` : "";

type Window = Pick<Job, "date" | "earliest" | "latest">;

/** The day from which on a job comes too late, seen from a day: it is passed where that day or the job's own lies behind it. */
export const comesTooLate = ({ date, latest }: Pick<Window, "date" | "latest">, today: IsoDate): boolean =>
  latest !== null && (latest < today || (date !== null && latest < date));

/**
 * Until when a job may be done. Example: "By 4 Jan."; of a job that is planned after it "Its latest day, 4 Jan, has passed.";
 * nothing where the job lies on its latest day.
 */
export function latestInWords(job: Pick<Window, "date" | "latest">, today: IsoDate): string {
  if (!job.latest || job.latest === job.date) return "";
  return comesTooLate(job, today)
    ? `Its latest day, ${formatDay(job.latest, job.latest.slice(0, 4) !== today.slice(0, 4))}, has passed.`
    : `By ${formatDay(job.latest)}.`;
}

/** Where a job may lie. Example: "1 Jan to 4 Jan"; of one that comes too late "passed on 4 Jan"; nothing of one that has no choice. */
export function windowInWords(job: Window, today: IsoDate): string {
  const { earliest, latest } = job;
  if (latest && comesTooLate(job, today)) return `passed on ${formatDay(latest)}`;
  return earliest && latest && earliest !== latest ? `${formatDay(earliest)} to ${formatDay(latest)}` : "";
}
