import { describe, expect, it } from 'vitest'
import { allocated, library } from '../../tests/helpers/plans'
import { resolvePlan } from '../plan'
import { loadOf, partBudgets, serialLinks } from '.'

describe('what the messages of a part come to', () => {
  it('is what a link of it is told to carry, in every demo build, at the rate that it has there', () => {
    let compared = 0
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const plan = allocated(name)
      for (const link of serialLinks(resolvePlan(plan))) {
        const { need, option } = link
        const instance = plan.devices.find(({ id }) => need.key.startsWith(`${id}/`))
        if (!instance) continue
        const definition = plan.definitions.devices[instance.definition]!
        const budget = partBudgets(definition, plan.definitions.protocols).find(
          (each) => each.need === need.need.id && each.protocol === option.protocol && each.baud === link.board.baud,
        )
        if (!budget || Object.keys(definition.variants).length > 1) continue
        compared += 1
        expect(budget.load, `${name} ${need.key}`).toBeCloseTo(loadOf(link, link.board.baud), 9)
      }
    }
    expect(compared).toBeGreaterThan(5)
  })

  it('has one rate that it ships at for each way of speaking, and falls as the rate rises', () => {
    for (const device of Object.values(library.devices)) {
      const budgets = partBudgets(device, library.protocols)
      for (const { need, protocol } of budgets) {
        const those = budgets.filter((each) => each.need === need && each.protocol === protocol)
        const byRate = those.toSorted((one, other) => one.baud - other.baud).map(({ load }) => load)
        expect(byRate, device.id).toEqual(byRate.toSorted((one, other) => other - one))
      }
    }
  })

  it('leaves out a rate of none, and a part without messages', () => {
    const device = structuredClone(library.devices['merlow-n1']!)
    const link = Object.values(device.needs).find((need) => need.kind === 'serial')!
    link.options[0]!.bauds = [0, 9600]
    expect(partBudgets(device, {}).map(({ baud }) => baud)).toEqual(link.messages.length ? [9600] : [])
    link.messages = []
    expect(partBudgets(device, {})).toEqual([])
  })
})
