import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny, type Tiny } from '../../../../tests/helpers/tiny'
import type { Priority } from '../../../plan'

const started: Tiny['at'] = { 'logger/log': 'port:p1' }
const build = ({ priority = 'must' as Priority, more = {} as Tiny, gnss = serial() } = {}) =>
  tiny({
    ports: { p1: {} },
    devices: { logger: { needs: { log: serial() } }, gnss: { priority, needs: { fix: gnss } } },
    at: started,
    ...more,
  })

describe('FIT-01', () => {
  it('is silent before anything is allocated, and when all has a place', () => {
    expect(factsOf({ ...build(), assignment: {} }, 'FIT-01')).toEqual([])
    const more: Tiny = { ports: { p1: {}, p2: {} }, at: { ...started, 'gnss/fix': 'port:p2' } }
    expect(factsOf(build({ more }), 'FIT-01')).toEqual([])
  })
  it('says who has the places that would do, and does without it', () => {
    const [found] = findingsOf(build(), 'FIT-01')
    expect(found).toMatchObject({
      severity: 'fix',
      subjects: ['need:gnss/fix', 'device:gnss'],
      fact: 'Gnss (Fix) has no place: Port 1 is taken by Logger (Log)',
    })
    expect(settledBy(build(), found!)).toBe(true)
  })
  it('only weighs a wish', () => {
    expect(findingsOf(build({ priority: 2 }), 'FIT-01')).toMatchObject([{ severity: 'weigh' }])
  })
  it('says why no place would do', () => {
    expect(factsOf(build({ gnss: serial({ protocol: 'inverse' }) }), 'FIT-01')).toEqual([
      'Gnss (Fix) has no place: TX of Port 1 has no inverter; the signal is inverted; RX of Port 1 has no inverter; the signal is inverted',
    ])
  })
  it('says when the places that would do are banned, or shut by something else', () => {
    const banned = edited(build(), { type: 'need.ban', need: 'gnss/fix', place: 'port:p1' })
    expect(factsOf(banned, 'FIT-01')).toEqual(['Gnss (Fix) has no place: the places that would do are banned'])
    expect(factsOf(build({ more: { ports: { p1: {}, p2: {} } } }), 'FIT-01')[0]).toContain('Port 2 is free: allocate anew')
  })
  it('looks at no other place than the one it is locked to', () => {
    const plan = edited(build({ more: { ports: { p1: {}, p2: { rx: false } } } }), {
      type: 'need.lock',
      need: 'gnss/fix',
      place: 'port:p2',
    })
    expect(factsOf(plan, 'FIT-01')).toEqual(['Gnss (Fix) is locked to Port 2 and cannot have it: Port 2 has no RX on revision 1'])
  })
  it('speaks of a need at a place that cannot be one for it', () => {
    expect(factsOf(build({ more: { at: { ...started, 'gnss/fix': 'i2c:b' } } }), 'FIT-01')).toEqual([
      'Gnss (Fix): is put at b, which is no place for it',
    ])
  })
})
