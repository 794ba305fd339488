/** Patches of guides: an archetype under a crop, a kind, method or product over it, a practice's own figures on top. */

type Tree = Record<string, unknown>;

/**
 * A copy of `base` with `patch` laid over it, sharing all that is not touched. Objects merge by key and lists by id; null
 * removes; figures (what has a "typical" or a "value" of its own) and lists without ids are replaced whole. Cautions are neither
 * replaced nor removed: a patch adds topics, and sentences to a topic.
 *
 * A patch names members of a list by their id: { stages: { ripe: { days: 280 }, tillering: null } }. `onLeaf` is told the
 * path of every leaf that the patch put in, "stages.ripe.days". Throws where a patch changes a member that is not there
 * and is too little to be a new one; the schema says so then.
 */
export function merge(base: unknown, patch: unknown, onLeaf?: (path: string) => void, path = ""): unknown {
  if (patch === undefined) return base;
  if (isCautions(path)) {
    onLeaf?.(path);
    return mergeCautions(base, patch, path);
  }
  if (isTree(patch) && !isFigure(patch)) {
    if (isList(base)) return mergeList(base, patch, onLeaf, path);
    const under = isTree(base) && !isFigure(base) ? base : {};
    const merged: Tree = { ...under };
    for (const [key, value] of Object.entries(patch)) {
      const own = join(path, key);
      if (value === null && !isCautions(own)) {
        delete merged[key];
        onLeaf?.(own);
      } else if (key === "patch") {
        // a patch inside of what is merged goes on being one: what it removes it still removes
        merged[key] = layered((under[key] ?? {}) as Tree, value as Tree);
        onLeaf?.(own);
      } else merged[key] = merge(under[key], value, onLeaf, own);
    }
    return merged;
  }
  onLeaf?.(path);
  return patch;
}

function mergeList(base: { id: string }[], patch: Tree, onLeaf: ((path: string) => void) | undefined, path: string) {
  const list: unknown[] = [];
  for (const item of base) {
    const own = patch[item.id];
    if (own === null) onLeaf?.(join(path, item.id));
    else list.push(own === undefined ? item : merge(item, own, onLeaf, join(path, item.id)));
  }
  for (const [id, value] of Object.entries(patch))
    if (value !== null && !base.some((item) => item.id === id)) {
      onLeaf?.(join(path, id));
      list.push({ id, ...(value as Tree) });
    }
  return list;
}

/** The texts of cautions stand at the root of a guide; what carries them lists their topics. */
const isCautions = (path: string) => path === "cautions" || path.endsWith(".cautions");

/** Texts by topic, as written or as compiled, or a list of topics: what was there, and what a patch adds. */
function mergeCautions(base: unknown, patch: unknown, path: string): unknown {
  if (patch === null) throw new Error(`${path}: a caution cannot be removed`);
  if (Array.isArray(patch)) return [...new Set([...((base as string[] | undefined) ?? []), ...(patch as string[])])];
  const texts = { ...texted(base) };
  for (const [topic, text] of Object.entries(patch as Tree)) {
    if (typeof text !== "string") throw new Error(`${path}.${topic}: a caution is a text, and cannot be removed`);
    const before = texts[topic];
    texts[topic] = before === undefined || before.includes(text) ? (before ?? text) : `${before} ${text}`;
  }
  return Array.isArray(base) ? Object.entries(texts).map(([topic, text]) => ({ topic, text })) : texts;
}

const texted = (base: unknown): Record<string, string> =>
  Array.isArray(base)
    ? Object.fromEntries((base as { topic: string; text: string }[]).map((c) => [c.topic, c.text]))
    : ((base ?? {}) as Record<string, string>);

/** Two patches as one, the second over the first; what removes goes on removing. */
export function layered(under: Tree, over: Tree): Tree {
  const both: Tree = { ...under };
  for (const [key, value] of Object.entries(over)) {
    const before = under[key];
    if (key === "cautions" && before !== undefined) both[key] = mergeCautions(before, value, key);
    else both[key] = isTree(before) && isTree(value) && !isFigure(value) ? layered(before, value) : value;
  }
  return both;
}

const join = (path: string, key: string) => (path ? `${path}.${key}` : key);
const isTree = (value: unknown): value is Tree => typeof value === "object" && value !== null && !Array.isArray(value);
const isFigure = (value: Tree) => ("typical" in value && "low" in value) || ("value" in value && "source" in value);
const isList = (value: unknown): value is { id: string }[] =>
  Array.isArray(value) && value.every((entry) => isTree(entry) && typeof entry.id === "string");
