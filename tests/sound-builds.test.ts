import { describe, expect, it } from 'vitest'
import { check, checkContext } from '#core/checks'
import { analyse } from '#core/engine'
import { wiresOf } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { library } from './helpers/plans'
import { soundBuilds, soundPlan } from './helpers/sound-builds'

/** What is to be weighed all the same, and why it is true there. */
const weighed: Record<string, Record<string, string>> = {
  // A GNSS at 9600 baud by a software port; the board's linear regulator at sixteen volts.
  'brae-mini': { 'LOD-01': '93.8 %', 'PWR-04': '3.56 W' },
  // Every second record of the flight log would do; the battery feeds camera and transmitter.
  'corran-7': { 'LOD-02': '86.8 %' },
  // Board and video link are fed by the small contacts of the ESC's cable.
  'fennel-5': { 'PWR-14': '1.41 A' },
  'gannoch-f': { 'LOD-01': '93.8 %' },
  'orchil-duo': { 'PWR-14': '1.14 A' },
  'skerry-3': { 'PWR-10': 'not filtered' },
  'tansy-20': { 'PWR-02': '1.02 A', 'PWR-10': 'not filtered' },
}

describe('a sound build', () => {
  it('is there for each board of the catalogue', () => {
    expect(soundBuilds.map(({ board }) => board).sort()).toEqual(Object.keys(library.boards).sort())
  })

  it.each(soundBuilds)('on $board has its place for all, and raises no alarm', (build) => {
    const plan = soundPlan(build)
    const resolved = resolvePlan(plan)
    expect(analyse(plan).proposal.unmet).toEqual([])
    expect(wiresOf(resolved).length).toBeGreaterThan(resolved.devices.length * 2)
    const found = check(checkContext(resolved))
    expect(found.filter(({ severity }) => severity === 'stop' || severity === 'fix').map(({ fact }) => fact)).toEqual([])
    const weigh = found.filter(({ severity }) => severity === 'weigh')
    expect([...new Set(weigh.map(({ rule }) => rule))].sort()).toEqual(Object.keys(weighed[build.board] ?? {}).sort())
    for (const { rule, fact } of weigh) expect(fact).toContain(weighed[build.board]![rule])
  })
})
