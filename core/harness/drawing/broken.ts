/** What is kept of a length on either side of a point that is used, in mm. */
const margin = 4
/** Width that stands for a stretch which is left out, in mm. */
const gap = 2

/** A length of which stretches are left out, as in the broken view of an engineering drawing. */
export interface Broken {
  length: number
  /** Where a point of the whole length stands; undefined within what is left out. */
  at: (value: number) => number | undefined
  /** Stretches that stand for what is left out: where each begins, and how wide it is drawn. */
  breaks: { from: number; width: number }[]
}

/** A length that is drawn whole. */
export const unbroken = (length: number): Broken => ({ length, at: (value) => value, breaks: [] })

/** Leaves out what lies between points that are used, both ends kept; all lengths in mm. */
export function broken(length: number, used: readonly number[]): Broken {
  const around = [0, ...used, length].sort((a, b) => a - b)
  const kept: { from: number; to: number; at: number }[] = []
  for (const value of around) {
    const from = Math.max(0, value - margin)
    const to = Math.min(length, value + margin)
    const last = kept.at(-1)
    if (last && from <= last.to + 2 * gap) last.to = Math.max(last.to, to)
    else kept.push({ from, to, at: last ? last.at + last.to - last.from + gap : 0 })
  }
  const end = kept.at(-1)!
  return {
    length: end.at + end.to - end.from,
    at: (value) => {
      const there = kept.find(({ from, to }) => from <= value && value <= to)
      return there && there.at + value - there.from
    },
    breaks: kept.slice(1).map(({ at }) => ({ from: at - gap, width: gap })),
  }
}
