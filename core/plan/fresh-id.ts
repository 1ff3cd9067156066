/** An id that a map does not have yet: a prefix with the lowest number from 1 that is free. */
export function freshId(taken: object, prefix: string): string {
  let number = 1
  while (Object.hasOwn(taken, `${prefix}${number}`)) number += 1
  return `${prefix}${number}`
}
