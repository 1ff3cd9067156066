import { describe, expect, it } from 'vitest'
import { wiresOf } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (protocol: string, halfDuplex: boolean) =>
  tiny({
    ports: { p1: { halfDuplex } },
    devices: { vtx: { needs: { control: serial({ protocol }) } } },
    at: { 'vtx/control': 'port:p1' },
  })

describe('SER-08', () => {
  it('is silent where the port can turn round, and about links on two wires', () => {
    expect(factsOf(link('onewire', true), 'SER-08')).toEqual([])
    expect(factsOf(link('talk', false), 'SER-08')).toEqual([])
  })
  it('speaks of a one-wire device on a port that cannot', () => {
    expect(factsOf(link('onewire', false), 'SER-08')).toEqual(['Vtx (Control): Port 1 cannot talk both ways on one wire'])
  })
  it('takes the RX pad where the board says that it turns round there', () => {
    const on = (oneWire?: 'rx') => {
      const plan = tiny({
        ports: { p1: { halfDuplex: true, ...(oneWire && { oneWire }) } },
        devices: { vtx: { needs: { control: serial({ protocol: 'onewire' }) } } },
        at: { 'vtx/control': 'port:p1' },
      })
      expect(factsOf(plan, 'SER-08')).toEqual([])
      expect(factsOf(plan, 'SER-01')).toEqual([])
      const wires = wiresOf(resolvePlan(plan)).filter(({ kind }) => kind === 'signal')
      return wires.map(({ to }) => to.point)
    }
    expect(on()).toEqual(['TX1'])
    expect(on('rx')).toEqual(['RX1'])
  })
  it.each(['board', 'device'] as const)('speaks when the %s is set to one wire by hand', (end) => {
    const plan = edited(link('talk', false), { type: 'link.set', need: 'vtx/control', end, set: { halfDuplex: true } })
    expect(factsOf(plan, 'SER-08')).toHaveLength(1)
  })
})
