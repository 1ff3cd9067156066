import { expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { soundBuilds, soundPlan } from '../../tests/helpers/sound-builds'
import { resolvePlan } from '../plan'
import { displayOf, elementOf, faultsOf, fedSources, suitedLayout } from './index'

const plans = [allocated('spillway-hex'), allocated('culvert-scout'), ...soundBuilds.map(soundPlan)]

it('a layout to begin with shows what is fed, whole, on whatever display there is', () => {
  const shown = plans.map((plan) => {
    const resolved = resolvePlan(plan)
    const elements = suitedLayout(resolved)
    const display = displayOf(resolved)
    if (!display) return Object.keys(elements).length
    expect(faultsOf({ name: '', elements }, display)).toEqual([])
    for (const id of Object.keys(elements)) expect(fedSources(resolved).has(elementOf(id)!.source), id).toBe(true)
    return display && Object.keys(elements).length
  })
  expect(shown[0]).toBe(10)
  expect(Math.min(...shown)).toBe(0)
})

it('what no display or nothing feeds is left out', () => {
  const resolved = resolvePlan(allocated('spillway-hex'))
  const small = suitedLayout(resolved, { ...displayOf(resolved)!, columns: 12, rows: 6 })
  expect(Object.keys(small).length).toBeGreaterThan(0)
  expect(Object.keys(small).length).toBeLessThan(10)
})
