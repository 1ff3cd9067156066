import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { marked, mutantsOf } from './sites'

const folder = mkdtempSync(join(tmpdir(), 'sites-'))
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const text = `const start = 4
function pick(a, b) {
  if (!a) return b - 3
  return a + 1 < b ? { 2: 'x' }[2] : start
}
return pick
`

describe('changes for a trial of the tests', () => {
  it('are found wherever a figure, operator or condition stands, and marked without a change to what is worked out', () => {
    const file = join(folder, 'one.ts')
    writeFileSync(file, text)
    const found = mutantsOf(file)
    const told = found.map(({ before, after, line }) => `${line}: ${before} > ${after}`)
    expect(told).toEqual(
      expect.arrayContaining([
        '1: 4 > 5',
        '3: !a > !(!a)',
        '3: !a > a',
        '3: - > +',
        '4: + > -',
        '4: < > <=',
        '4: a + 1 < b > !(a + 1 < b)',
      ]),
    )
    // What is worked out when the file is loaded has no mark, and a name is no figure to be marked.
    expect(found[0]).not.toHaveProperty('runs')
    const places = found.flatMap(({ runs }, at) => (runs ? [{ at, ...runs }] : []))
    const plain = new Function(text)() as (a: number, b: number) => unknown
    const other = new Function(marked(text, places))() as typeof plain
    const ran = new Set<number>()
    Object.assign(globalThis, { __ran: ran })
    expect(other(0, 9)).toBe(plain(0, 9))
    expect([...ran].map((at) => found[at]!.line)).toEqual(expect.arrayContaining([3]))
    expect([...ran].some((at) => found[at]!.line === 4)).toBe(false)
    for (const [a, b] of [
      [1, 5],
      [7, 2],
    ] as const)
      expect(other(a, b)).toBe(plain(a, b))
    expect([...ran].sort((a, b) => a - b)).toEqual(places.map(({ at }) => at))
    Reflect.deleteProperty(globalThis, '__ran')
  })
})
