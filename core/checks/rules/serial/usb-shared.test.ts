import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (usbShared: boolean, interruptible = true) =>
  tiny({
    ports: { p1: { usbShared } },
    devices: { gnss: { needs: { fix: serial({ interruptible }) } } },
    at: { 'gnss/fix': 'port:p1' },
  })

describe('SER-10', () => {
  it('is silent on a port apart from USB', () => {
    expect(factsOf(link(false), 'SER-10')).toEqual([])
  })
  it('weighs a port wired to the bridge, and says when the link is lost', () => {
    expect(findingsOf(link(true), 'SER-10')).toMatchObject([
      {
        severity: 'weigh',
        fact: 'Gnss (Fix): Port 1 is wired to the USB bridge: the link works in flight and on the bench without USB, and is lost while USB is in use',
      },
    ])
  })
  it('leaves a link that must never be interrupted to SER-12', () => {
    expect(factsOf(link(true, false), 'SER-10')).toEqual([])
    expect(factsOf(link(true, false), 'SER-12')).toHaveLength(1)
  })
})
