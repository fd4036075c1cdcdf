/** Values by a key, in the order in which they come. */
export function groupedBy<T, K>(values: readonly T[], key: (value: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const value of values) {
    const at = key(value);
    const group = groups.get(at);
    if (group === undefined) groups.set(at, [value]);
    else group.push(value);
  }
  return groups;
}
