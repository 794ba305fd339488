/** Which passwords may be set: long enough, and none of those that are tried first. */

import { dictionary } from "@zxcvbn-ts/language-common";
import { DEMO_PASSWORD } from "./demo-door";

export const LEAST_LENGTH = 10;
const MOST_LENGTH = 128;
/** Shorter words of the list are parts of many good passwords. */
const LEAST_WORD = 5;

let known: Set<string> | undefined;
const isListed = (word: string): boolean => {
  known ??= new Set(dictionary["passwords-common"] as string[]);
  return word.length >= LEAST_WORD && known.has(word);
};

/**
 * Why a password may not be set; null where it may. Refused are the passwords of a published list of the commonest, also
 * with digits at the end, with signs between, or written twice.
 *
 * Example: passwordProblem("password123") says that it is among the first that are tried.
 */
export function passwordProblem(password: string): string | null {
  const length = [...password].length;
  if (length < LEAST_LENGTH || length > MOST_LENGTH)
    return `Password: ${length} characters given, allowed are ${LEAST_LENGTH} to ${MOST_LENGTH}.`;
  const plain = password.toLowerCase().replace(/[\s_.!-]+/g, "");
  const half = plain.slice(0, plain.length / 2);
  const words = [plain, plain.replace(/\d+$/, ""), ...(half + half === plain ? [half] : [])];
  if (password === DEMO_PASSWORD) return "Password: this one is printed for the demo. Take one of your own.";
  return words.some(isListed) || new Set(plain).size < 4
    ? "Password: this one is among the first that are tried. Take several words that do not belong together."
    : null;
}
