import { describe, expect, it } from 'vitest'
import { findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const volts = (value: number) => ({ differences: { outputs: { vout: { volts: value } } } })
const build = (variant: string, min: number, max: number) =>
  tiny({
    devices: {
      tool: {
        class: 'tool',
        variant,
        terminals: { out: { label: 'OUT', role: 'supply' } },
        outputs: { vout: { label: 'VOUT', terminal: 'out', ground: 'gnd', volts: 5, limit: 1, kind: 'switching' } },
        variants: { five: { name: 'jumper at 5 V', ...volts(5) }, three: { name: 'jumper at 3.3 V', ...volts(3.3) } },
      },
      adapter: { supply: { min, max } },
    },
    feeds: { 'adapter/main': 'output:tool/vout' },
  })

describe('PWR-11', () => {
  it('is silent at the right voltage', () => {
    expect(findingsOf(build('three', 3, 3.6), 'PWR-11')).toEqual([])
  })
  it('stops at one that destroys, and moves the jumper', () => {
    const plan = build('five', 3, 3.6)
    const [found] = findingsOf(plan, 'PWR-11')
    expect(found).toMatchObject({ severity: 'stop', fact: 'Tool is set to 5 V; Adapter takes 3 V to 3.6 V' })
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Tool: jumper at 3.3 V'])
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('has one that is too low mended', () => {
    expect(findingsOf(build('three', 4.5, 5.5), 'PWR-11')).toMatchObject([
      { severity: 'fix', fact: 'Tool is set to 3.3 V; Adapter takes 4.5 V to 5.5 V' },
    ])
  })
})
