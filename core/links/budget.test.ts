import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { protocols, redrawBytes } from '../protocols'
import { resolvePlan } from '../plan'
import { aliasLimit, linkBudget, logBaud, logMinutes, lostShare, propellerLine, redrawsPerSecond, serialLinks } from '.'

const { crsf, ibus, msp, sbus } = protocols

const channels = Array.from({ length: 16 }, () => 992)
/** Bytes of frames that are really encoded, by protocol and the message's name in the catalogue. */
const encoded: Record<string, number> = {
  'crsf channels': crsf.encode({ type: 'channels', channels }).length,
  'sbus channels': sbus.encode({ channels, switches: [false, false], frameLost: false, failsafe: false }).length,
  'ibus channels': ibus.encode({ channels: channels.slice(0, 14) }).length,
}

describe('budgets of links', () => {
  it('agree with the frames that are really encoded, to the byte', () => {
    let met = 0
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      for (const link of serialLinks(resolvePlan(allocated(name))))
        for (const { messages, bytes } of [linkBudget(link).toDevice, linkBudget(link).fromDevice]) {
          expect(bytes).toBeCloseTo(messages.reduce((sum, message) => sum + message.bytes * message.rate, 0))
          for (const message of messages) {
            const length = encoded[`${link.option.protocol} ${message.name}`]
            if (length === undefined) continue
            met += 1
            expect(message.bytes, `${link.need.key} ${message.name}`).toBe(length)
          }
        }
    expect(met).toBeGreaterThan(1)
  })

  it('loads are those of the trade: 26 bytes 150 times a second at 420 000 baud fill 9.29 %', () => {
    const link = serialLinks(resolvePlan(allocated('spillway-hex'))).find(({ need }) => need.key === 'receiver/rc')!
    const at420 = { ...link, board: { ...link.board, baud: 420_000, format: '8N1' as const } }
    expect(linkBudget(at420).fromDevice.load * 100).toBeCloseTo(9.29, 2)
    expect(linkBudget(at420).tolerance * 100).toBeCloseTo(4.61, 2)
  })
})

describe('logs', () => {
  it('want the rate of their records', () => {
    expect(logBaud({ loop: 1000, every: 1, bytes: 20 })).toBe(200_000)
    expect(logBaud({ loop: 2000, every: 1, bytes: 26 })).toBe(520_000)
    expect(lostShare({ loop: 2000, every: 1, bytes: 26 }, 260_000)).toBe(0.5)
    expect(lostShare({ loop: 1000, every: 2, bytes: 20 }, 115_200)).toBe(0)
  })
  it('fill 16 MiB in 5.38 min, and see up to half their rate', () => {
    expect(logMinutes({ loop: 2000, every: 1, bytes: 26 }, 16 * 1024 * 1024)).toBeCloseTo(5.38, 2)
    expect(aliasLimit({ loop: 2000, every: 2, bytes: 26 })).toBe(500)
    expect(propellerLine(12_000, 3)).toBe(600)
  })
})

it('a screen is drawn anew as often as its bytes fit', () => {
  expect(redrawsPerSecond(30, 16, 115_200)).toBeCloseTo(11_520 / redrawBytes(30, 16))
  expect(redrawBytes(1, 1)).toBe(
    2 * msp.encode({ version: 1, direction: 'reply', command: 182, payload: [2] }).length + 6 + 4 + 1,
  )
})
