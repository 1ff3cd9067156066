import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { inStrides } from './inStrides'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

it('shows all that came, in its order, less and less often, and the rest at once at the end', () => {
  const shown: number[][] = []
  const strides = inStrides<number>((more) => shown.push(more))
  for (let bit = 0; bit < 1000; bit += 1) {
    strides.add([bit])
    vi.advanceTimersByTime(10)
  }
  strides.end()
  expect(shown.flat()).toEqual(Array.from({ length: 1000 }, (_, bit) => bit))
  const sizes = shown.map(({ length }) => length)
  expect(sizes.slice(0, 4)).toEqual([5, 10, 20, 40])
  expect(Math.max(...sizes)).toBe(100)
  vi.advanceTimersByTime(5000)
  expect(shown).toHaveLength(sizes.length)
})

it('shows what came last though nothing follows, and nothing where nothing came', () => {
  const shown: string[][] = []
  const strides = inStrides<string>((more) => shown.push(more))
  strides.end()
  expect(shown).toEqual([])
  strides.add(['a', 'b'])
  expect(shown).toEqual([])
  vi.advanceTimersByTime(50)
  expect(shown).toEqual([['a', 'b']])
})

it('begins with short strides again after an end', () => {
  const shown: number[][] = []
  const strides = inStrides<number>((more) => shown.push(more))
  for (let bit = 0; bit < 100; bit += 1) {
    strides.add([bit])
    vi.advanceTimersByTime(10)
  }
  strides.end()
  shown.length = 0
  strides.add([100])
  vi.advanceTimersByTime(50)
  expect(shown).toEqual([[100]])
})
