/** Within what the numbers of decisions lie, as their schema says: what a screen reads by and what is stored are held to the same. */

/** From the first to the second; "above" where the first itself is not allowed. Absent ends are null. */
export type Bounds = readonly [least: number | null, most: number | null, above?: "above"];
/** By the parts of a path; "*" stands for any key. */
export type BoundsTree = { readonly [part: string]: Bounds | BoundsTree };

/**
 * The bounds of a decision; none where its path leads to no number.
 *
 * Example: boundsAt({ soil: { lime: { depthCm: [0.1, 60] } } }, "soil/lime/depthCm") is { min: 0.1, max: 60 }.
 */
export function boundsAt(tree: BoundsTree, path: string): { min?: number; max?: number; above?: number } {
  let at: Bounds | BoundsTree | undefined = tree;
  for (const part of path.split("/")) {
    if (at === undefined || Array.isArray(at)) return {};
    const branch = at as BoundsTree;
    at = Object.hasOwn(branch, part) ? branch[part] : branch["*"];
  }
  if (!Array.isArray(at)) return {};
  const [least, most, above] = at as Bounds;
  return {
    ...(least === null ? {} : above ? { above: least } : { min: least }),
    ...(most === null ? {} : { max: most }),
  };
}
