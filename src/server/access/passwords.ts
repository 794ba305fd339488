/** Which passwords may be set: long enough, and none of those that are tried first. */

import { dictionary } from "@zxcvbn-ts/language-common";
import { DEMO_PASSWORD } from "../demo/demo-door";

export const LEAST_LENGTH = 10;
const MOST_LENGTH = 128;
/** Shorter words of the list are parts of many good passwords. */
const LEAST_WORD = 5;
/** Words of one's own name, mail or practice that are long enough to be looked for. */
const LEAST_OWN = 4;

let listed: Set<string> | undefined;
const isListed = (word: string): boolean => {
  listed ??= new Set(dictionary["passwords-common"] as string[]);
  return word.length >= LEAST_WORD && listed.has(word);
};

/** Who sets a password, as others know them. */
export interface Whose {
  email?: string;
  name?: string;
  practice?: string;
}

/** Words that whoever knows somebody would look for; common words of a practice's name ("farm") are none by themselves. */
function wordsOf({ email = "", name = "", practice = "" }: Whose): string[] {
  const plain = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, "");
  const all = [plain(email.split("@")[0] ?? ""), ...name.split(/\s+/).map(plain), plain(name), plain(practice)];
  return all.filter((word) => word.length >= LEAST_OWN);
}

/**
 * Why a password may not be set; null where it may. Refused are the passwords of a published list of the commonest, also
 * with digits at the end, with signs between, or written twice; and those that hold what everybody knows of whoever sets it: their
 * name, what stands before the @ of their mail, their practice.
 *
 * Example: passwordProblem("password123") says that it is among the first that are tried.
 */
export function passwordProblem(password: string, whose: Whose = {}): string | null {
  const length = [...password].length;
  if (length < LEAST_LENGTH || length > MOST_LENGTH)
    return `Password: ${length} characters given, allowed are ${LEAST_LENGTH} to ${MOST_LENGTH}.`;
  const plain = password.toLowerCase().replace(/[\s_.!-]+/g, "");
  const half = plain.slice(0, plain.length / 2);
  const words = [plain, plain.replace(/\d+$/, ""), ...(half + half === plain ? [half] : [])];
  const told = wordsOf(whose).find((word) => plain.includes(word));
  if (told !== undefined)
    return `Password: it holds "${told}", which stands in your e-mail, name or practice. Take words that nobody would look for.`;
  if (password === DEMO_PASSWORD) return "Password: this one is printed for the demo. Take one of your own.";
  return words.some(isListed) || new Set(plain).size < 4
    ? "Password: this one is among the first that are tried. Take several words that do not belong together."
    : null;
}
