/** Milliseconds after which what came is shown, at first and at most. */
const shortest = 50
const longest = 1000

/**
 * Gathers what comes in bits and shows it in strides, each twice as long as the one before: to show a long list
 * anew takes long, and it is looked at most at the beginning and the end.
 */
export function inStrides<T>(show: (more: T[]) => void) {
  let stride = shortest
  let gathered: T[] = []
  let due: ReturnType<typeof setTimeout> | undefined

  function showGathered() {
    clearTimeout(due)
    due = undefined
    if (gathered.length) show(gathered)
    gathered = []
  }

  return {
    add(more: T[]): void {
      gathered.push(...more)
      due ??= setTimeout(() => {
        stride = Math.min(2 * stride, longest)
        showGathered()
      }, stride)
    },
    /** Shows what is left at once; what comes after that is another list. */
    end(): void {
      showGathered()
      stride = shortest
    },
  }
}
