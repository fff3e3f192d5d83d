/** Those of one key together, in the order in which the keys come. */
export function groupedBy<Item>(items: readonly Item[], keyOf: (item: Item) => string): Item[][] {
  const groups = new Map<string, Item[]>();
  for (const item of items) {
    const own = groups.get(keyOf(item));
    if (own) own.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return [...groups.values()];
}
