import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import { allocate } from '../../../allocation'
import { serialLinks } from '../../../links'
import { resolvePlan } from '../../../plan'

const plan = tiny({ ports: { p1: {}, p2: {} }, devices: { gnss: { needs: { fix: serial() } } }, at: { 'gnss/fix': 'port:p1' } })

describe('SER-03', () => {
  it('is silent when the port does what its device speaks', () => {
    expect(factsOf(plan, 'SER-03')).toEqual([])
  })
  it('refuses what the firmware does not speak, and speaks otherwise to a device that can', () => {
    const [talk] = serial().options as object[]
    const [config] = serial({ protocol: 'config' }).options as object[]
    const two = tiny({
      ports: { p1: {} },
      board: { protocols: ['config'] },
      devices: { gnss: { needs: { fix: { ...serial(), options: [talk, config] } } } },
    })
    expect(allocate(resolvePlan(two)).assignment['gnss/fix']).toMatchObject({ place: 'port:p1', protocol: 'config' })
    const byHand = { ...two, assignment: { 'gnss/fix': { place: 'port:p1' as const, protocol: 'talk' } } }
    expect(factsOf(byHand, 'SER-03')).toEqual(['Gnss (Fix): Board does not speak Talk under firmware current'])
  })
  it('knows what a protocol is for by the way it goes', () => {
    const way = (lines: 'to-device' | 'from-device') => {
      const one = tiny({
        ports: { p1: {} },
        devices: { part: { needs: { link: serial({ protocol: 'gated', lines }) } } },
        at: { 'part/link': 'port:p1' },
      })
      const [link] = serialLinks(resolvePlan(one))
      return [link!.function, link!.feature?.name]
    }
    expect(way('from-device')).toEqual(['gated', 'Gate'])
    expect(way('to-device')).toEqual(['values out', 'Gate out'])
  })
  it('speaks when the port is set to another function', () => {
    const other = edited(plan, { type: 'link.set', need: 'gnss/fix', end: 'board', set: { protocol: 'config' } })
    const [found] = findingsOf(other, 'SER-03')
    expect(found!.fact).toBe('Port 1 is set to Config; Gnss (Fix) speaks Talk')
    expect(settledBy(other, found!)).toBe(true)
  })
  it('speaks when a wire is on the pad of another port, and takes the pad away, also as JSON', () => {
    const other = edited(plan, { type: 'wire.set', wire: 'gnss.tx', set: { end: 'pad:RX2', gauge: 26 } })
    const [found] = findingsOf(other, 'SER-03')
    expect(found!.fact).toBe('W2 of Gnss (Fix) is on pad RX2; it belongs on pad RX1 of Port 1')
    const mended = edited(other, JSON.parse(JSON.stringify(found!.fixes[0]!.edit)))
    expect(mended.wires).toEqual({ 'gnss.tx': { gauge: 26 } })
    expect(factsOf(mended, 'SER-03')).toEqual([])
  })
})
