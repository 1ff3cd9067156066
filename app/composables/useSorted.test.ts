import { describe, expect, it } from 'vitest'
import { compared } from './useSorted'

describe('the order of a sorted column', () => {
  it('has numbers by size, numbered names by number, and what is missing last', () => {
    const sorted = <T extends string | number | undefined>(values: T[]) => [...values].sort(compared)
    expect(sorted([10, 9, 100])).toEqual([9, 10, 100])
    expect(sorted(['W10', 'W9', 'W1'])).toEqual(['W1', 'W9', 'W10'])
    expect(sorted(['', 'b', 'a'])).toEqual(['a', 'b', ''])
    expect(sorted([undefined, 2, 1])).toEqual([1, 2, undefined])
  })
})
