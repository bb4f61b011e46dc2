/** What is worked out of a list that stays as it is: once for each list, and kept as long as the list is. */
export function workedOutOnce<K extends object, T>(work: (list: K) => T): (list: K) => T {
  const kept = new WeakMap<K, { value: T }>();
  return (list) => {
    const known = kept.get(list) ?? { value: work(list) };
    kept.set(list, known);
    return known.value;
  };
}
