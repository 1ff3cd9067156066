import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import type { Edit, WirePoint } from '../../../plan'
import { check, checkContext } from '../..'
import { resolvePlan } from '../../../plan'

const plan = tiny({
  ports: { p1: {}, p2: {} },
  pads: { M1: [{ as: 'pulse', of: 't1' }], M2: [{ as: 'pulse', of: 't1' }], L: [{ as: 'led-data', of: 't2' }] },
  devices: {
    esc: { needs: { one: { kind: 'pulse' }, two: { kind: 'pulse' } } },
    ring: { needs: { din: { kind: 'led-data' } } },
    gnss: { needs: { fix: serial() } },
    radio: { needs: { data: serial() } },
  },
  at: {
    'esc/one': 'pad:M1',
    'esc/two': 'pad:M2',
    'ring/din': 'pad:L',
    'gnss/fix': 'port:p1',
    'radio/data': 'port:p2',
  },
})
const add = (from: WirePoint, to: WirePoint, wire = 'extra.1'): Edit => ({ type: 'wire.add', wire, from, to })
const splice: Edit = { type: 'joint.add', joint: 'j', kind: 'splice', name: 'Splice 1' }

describe('LVL-04', () => {
  it('is silent about a sound plan, and about a wire to what nobody drives', () => {
    expect(findingsOf(plan, 'LVL-04')).toEqual([])
    expect(findingsOf(edited(plan, add('terminal:esc/one', 'terminal:gnss/rx')), 'LVL-04')).not.toEqual([])
    expect(findingsOf(edited(plan, splice, add('terminal:j/c', 'pad:M1')), 'LVL-04')).toEqual([])
  })
  it.each<[string, Edit[], string]>([
    ['two motor signals', [add('terminal:esc/one', 'pad:M2')], 'joins pad M1 with pad M2, and both drive it'],
    ['light data with a motor', [add('terminal:ring/din', 'pad:M1')], 'joins pad M1 with pad L, and both drive it'],
    [
      'two parts that talk',
      [add('terminal:gnss/tx', 'terminal:radio/tx')],
      'joins TX of Gnss with TX of Radio, and both drive it',
    ],
    [
      'two in a splice',
      [splice, add('terminal:j/c', 'pad:M1'), add('terminal:j/c', 'terminal:gnss/tx', 'extra.2')],
      'joins pad M1 with TX of Gnss, and both drive it',
    ],
  ])('stops at %s and takes the join away', (_, edits, fact) => {
    const wrong = edited(plan, ...edits)
    const [found, ...more] = findingsOf(wrong, 'LVL-04')
    expect(found!.severity).toBe('stop')
    expect(found!.fact).toContain(fact)
    expect(more).toEqual([])
    expect(settledBy(wrong, found!)).toBe(true)
  })
  it('names the splice that makes the join', () => {
    const wrong = edited(plan, splice, add('terminal:j/c', 'pad:M1'), add('terminal:j/c', 'pad:M2', 'extra.2'))
    expect(findingsOf(wrong, 'LVL-04')[0]!.fact).toMatch(/^Splice 1 \(W\d+, W\d+\) joins pad M1 with pad M2/)
  })
  it('is told once, with what else the same wire makes left unsaid', () => {
    const wrong = edited(plan, { type: 'wire.set', wire: 'gnss.tx', set: { end: 'pad:M1' } })
    const about = check(checkContext(resolvePlan(wrong))).filter(({ subjects }) => subjects.includes('wire:gnss.tx'))
    expect(about.map(({ rule, severity }) => [rule, severity])).toEqual([['LVL-04', 'stop']])
  })
})
