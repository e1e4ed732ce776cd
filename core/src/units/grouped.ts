/** Items of a list by a key of theirs, groups and items in the order in which they came. */
export function grouped<T, K>(list: Iterable<T>, by: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of list) {
    const key = by(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}
