import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (deviceClass: string) =>
  tiny({
    ports: { p1: {} },
    devices: { vtx: { class: deviceClass, needs: { control: serial() } } },
    at: { 'vtx/control': 'port:p1' },
  })
const other = { type: 'link.set', need: 'vtx/control', end: 'device', set: { protocol: 'config' } } as const

describe('VID-06', () => {
  it('is silent when both ends agree, and about other devices', () => {
    expect(findingsOf(link('transmitter'), 'VID-06')).toEqual([])
    expect(findingsOf(edited(link('sensor'), other), 'VID-06')).toEqual([])
  })
  it('names both protocols and settles it', () => {
    const plan = edited(link('transmitter'), other)
    const [found] = findingsOf(plan, 'VID-06')
    expect(found!.fact).toBe('Port 1 controls the transmitter by Talk; Vtx is set to Config')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
