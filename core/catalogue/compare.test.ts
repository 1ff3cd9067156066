import { expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { blankBoard, blankDevice, compared } from '.'

const board = library.boards['corran-7']!
const gnss = library.devices['merlow-n3c']!

it('things beside each other say each what they are, and in what they are unlike', () => {
  const rows = compared([board, blankBoard('own', 'Own'), board])
  expect(rows.every(({ values }) => values.length === 3)).toBe(true)
  for (const { what, values, isUnlike } of rows) expect(isUnlike, what).toBe(values[0] !== values[1])
  const told = Object.fromEntries(rows.map(({ what, values }) => [what, values]))
  expect(told['Size']![1]).toBe('36 × 36 mm')
  expect(told['Serial ports']![0]).toBe(String(Object.values(board.ports).filter(({ kind }) => kind === 'hardware').length))
  expect(told['Serial ports']![1]).toBe('')
  expect(told['Rails']![1]).toBe('5 V 1 A')
  expect(told['Price']).toBeUndefined()
})

it('one alone is unlike nothing, none is no table, and a price that one has is told of all', () => {
  expect(compared([gnss]).some(({ isUnlike }) => isUnlike)).toBe(false)
  expect(compared([])).toEqual([])
  const priced = { ...gnss, purchase: { price: 24, currency: 'EUR', stock: 0 } }
  const rows = compared([priced, blankDevice('own', 'Own')])
  expect(rows.find(({ what }) => what === 'Price')!.values).toEqual(['24.00 EUR', ''])
  expect(rows.find(({ what }) => what === 'In stock')!.values).toEqual(['0', ''])
})

it('every shipped definition is told without a figure that is none', () => {
  for (const definition of [...Object.values(library.boards), ...Object.values(library.devices)])
    for (const { what, values } of compared([definition]))
      expect(values[0], `${definition.id} ${what}`).not.toMatch(/NaN|undefined|\[object/)
})
