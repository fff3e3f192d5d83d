/** What has the same key, together, in the order in which keys first came. Node has none of its own before version 21. */
export function groupBy<T, Key>(all: readonly T[], keyOf: (each: T) => Key): ReadonlyMap<Key, readonly T[]> {
  const groups = new Map<Key, T[]>();
  for (const each of all) {
    const key = keyOf(each);
    const group = groups.get(key);
    if (group) group.push(each);
    else groups.set(key, [each]);
  }
  return groups;
}
