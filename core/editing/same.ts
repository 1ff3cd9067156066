/** Whether two plain values are the same, whatever the order of their keys. */
export function sameValue(one: unknown, other: unknown): boolean {
  if (one === other) return true
  if (typeof one !== 'object' || typeof other !== 'object' || !one || !other) return false
  if (Array.isArray(one) !== Array.isArray(other)) return false
  const keys = Object.keys(one)
  return (
    keys.length === Object.keys(other).length &&
    keys.every(
      (key) =>
        Object.hasOwn(other, key) && sameValue((one as Record<string, unknown>)[key], (other as Record<string, unknown>)[key]),
    )
  )
}
