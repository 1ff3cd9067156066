import type { Device } from '../catalogue'

/** What is noted of buying a part. */
export type Purchase = NonNullable<Device['purchase']>

interface Cells {
  header: string[]
  rows: (string | number)[][]
}

const currencyOf = ({ currency = '' }: Purchase) => currency.trim()
const inWords = (figure: number, currency: string) => `${figure.toFixed(2)}${currency ? ` ${currency}` : ''}`

/**
 * A bill with prices, sums, what is in stock, what is to be bought, and where, if that is noted of any part in it; sums are told
 * by currency, with how many kinds of part have no price.
 * @param bought what is noted, by the name of the part in the second column; the count stands in the first
 */
export function withPrices<T extends Cells>(table: T, bought: ReadonlyMap<string, Purchase | undefined>): T {
  const notes = table.rows.map(([, part]) => bought.get(String(part)))
  if (!notes.some(Boolean)) return table
  const rows = table.rows.map((row, at): Cells['rows'][number] => {
    const [count, note] = [Number(row[0]), notes[at]]
    if (!note) return [...row, '', '', '', '', '']
    const { price, stock, from = '' } = note
    const isPriced = price !== undefined
    return [
      ...row,
      isPriced ? inWords(price, currencyOf(note)) : '',
      isPriced ? inWords(price * count, currencyOf(note)) : '',
      stock ?? '',
      stock === undefined ? '' : Math.max(0, count - stock),
      from,
    ]
  })
  const sums = new Map<string, { all: number; toBuy: number }>()
  table.rows.forEach(([count], at) => {
    const note = notes[at]
    if (note?.price === undefined) return
    const sum = sums.get(currencyOf(note)) ?? { all: 0, toBuy: 0 }
    const missing = Math.max(0, Number(count) - (note.stock ?? 0))
    sums.set(currencyOf(note), { all: sum.all + note.price * Number(count), toBuy: sum.toBuy + note.price * missing })
  })
  const without = table.rows.filter(([, part], at) => bought.has(String(part)) && notes[at]?.price === undefined).length
  const blank = (length: number) => Array.from({ length }, () => '')
  const told = [...sums].map(([currency, { all, toBuy }]): Cells['rows'][number] => [
    '',
    'sum',
    ...blank(2),
    without ? `${without} ${without === 1 ? 'kind' : 'kinds'} of part without a price` : 'of all parts',
    ...blank(table.header.length - 4),
    inWords(all, currency),
    '',
    '',
    `of what is to be bought: ${inWords(toBuy, currency)}`,
  ])
  return { ...table, header: [...table.header, 'price', 'price of all', 'in stock', 'to buy', 'where'], rows: [...rows, ...told] }
}
