/** Items by a key, in their order. */
export function groupBy<T>(list: T[], key: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of list) {
    const own = groups.get(key(item));
    if (own) own.push(item);
    else groups.set(key(item), [item]);
  }
  return groups;
}
