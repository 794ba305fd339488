/**
 * All that core keeps between calls: what follows from objects that never change, so that asking again gives the same. Nothing here
 * can be seen from outside but by the time that it saves.
 */

/**
 * What was made of an object, by a key; gone with the object. `most` keys of one object are kept, the latest.
 *
 * Example: const worked = perObject<Pass, Texture, Work>(); worked(pass, "clay", () => workOf(pass, "clay")).
 */
export function perObject<O extends object, K, T>(
  most = Number.POSITIVE_INFINITY,
): (of: O, key: K, make: () => T) => T {
  const kept = new WeakMap<O, Map<K, T>>();
  return (of, key, make) => {
    let own = kept.get(of);
    if (!own) {
      own = new Map();
      kept.set(of, own);
    }
    return fromMap(own, key, make, most);
  };
}

/** What was made under a key, the `most` that were asked for last. */
export function latest<T>(most: number): (key: string, make: () => T) => T {
  const kept = new Map<string, T>();
  return (key, make) => fromMap(kept, key, make, most);
}

/** A number for each object, that tells it apart from others as long as it is there. */
export function numbered(): (thing: object) => number {
  const numbers = perObject<object, 0, number>();
  let next = 0;
  return (thing) => numbers(thing, 0, () => ++next);
}

function fromMap<K, T>(kept: Map<K, T>, key: K, make: () => T, most: number): T {
  if (kept.has(key)) {
    const known = kept.get(key) as T;
    if (most !== Number.POSITIVE_INFINITY) {
      kept.delete(key);
      kept.set(key, known);
    }
    return known;
  }
  const made = make();
  kept.set(key, made);
  if (kept.size > most) kept.delete(kept.keys().next().value as K);
  return made;
}
