import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../tests/helpers/findings'
import { allocated } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan, type LinkSettings } from '../plan'
import { serialLinks, shutChoice } from '.'

const plan = allocated('spillway-hex')
const resolved = resolvePlan(plan)
const link = (need: string) => serialLinks(resolved).find((each) => each.need.key === need)!
const shut = (need: string, end: 'board' | 'device', key: keyof LinkSettings, value: string | number | boolean) =>
  shutChoice(resolved, link(need), end, { key, value } as never)

describe('what an end cannot be set to', () => {
  it('is said with its reason', () => {
    expect(shut('gnss/fix', 'board', 'baud', 12_000_000)).toMatch(/^Port 2 reaches/)
    expect(shut('gnss/fix', 'board', 'baud', 4_200_000)).toMatch(/reaches|% off$/)
    expect(shut('gnss/fix', 'device', 'protocol', 'crsf')).toBe('GNSS and compass does not speak it')
    expect(shut('gnss/fix', 'device', 'baud', 420_000)).toMatch(/^GNSS and compass has 57.600 baud, 115.200 baud/)
    expect(shut('receiver/rc', 'device', 'halfDuplex', true)).toBe('Control receiver is fixed in this')
  })

  it('what both ends have now is never among it', () => {
    for (const { need, board, device } of serialLinks(resolved))
      for (const key of ['protocol', 'baud', 'format', 'inverted', 'halfDuplex'] as const) {
        expect(shut(need.key, 'board', key, board[key]), `${need.key} ${key}`).toBeUndefined()
        expect(shut(need.key, 'device', key, device[key]), `${need.key} ${key}`).toBeUndefined()
      }
  })

  it('what is shut at the board is a finding once it is set by hand', () => {
    for (const { need } of serialLinks(resolved))
      for (const baud of [300, 1200, 9600, 19_200, 57_600, 115_200, 420_000, 921_600, 11_000_000]) {
        const reason = shut(need.key, 'board', 'baud', baud)
        if (!reason) continue
        const set = applyEdit(plan, { type: 'link.set', need: need.key, end: 'board', set: { baud } })
        const told = ['SER-05', 'SER-06'].flatMap((rule) => findingsOf(set, rule))
        expect(told.length, `${need.key} at ${baud}: ${reason}`).toBeGreaterThan(0)
      }
  })
})
