import { encode } from 'fast-png'
import { expect, it } from 'vitest'
import { pixelsOfPng } from './png-sheet'

it.each([
  ['grey', 1, [10, 200], [10, 10, 10, 255, 200, 200, 200, 255]],
  ['grey that can be seen through', 2, [10, 40, 200, 0], [10, 10, 10, 40, 200, 200, 200, 0]],
  ['colours', 3, [1, 2, 3, 4, 5, 6], [1, 2, 3, 255, 4, 5, 6, 255]],
  ['colours that can be seen through', 4, [1, 2, 3, 40, 4, 5, 6, 0], [1, 2, 3, 40, 4, 5, 6, 0]],
] as const)('a picture of %s comes to four figures a pixel', (_, channels, given, becomes) => {
  const png = encode({ width: 2, height: 1, data: Uint8Array.from(given), channels, depth: 8 })
  expect(pixelsOfPng(png)).toEqual({ width: 2, height: 1, data: Uint8Array.from(becomes) })
})
