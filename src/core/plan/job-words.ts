/**
 * A job in words, for screen and paper alike: what goes out in measures of hand and machine, what is set, what it waits for, when it is
 * expected. All in the reader's units.
 */

import { formatDay } from "../dates";
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
