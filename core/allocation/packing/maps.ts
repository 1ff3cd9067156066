/** The value of a key, made when it is first asked for. */
export function memo<K, V>(map: Map<K, V>, key: K, make: () => V): V {
  let value = map.get(key)
  if (value === undefined) map.set(key, (value = make()))
  return value
}

/** Adds to the list of a key. */
export function push<K>(map: Map<K, number[]>, key: K, value: number): void {
  memo(map, key, () => []).push(value)
}
