import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const plan = tiny({
  ports: { p1: {} },
  pads: { M1: [{ as: 'pulse', of: 't1' }] },
  devices: {
    esc: { needs: { motor: { kind: 'pulse' } }, terminals: { motor: { maxIn: 5.5 } } },
    gnss: { needs: { fix: serial() } },
  },
  at: { 'esc/motor': 'pad:M1', 'gnss/fix': 'port:p1' },
})
const moved = (wire: string, end: `pad:${string}` | `terminal:${string}`) =>
  edited(plan, { type: 'wire.set', wire, set: { end } })

describe('LVL-03', () => {
  it('is silent about wires where they belong', () => {
    expect(findingsOf(plan, 'LVL-03')).toEqual([])
  })
  it('stops at a pulse wire on the battery pad, which the ESC does not bear', () => {
    const wrong = moved('esc.motor', 'pad:P-bat')
    const [found] = findingsOf(wrong, 'LVL-03')
    expect(found).toMatchObject({
      severity: 'stop',
      fact: 'W1 holds MOTOR of Esc at 16.8 V, at pad P-bat, and it accepts up to 5.5 V',
    })
    expect(settledBy(wrong, found!)).toBe(true)
  })
  it('has an input that is held within what it bears mended', () => {
    expect(findingsOf(moved('esc.motor', 'pad:P-v5'), 'LVL-03')).toMatchObject([
      { severity: 'fix', fact: 'W1 holds MOTOR of Esc at 5 V, at pad P-v5' },
    ])
    expect(findingsOf(moved('esc.motor', 'pad:G1'), 'LVL-03')).toMatchObject([
      { severity: 'fix', fact: 'W1 holds MOTOR of Esc to ground, at pad GND (top, 1st)' },
    ])
  })
  it('does not stop at an input that bears just the volts it is held at', () => {
    const bearing = (maxIn: number) =>
      edited(
        tiny({
          pads: { M1: [{ as: 'pulse', of: 't1' }] },
          devices: { esc: { needs: { motor: { kind: 'pulse' } }, terminals: { motor: { maxIn } } } },
          at: { 'esc/motor': 'pad:M1' },
        }),
        { type: 'wire.set', wire: 'esc.motor', set: { end: 'pad:P-v5' } },
      )
    expect(findingsOf(bearing(5), 'LVL-03')).toMatchObject([{ severity: 'fix' }])
    expect(findingsOf(bearing(4.99), 'LVL-03')).toMatchObject([{ severity: 'stop' }])
  })
  it('stops at an output that works against a supply', () => {
    expect(findingsOf(moved('gnss.tx', 'pad:P-v5'), 'LVL-03')).toMatchObject([{ severity: 'stop' }])
    expect(findingsOf(moved('gnss.tx', 'terminal:esc/vcc'), 'LVL-03')).toMatchObject([
      { severity: 'stop', subjects: ['wire:gnss.tx', 'device:gnss', 'device:esc'] },
    ])
  })
})

describe('an input that measures volts', () => {
  const sensing = tiny({
    devices: {
      overlay: {
        terminals: { sense: { label: 'BAT', maxIn: 30 } },
        pads: { sense: { label: 'BAT', terminal: 'sense', as: 'analog', max: 26, measures: 'voltage' } },
      },
    },
  })
  const wired = (cells: number) =>
    edited(
      { ...sensing, battery: { ...sensing.battery, cells } },
      { type: 'wire.add', wire: 'extra.1', from: 'terminal:overlay/sense', to: 'pad:P-bat' },
    )
  it('may hang on a supply that it bears, and on no other', () => {
    expect(findingsOf(wired(4), 'LVL-03')).toEqual([])
    expect(findingsOf(wired(8), 'LVL-03')).toMatchObject([{ severity: 'stop' }])
  })
})

describe('an analog pad', () => {
  const pads = { A: [{ as: 'analog' as const, max: 6.6 }] }
  const onSupply = (devices: Parameters<typeof tiny>[0]['devices'], at: Record<string, 'pad:A'>) =>
    edited(
      tiny({ pads, devices, at }),
      { type: 'joint.add', joint: 'splice', kind: 'splice', name: 'Splice' },
      { type: 'wire.add', wire: 'extra.1', from: 'terminal:splice/c', to: 'pad:A' },
      { type: 'wire.add', wire: 'extra.2', from: 'terminal:splice/c', to: 'pad:P-v5' },
    )
  it('may measure a supply, but not one that holds what a sensor gives', () => {
    expect(findingsOf(onSupply({}, {}), 'LVL-03')).toEqual([])
    const [found] = findingsOf(
      onSupply({ esc: { needs: { current: { kind: 'analog' } } } }, { 'esc/current': 'pad:A' }),
      'LVL-03',
    )
    expect(found).toMatchObject({ severity: 'stop', subjects: ['wire:extra.1', 'device:splice'] })
  })
})
