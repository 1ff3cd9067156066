import { describe, expect, it } from 'vitest'
import { add, library } from '../../tests/helpers/plans'
import { check, checkContext, type Finding } from '../checks'
import { applyEdit, batteryPlace, newPlan, resolvePlan, type Plan } from '../plan'
import { mayBeOffered, outcomeOf, partFixes } from '.'
import { adopt, analyse } from './analyse'

const found = (plan: Plan) => check(checkContext(resolvePlan(plan)))
const allocated = (plan: Plan) => adopt(plan, analyse(plan).proposal)

/** So many single ESCs at the battery's lead, as they are allocated. */
function quad(escs: number, cells = 6): Plan {
  const empty = newPlan('quad', library.boards['morrow-h9']!)
  const parts = [...Array.from({ length: escs }, (_, at) => add('gault-40', `esc-${at}`)), add('corvid-xr')]
  return allocated(parts.reduce(applyEdit, { ...empty, battery: { ...empty.battery, cells } }))
}

/** What may be offered of what a finding asks of the catalogue, with what comes of it. */
function offered(plan: Plan, finding: Finding, devices = library.devices) {
  return partFixes(plan, finding, { ...library, devices }).flatMap((fix) => {
    const after = allocated(applyEdit(plan, fix.edit))
    const outcome = outcomeOf({ plan, findings: found(plan) }, { plan: after, findings: found(after) }, finding, fix)
    return mayBeOffered(outcome) ? [{ fix, after }] : []
  })
}

describe('a distribution board where main current is to be parted', () => {
  it('is offered where more wires meet at the battery plug than it holds, and feeds all that hung there', () => {
    const plan = quad(4)
    const crowded = found(plan).filter(({ rule, fact }) => rule === 'MEC-04' && fact.includes('Battery'))
    expect(crowded).toHaveLength(2)
    for (const finding of crowded) {
      const ways = offered(plan, finding)
      expect(ways.length).toBeGreaterThan(0)
      for (const { after } of ways) {
        expect(found(after).filter(({ rule }) => rule === 'MEC-04' || rule === 'PWR-12')).toEqual([])
        const board = after.devices.at(-1)!.id
        expect(after.supplies[`${board}/main`]).toBe(batteryPlace)
        for (const key of finding.wants!.supplies) expect(after.supplies[key]).toContain(`output:${board}/`)
      }
    }
  })

  it('bears what is drawn, on the battery that there is', () => {
    const plan = quad(4)
    const finding = found(plan).find(({ rule, wants }) => rule === 'MEC-04' && wants)!
    for (const { fix } of offered(plan, finding)) expect(fix.label).toContain('bears')
    const weak = {
      ...library.devices['fount-12']!,
      outputs: { bat: { ...library.devices['fount-12']!.outputs!.bat!, limit: finding.wants!.current - 0.1 } },
    }
    expect(partFixes(plan, finding, { ...library, devices: { weak } })).toEqual([])
    const low = library.devices['fount-12']!
    const main = { ...low.supplies!.main!, max: 12 }
    expect(partFixes(plan, finding, { ...library, devices: { low: { ...low, supplies: { main } } } })).toEqual([])
  })

  it('is offered for motor current through a rail of the board, with wires that were led elsewhere by hand', () => {
    const plan = quad(4)
    const rail = resolvePlan(plan).board.rails.find(({ main }) => !main)!
    const byHand = [0, 1, 2, 3].reduce(
      (now, at) => applyEdit(now, { type: 'supply.choose', supply: `esc-${at}/main`, source: `rail:${rail.id}` }),
      plan,
    )
    const burning = found(byHand).find(({ rule, wants }) => rule === 'PWR-12' && wants)!
    expect(offered(byHand, burning).length).toBeGreaterThan(0)
  })

  it('is not asked for by one ESC, nor where a part distributes already', () => {
    expect(found(quad(1)).filter(({ wants }) => wants)).toEqual([])
    const [finding] = found(quad(4)).filter(({ wants }) => wants)
    const { after } = offered(quad(4), finding!)[0]!
    expect(found(after).filter(({ wants }) => wants)).toEqual([])
    expect(partFixes(after, { wants: undefined }, library)).toEqual([])
  })
})
