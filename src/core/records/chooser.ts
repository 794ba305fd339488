import type { Chosen } from "./describe";

/** Words alike but for case, accents, punctuation and the spaces between them. */
export const plain = (text: string) =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, " ")
    .trim();

/** Finds one of a list by its id or its words; a first part of the words is enough where it is only one's. */
export class Chooser {
  private readonly byWord = new Map<string, Set<string>>();
  constructor(
    private readonly options: Chosen[],
    /** names of one's own are kept as they are */
    private readonly own = false,
  ) {
    for (const { value, label } of options)
      for (const word of new Set([plain(value), plain(label), plain(label.split(",")[0] ?? "")])) {
        const known = this.byWord.get(word) ?? new Set();
        known.add(value);
        this.byWord.set(word, known);
      }
  }

  find(text: string): { ok: true; value: string } | { ok: false; message: string } {
    const exact = this.options.find((o) => o.value === text || o.label === text);
    if (exact) return { ok: true, value: exact.value };
    const found = [...(this.byWord.get(plain(text)) ?? [])];
    if (found.length === 1) return { ok: true, value: found[0] as string };
    if (found.length === 0 && this.own) return { ok: true, value: text };
    const some = this.options.slice(0, 8).map((o) => o.label);
    return {
      ok: false,
      message:
        found.length > 1
          ? `"${text}" is ${found.length} of them; say which, as ${this.options
              .filter((o) => found.includes(o.value))
              .slice(0, 3)
              .map((o) => `"${o.label}"`)
              .join(" or ")}`
          : `"${text}" given, allowed is ${some.join(", ") || "nothing yet: add some first"}${this.options.length > 8 ? " ..." : ""}`,
    };
  }
}
