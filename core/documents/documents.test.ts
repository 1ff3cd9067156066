import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { drawHarness, wiresOf } from '../harness'
import { resolvePlan } from '../plan'
import { harnessSvg, toCsv, wireListCsv } from './index'

describe('CSV', () => {
  it('quotes and ends lines as RFC 4180 says, and keeps formulas from running', () => {
    const text = toCsv(
      ['a', 'b'],
      [
        ['x "y", z', '=1+1'],
        ['@x', 3],
      ],
    )
    expect(text).toBe('a,b\r\n"x ""y"", z","\'=1+1"\r\n"\'@x",3\r\n')
  })
  it('has a row for each wire that is fitted', () => {
    const plan = allocated(
      'spillway-hex',
      { type: 'device.rename', device: 'gnss', name: '=HYPERLINK("x")' },
      { type: 'wire.set', wire: 'camera.vid', set: { omitted: true } },
    )
    const resolved = resolvePlan(plan)
    const wires = wiresOf(resolved)
    const { data } = Papa.parse<Record<string, string>>(wireListCsv(resolved, wires), { header: true, skipEmptyLines: true })
    expect(data).toHaveLength(wires.length - 1)
    const gnss = data.find((row) => row['from terminal'] === 'TX' && row.from!.includes('HYPERLINK'))!
    expect(gnss).toMatchObject({
      from: '\'=HYPERLINK("x")',
      to: 'Corran 7',
      'to terminal': 'RX2',
      colour: 'YE',
      'gauge AWG': '28',
    })
  })
})

describe('SVG', () => {
  const plan = allocated('spillway-hex', { type: 'device.rename', device: 'gnss', name: 'A <b> & "c"' })
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  const svg = harnessSvg(drawHarness(resolved, wires), 'Test')
  it('writes text as text, escaped', () => {
    expect(svg).toContain('A &lt;b&gt; &amp; &quot;c&quot;')
    expect(svg).not.toContain('<b>')
  })
  it('names each signal wire with colour code and gauge', () => {
    for (const wire of wires.filter(({ kind }) => kind === 'signal' || kind === 'video')) {
      expect(svg).toContain(`data-wire="${wire.id}"`)
      expect(svg).toContain(`>${wire.number} ${wire.colour} ${wire.gauge}<`)
    }
  })
  it('reaches for nothing outside', () => {
    expect(svg.match(/https?:\/\/[^"]+/g)).toEqual(['http://www.w3.org/2000/svg'])
  })
})

describe('cells of a table', () => {
  it('are no formula for a spreadsheet, also in several lines', () => {
    for (const cell of ['=1+1', '+1', '-1', '@x', ' =1', '=1\n+2', '\n=1', '\t=1', 'a\n=1']) {
      const csv = toCsv(['x'], [[cell]])
      const inner = /^x\r\n"?([\s\S]*?)"?\r\n$/.exec(csv)![1]!
      expect(/^\s*[=+\-@]/.test(inner), JSON.stringify(csv)).toBe(false)
    }
    expect(toCsv(['x'], [[-5]])).toBe('x\r\n-5\r\n')
  })
})
