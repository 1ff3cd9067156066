import { describe, expect, it } from 'vitest'
import { sameValue } from '.'

describe('two plain values', () => {
  it('are the same whatever the order of their keys', () => {
    expect(sameValue({ a: 1, b: [{ c: null }] }, { b: [{ c: null }], a: 1 })).toBe(true)
  })
  it('are unlike where one is a list and the other a map with its indices', () => {
    expect(sameValue([], {})).toBe(false)
    expect(sameValue(['x'], { 0: 'x' })).toBe(false)
    expect(sameValue({ 0: 'x' }, ['x'])).toBe(false)
  })
  it('are unlike in a value, a key more, a key of another name, nothing, or an order of items', () => {
    expect(sameValue({ a: 1 }, { a: 2 })).toBe(false)
    expect(sameValue({ a: 1 }, { a: 1, b: 2 })).toBe(false)
    expect(sameValue({ a: undefined }, { b: undefined })).toBe(false)
    expect(sameValue(null, {})).toBe(false)
    expect(sameValue([1, 2], [2, 1])).toBe(false)
    expect(sameValue('1', 1)).toBe(false)
  })
})
