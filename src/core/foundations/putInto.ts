/** Adds to the list that a map keeps under a key. */
export function putInto<K, T>(map: Map<K, T[]>, key: K, each: T): void {
  const there = map.get(key);
  if (there) there.push(each);
  else map.set(key, [each]);
}
