import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const plan = tiny({
  pads: { M1: [{ as: 'pulse', of: 't1' }], M2: [{ as: 'pulse', of: 't1' }], BZ: [{ as: 'buzzer' }] },
  devices: { servo: { needs: { position: { kind: 'pulse' } } }, buzzer: { needs: { beep: { kind: 'buzzer' } } } },
  at: { 'servo/position': 'pad:M1', 'buzzer/beep': 'pad:BZ' },
})

describe('PAD-12', () => {
  it('is silent when each wire ends at its pad, also by way of another part', () => {
    expect(findingsOf(plan, 'PAD-12')).toEqual([])
  })
  it('speaks of a wire on a pad that serves something else, and puts it back', () => {
    const moved = edited(plan, { type: 'wire.set', wire: 'servo.position', set: { end: 'pad:M2' } })
    const [found] = findingsOf(moved, 'PAD-12')
    expect(found).toMatchObject({
      severity: 'fix',
      subjects: ['need:servo/position', 'device:servo', 'wire:servo.position'],
      fact: 'POSITION of Servo (Position) leads to pad M2 by W1; it belongs at pad M1',
    })
    expect(settledBy(moved, found!)).toBe(true)
  })
  it('speaks of one that is left off, and fits it', () => {
    const left = edited(plan, { type: 'wire.set', wire: 'buzzer.beep', set: { omitted: true } })
    const [found] = findingsOf(left, 'PAD-12')
    expect(found!.fact).toBe('BEEP of Buzzer (Beep) has its wire W4 left off; it belongs at pad BZ')
    expect(settledBy(left, found!)).toBe(true)
  })
})
