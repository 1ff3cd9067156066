import { describe, expect, it } from 'vitest'
import { missBy, missesInShort } from './index'

const of = (...rules: string[]) => rules.map((rule) => ({ rule })) as never

describe('a place that cannot be', () => {
  it('is nearer the fewer and smaller the things in the way; one made for something else is farthest', () => {
    const ordered = [of(), of('PAD-06'), of('PAD-04'), of('PAD-06', 'PAD-04'), of('PAD-01'), of('PAD-06', 'PAD-01')]
    const far = ordered.map(missBy)
    expect(far.toSorted((a, b) => a - b)).toEqual(far)
    expect(new Set(far).size).toBe(far.length)
  })
  it('is told with the others of its kind, the most first, each by the gravest thing in the way', () => {
    const places = [of('PAD-01'), of('PAD-06', 'PAD-01'), of('PAD-04'), of('PAD-01')]
    expect(missesInShort(places)).toBe('3 are made for something else, 1 has no DMA stream')
    expect(missesInShort([of('PAD-06')])).toBe('1 gives too little current')
    expect(missesInShort([of('XYZ-99')])).toBe('1 cannot be used for other reasons')
    expect(missesInShort([])).toBe('')
  })
})
