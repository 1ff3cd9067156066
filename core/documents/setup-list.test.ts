import { expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan } from '../plan'
import { setupRounds } from '../settings'
import { budgetTable, setupMarkdown, setupTable } from '.'

it('table and Markdown hold every step once, ticked as they are', () => {
  const plan = allocated('culvert-scout')
  const steps = setupRounds(resolvePlan(plan)).flat()
  const ticked = applyEdit(plan, { type: 'step.tick', step: steps[0]!.id, value: steps[0]!.value })
  const { header, rows } = setupTable(resolvePlan(ticked))
  expect(rows).toHaveLength(steps.length)
  expect(rows.map((row) => row[header.indexOf('done')]).filter(Boolean)).toEqual(['yes'])
  const text = setupMarkdown(resolvePlan(ticked))
  expect(text.match(/^- \[ \] /gm)).toHaveLength(steps.length - 1)
  expect(text.match(/^- \[x\] /gm)).toHaveLength(1)
  expect(text.match(/^## Round \d+$/gm)!.length).toBeGreaterThan(1)
})

it('names cannot break the Markdown', () => {
  const plan = applyEdit(allocated('culvert-scout'), { type: 'device.rename', device: 'gnss', name: '**GNSS** | [x](y) `z`' })
  expect(setupMarkdown(resolvePlan(plan))).toContain('\\*\\*GNSS\\*\\* \\| \\[x\\](y) \\`z\\`')
})

it('the budget has one row a link', () => {
  const plan = allocated('spillway-hex')
  const ports = Object.values(plan.assignment).filter(({ place }) => place.startsWith('port:'))
  expect(budgetTable(resolvePlan(plan)).rows).toHaveLength(ports.length)
})
