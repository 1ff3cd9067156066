import { describe, expect, it } from 'vitest'
import { demo, library } from '../../tests/helpers/plans'
import { conflictOf, layOut, solveProblem, waysOut, type WayOut } from '../allocation'
import { check, checkContext, type Finding } from '../checks'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { wiresOf } from '../harness'
import { adopt, soundWays } from './index'

const after = (plan: Plan) => {
  const allocated = adopt(plan, solveProblem(layOut(resolvePlan(plan)), plan))
  return check(checkContext(resolvePlan(allocated)))
}
const placesOf = ({ subjects }: Finding) => subjects.filter((subject) => /^(rail|output|port|pad):/.test(subject)).join()

describe('soundWays', () => {
  it('leaves out what brings a stop, or a fix where nothing is given up; what else is brought is named', () => {
    // On six cells many boards that would have the ports are burnt.
    const plan = applyEdit(demo('culvert-scout'), {
      type: 'battery.set',
      battery: { cells: 6, chemistry: 'lipo', capacity: 1300, rating: 45 },
    })
    const problem = layOut(resolvePlan(plan))
    const base = solveProblem(problem, plan)
    const key = base.unmet.find((unmet) => unmet.startsWith('logger'))!
    const ground = problem.resolved.board.pads.find(({ kind }) => kind === 'ground')!.id
    const supplied = wiresOf(resolvePlan(adopt(plan, base))).find(({ kind, to }) => kind === 'supply' && !to.device)!
    const shorted: WayOut = {
      label: 'A short',
      edit: { type: 'wire.set', wire: supplied.id, set: { end: `pad:${ground}` } },
      unmet: [],
      givesUp: [],
    }
    const ways = [...waysOut(problem, base, conflictOf(problem, base, key), Object.values(library.boards)), shorted]
    const sound = soundWays(plan, ways)
    const before = after(plan)
    // By rule and place: devices on a rail may have become fewer or more.
    const known = new Set(before.map((finding) => `${finding.rule} ${finding.severity} ${placesOf(finding)}`))
    const isNew = (finding: Finding) =>
      finding.rule !== 'FIT-01' && !known.has(`${finding.rule} ${finding.severity} ${placesOf(finding)}`)
    for (const way of ways) {
      const found = after(applyEdit(plan, way.edit))
      const stops = found.filter((finding) => finding.severity === 'stop' && isNew(finding))
      const told = sound.find(({ label }) => label === way.label)
      if (stops.length) expect(told, way.label).toBeUndefined()
      if (told)
        for (const fix of found.filter((each) => each.severity === 'fix' && isNew(each))) expect(told.brings).toContainEqual(fix)
    }
    expect(ways.length).toBeGreaterThan(0)
    expect(sound.length).toBeGreaterThan(0)
    expect(sound.some(({ label }) => label === shorted.label)).toBe(false)
  })
})
