type Value = string | number | undefined

/** Which column a table is sorted by, and whether downwards. */
export interface Sorting {
  by: string
  down: boolean
}

/**
 * Rows sorted by a column that the user has chosen; in their own order until then.
 * @param values what each column is sorted by
 */
export function useSorted<T>(rows: () => T[], values: Record<string, (row: T) => Value>) {
  const sorting = ref<Sorting>()
  const sorted = computed(() => {
    const { value: chosen } = sorting
    const of = chosen && values[chosen.by]
    if (!chosen || !of) return rows()
    const sign = chosen.down ? -1 : 1
    return [...rows()].sort((one, other) => sign * compared(of(one), of(other)))
  })
  return { sorting, sorted }
}

/** Numbers by size, words as a reader would, what is missing last. */
export function compared(one: Value, other: Value): number {
  if (one === undefined || one === '') return other === undefined || other === '' ? 0 : 1
  if (other === undefined || other === '') return -1
  if (typeof one === 'number' && typeof other === 'number') return one - other
  return String(one).localeCompare(String(other), 'en', { numeric: true })
}
