// Every reader of files with sizes that are zero, negative, huge or not whole, and bytes that are none: how long the longest takes.
import { drawing } from '../../tests/helpers/random-packing'
import { disturbed, isRefusal, readers } from '../../tests/helpers/readers'
import { tell } from './figures'

const times = Number(process.env.TIMES ?? 400)
for (const { name, sample, read } of readers) {
  const draw = drawing(29)
  let longest = 0
  let threw = ''
  const count = { read: 0, refused: 0 }
  for (let turn = 0; turn < times; turn += 1) {
    const { text, bytes } = disturbed(sample, (limit) => draw.below(limit))
    const start = performance.now()
    try {
      read(text, bytes)
      count.read += 1
    } catch (error) {
      if (isRefusal(error)) count.refused += 1
      else threw = `${(error as Error).name} ${(error as Error).message}`.slice(0, 120)
    }
    longest = Math.max(longest, performance.now() - start)
  }
  tell(
    `${name}: read, refused, longest in ms${threw ? `, threw ${threw}` : ''}`,
    `${count.read}, ${count.refused}, ${longest.toFixed(0)}`,
    !threw && longest < 1000,
  )
}
