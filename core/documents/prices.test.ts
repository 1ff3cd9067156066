import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { wiresOf } from '../harness'
import { resolvePlan, type Plan } from '../plan'
import { readPlan } from '../schema'
import { billOfMaterials, type Table } from '.'
import type { Purchase } from './prices'

/** The hex with notes on some of its parts, by definition. */
function bill(notes: Record<string, Purchase>): Table {
  const plan = structuredClone(allocated('spillway-hex')) as Plan
  const all = { ...plan.definitions.boards, ...plan.definitions.devices }
  for (const [id, purchase] of Object.entries(notes)) Object.assign(all[id]!, { purchase })
  const resolved = resolvePlan(readPlan(JSON.parse(JSON.stringify(plan))))
  return billOfMaterials(resolved, wiresOf(resolved))
}
const plain = bill({})
const board = Object.keys(allocated('spillway-hex').definitions.boards)[0]!
const row = ({ rows }: Table, part: RegExp) => rows.find(([, name]) => part.test(String(name)))!

describe('prices in the bill', () => {
  it('stand there only where something is noted', () => {
    expect(plain.header).toHaveLength(8)
    expect(plain.rows.every((cells) => cells.length === 8)).toBe(true)
  })

  it('are told of one and of all, with what is in stock and what is to be bought', () => {
    const gault = allocated('spillway-hex').devices.find(({ name }) => name === 'ESC motor 5')!.definition
    const { header, rows } = bill({
      [gault]: { price: 12.5, currency: 'EUR', stock: 1, from: 'Harbour Supplies' },
      [board]: { price: 60, currency: 'EUR' },
    })
    expect(header.slice(8)).toEqual(['price', 'price of all', 'in stock', 'to buy', 'where'])
    expect(rows.every((cells) => cells.length === 13)).toBe(true)
    expect(row({ header, rows, name: '' }, /^Gault 40/).slice(8)).toEqual(['12.50 EUR', '25.00 EUR', 1, 1, 'Harbour Supplies'])
    const sum = rows.at(-1)!
    expect([sum[1], sum[9], sum[12]]).toEqual(['sum', '85.00 EUR', 'of what is to be bought: 72.50 EUR'])
    expect(sum[4]).toMatch(/^\d+ kinds of part without a price$/)
  })

  it('are summed by currency; a note without a price makes no sum, and more in stock than needed nothing to buy', () => {
    const gault = allocated('spillway-hex').devices.find(({ name }) => name === 'ESC motor 5')!.definition
    const two = bill({ [gault]: { price: 10, currency: 'EUR', stock: 9 }, [board]: { price: 60, currency: 'CHF' } })
    expect(two.rows.slice(-2).map((cells) => [cells[9], cells[12]])).toEqual([
      ['60.00 CHF', 'of what is to be bought: 60.00 CHF'],
      ['20.00 EUR', 'of what is to be bought: 0.00 EUR'],
    ])
    const noted = bill({ [gault]: { from: 'the drawer' } })
    expect(row(noted, /^Gault 40/).slice(8)).toEqual(['', '', '', '', 'the drawer'])
    expect(noted.rows.at(-1)![1]).not.toBe('sum')
  })
})
