import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const links = (maxLinks: number, usb: boolean) =>
  tiny({
    ports: { p1: {}, p2: {} },
    board: { configuration: { protocol: 'config', maxLinks, usb } },
    devices: {
      overlay: { needs: { text: serial({ protocol: 'config' }) } },
      adapter: { needs: { config: serial({ protocol: 'config' }) } },
    },
    at: { 'overlay/text': 'port:p1', 'adapter/config': 'port:p2' },
  })

describe('SER-14', () => {
  it('is silent within the limit', () => {
    expect(factsOf(links(3, true), 'SER-14')).toEqual([])
    expect(factsOf(links(2, false), 'SER-14')).toEqual([])
  })
  it('counts USB and names the links', () => {
    const [found] = findingsOf(links(2, true), 'SER-14')
    expect(found!.fact).toBe('3 links carry the configuration protocol, USB among them; Board runs 2 at once')
    expect(settledBy(links(2, true), found!)).toBe(true)
  })
  it('goes by what the ports are set to', () => {
    const plan = edited(links(1, false), { type: 'link.set', need: 'adapter/config', end: 'board', set: { protocol: 'talk' } })
    expect(factsOf(links(1, false), 'SER-14')).toEqual(['2 links carry the configuration protocol; Board runs 1 at once'])
    expect(factsOf(plan, 'SER-14')).toEqual([])
  })
})
