/** Small helpers for the sentences of findings. */

export const round = (value: number, decimals = 0): number => Number(value.toFixed(decimals));

/**
 * A value that passes a limit, rounded so that the two are told apart; null where it does not, or by less than a tenth of its unit.
 *
 * Example: pastLimit(72.4, 60) is 72, pastLimit(60.3, 60) is 60.3, pastLimit(60.02, 60) is null.
 */
export function pastLimit(value: number, limit: number): number | null {
  if (round(value) > limit) return round(value);
  return round(value, 1) > limit ? round(value, 1) : null;
}

export const days = (n: number): string => `${n} ${n === 1 ? "day" : "days"}`;

/** With a capital and a full stop. */
export const sentence = (text: string): string =>
  text ? `${text.charAt(0).toUpperCase()}${text.slice(1)}${/[.?!]$/.test(text) ? "" : "."}` : text;

/** "Spread lime and drill": names in a row, the later ones in small letters. */
export const joinNames = (names: string[]): string =>
  names.length <= 1
    ? (names[0] ?? "Dates")
    : `${names.slice(0, -1).join(", ")} and ${(names.at(-1) as string).toLowerCase()}`;
