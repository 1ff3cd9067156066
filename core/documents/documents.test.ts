import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { defaultLayers, drawHarness, wiresOf } from '../harness'
import { resolvePlan } from '../plan'
import { formatBaud, plain } from '../units'
import { harnessSvg, toCsv, wireListCsv } from './index'

describe('CSV', () => {
  it('quotes and ends lines as RFC 4180 says, and keeps formulas from running', () => {
    const text = toCsv(
      ['a', 'b'],
      [
        ['x "y", z', '=1+1'],
        ['@x', 3],
        ['＝1', ' ＠x'],
      ],
    )
    expect(text).toBe('a,b\r\n"x ""y"", z","\'=1+1"\r\n"\'@x",3\r\n"\'＝1","\' ＠x"\r\n')
  })
  it('writes numbers without the spaces that part their digits on the screen', () => {
    expect(toCsv(['a'], [[plain(-45.5)], [`${plain(-45)}°`]])).toBe('a\r\n-45.5\r\n−45°\r\n')
    expect(toCsv(['a'], [[`${formatBaud(115_200)}, AWG 28`], [`7\u202fkg`]])).toBe('a\r\n"115200 baud, AWG 28"\r\n7\u202fkg\r\n')
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

/** Whether a text is well-formed XML as far as a drawing uses it: tags balanced, attributes quoted, no sign that XML cannot hold. */
function isWellFormed(text: string): boolean {
  if (/[^\t\n\r\u{20}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/u.test(text)) return false
  const open: string[] = []
  const token = /<\?xml[^>]*\?>|<(\/?)([a-zA-Z][\w:-]*)((?:\s+[\w:-]+="[^"<]*")*)\s*(\/?)>|&(?:amp|lt|gt|quot|#\d+);|([^<&]+)/y
  for (let at = 0; at < text.length; at = token.lastIndex) {
    token.lastIndex = at
    const found = token.exec(text)
    if (!found) return false
    const [, closes, name, attributes, empty] = found
    if (!name) continue
    if (/&(?!(amp|lt|gt|quot|#\d+);)/.test(attributes ?? '')) return false
    if (closes ? open.pop() !== name : !empty && !open.push(name)) return false
  }
  return open.length === 0
}

describe('the drawing as SVG', () => {
  it('is well-formed, whatever the names', () => {
    const plan = allocated('culvert-scout')
    const { arrangement } = drawHarness(resolvePlan(plan), wiresOf(resolvePlan(plan)))
    for (const name of [
      '<b>&"\'</b>',
      ']]><script>x</script>',
      'a\u0000b\u001bc',
      '\uFFFE\uFFFF',
      '\uD800',
      '日本 Ωμ ł',
      '&amp;',
      '--><!--',
      '" onload="x',
    ]) {
      const named = { ...plan, name, devices: plan.devices.map((device) => ({ ...device, name })) }
      const resolved = resolvePlan(named)
      const svg = harnessSvg(drawHarness(resolved, wiresOf(resolved), defaultLayers, { arrangement }), name, {})
      expect(isWellFormed(svg), JSON.stringify(name)).toBe(true)
      expect(svg).not.toContain('<script')
    }
    expect(isWellFormed('<a><b></a></b>')).toBe(false)
    expect(isWellFormed('<a>&nbsp;</a>')).toBe(false)
    expect(isWellFormed('<a b="<"/>')).toBe(false)
  })
})
