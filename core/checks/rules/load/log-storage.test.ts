import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import { allocate } from '../../../allocation'
import { isIdle, resolvePlan, type Place } from '../../../plan'

const log = serial({
  protocol: 'record',
  lines: 'to-device',
  messages: [{ name: 'log', direction: 'to-device', bytes: 100, rate: 50 }],
})
const build = (storage: { flash?: number; card?: boolean }, place?: Place) =>
  tiny({
    ports: { p1: {} },
    board: { storage },
    devices: { logger: { needs: { log } }, gnss: { needs: { fix: serial() } } },
    at: place ? { 'logger/log': place, 'gnss/fix': 'port:p1' } : {},
  })

describe('LOD-04', () => {
  it('says how long the flash lasts: 16 MiB at 5 000 bytes a second is 55 min', () => {
    const found = findingsOf(build({ flash: 16_777_216 }, 'storage:flash'), 'LOD-04')
    expect(found).toMatchObject([
      {
        severity: 'weigh',
        fact: 'Logger (Log): kept in the board’s flash: 16 MiB, full after 55 min at this rate; the device itself stays off',
      },
    ])
  })
  it('notes a card, and refuses what the board has not', () => {
    expect(findingsOf(build({ card: true }, 'storage:card'), 'LOD-04')).toMatchObject([{ severity: 'note' }])
    expect(factsOf(build({}, 'storage:card'), 'LOD-04')).toEqual(['Logger (Log): Board has no memory card'])
    expect(factsOf({ ...build({ card: true }), assignment: { 'gnss/fix': { place: 'storage:card' } } }, 'LOD-04')).toEqual([
      'Gnss (Fix): is no record that the board could keep itself',
    ])
  })
  it('is what the search falls back to; the device is not wired then', () => {
    const plan = build({ flash: 1_000_000 })
    const { assignment, unmet } = allocate(resolvePlan(plan))
    expect(unmet).toEqual([])
    expect(assignment['logger/log']!.place).toBe('storage:flash')
    const resolved = resolvePlan({ ...plan, assignment })
    expect(isIdle(resolved, resolved.device('logger')!)).toBe(true)
    expect(allocate(resolvePlan(build({}))).unmet).toHaveLength(1)
  })
})
