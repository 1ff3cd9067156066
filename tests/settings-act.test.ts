import { describe, expect, it } from 'vitest'
import type { BoardDefinition, DeviceDefinition, DeviceSetting, SettingValue } from '#core/catalogue'
import { check, checkContext } from '#core/checks'
import { settle } from '#core/engine'
import { wiresOf } from '#core/harness'
import { passedOn } from '#core/controls'
import { linkBudget, serialLinks } from '#core/links'
import { applyEdit, newPlan, resolvePlan, type Edit, type Plan } from '#core/plan'
import { deviceSheets, displayLinks, pictureOf, settingEdit, setupRounds } from '#core/settings'
import { add, allocated, library } from './helpers/plans'

/** Values that a setting could be set to instead. */
function others(setting: DeviceSetting, value: SettingValue): SettingValue[] {
  if (setting.kind === 'switch') return [!value]
  if (setting.kind === 'text') return ['Another']
  if (setting.kind === 'choice') return setting.values.filter((each) => each !== value)
  return [setting.min, setting.max].filter((each) => each !== value)
}

/** All that is said of a plan, but of the setting itself. */
function saidOf(plan: Plan, own: string): string {
  const resolved = resolvePlan(plan)
  const steps = setupRounds(resolved)
    .flat()
    .filter(({ id }) => id !== own)
  const links = serialLinks(resolved)
  return JSON.stringify([
    wiresOf(resolved).map(({ id, to, gauge, colour }) => [id, to, gauge, colour]),
    links.map(({ need, port, board, device }) => [need.key, port.id, board, device]),
    links.map((link) => linkBudget(link)),
    check(checkContext(resolved)).map(({ rule, severity, fact }) => [rule, severity, fact]),
    steps,
    resolved.devices.map(({ device }) => [device.radios, device.supplies, device.outputs]),
    displayLinks(resolved).map(({ columns, rows }) => [columns, rows]),
    resolved.devices.map((fitted) => [pictureOf(resolved, fitted, 'grid'), pictureOf(resolved, fitted, 'glyphs')]),
  ])
}

/** A craft with what makes a part's settings mean something. */
function craftOn(board: BoardDefinition, part: DeviceDefinition, variant: string): Plan {
  const companions = ['corvid-xr', 'linnet-5', 'pharos-800', 'ulna-a9', 'gault-4x12'].filter(
    (id) => id !== part.id && !(part.class === 'receiver' && library.devices[id]!.class === 'receiver'),
  )
  const edits: Edit[] = [add(part.id, 'part', variant), ...companions.map((id) => add(id))]
  const plan = edits.reduce(applyEdit, newPlan('Craft', board))
  const { handset } = allocated('spillway-hex').controls
  // What the board levels, what hangs on the part's own outputs, and what a channel switches, so that all of it can matter.
  const levelled = Object.entries(part.needs).flatMap(([id, need]) =>
    need.kind === 'pulse' && part.class === 'gimbal' ? [id] : [],
  )
  const output = { ...passedOn(6), by: 'level' as const, axis: 'pitch' as const }
  const controls = {
    ...plan.controls,
    handset,
    jobs: { sound: { name: 'Sound', does: 'beeper' as const, channel: 7, from: 1700, to: 2100 } },
    outputs: Object.fromEntries(levelled.map((id) => [`part/${id}`, output])),
  }
  const outlets = Object.entries(part.pads).filter(([, { as }]) => as === 'pulse')
  const servos = ['ulna-a9', 'servo-b', 'servo-c'].flatMap((id, at): Edit[] => {
    const outlet = outlets.at([0, 5, -1][at]!)?.[0]
    const edits: Edit[] = id === 'ulna-a9' ? [] : [add('ulna-a9', id)]
    return outlet === undefined ? [] : [...edits, { type: 'need.lock', need: `${id}/position`, place: `device:part/${outlet}` }]
  })
  return settle({ ...adoptAll(servos.reduce(applyEdit, { ...plan, controls })), automatic: true }).plan
}

/** The craft on the first board that has a place for each need of the part. */
function craftWith(part: DeviceDefinition, variant: string): Plan {
  const boards = [library.boards['corran-7']!, ...Object.values(library.boards)]
  const hasAll = ({ assignment }: Plan) =>
    Object.entries(part.needs).every(([id, { kind }]) => kind === 'video' || kind === 'control' || assignment[`part/${id}`])
  let first: Plan | undefined
  for (const board of boards) {
    const craft = craftOn(board, part, variant)
    if (hasAll(craft)) return craft
    first ??= craft
  }
  return first!
}

const adoptAll = (plan: Plan): Plan => {
  const { proposal } = settle(plan).analysis
  return applyEdit(plan, { type: 'assignment.adopt', assignment: proposal.assignment, supplies: proposal.supplies })
}

describe('each setting of each shipped part', () => {
  const parts = Object.values(library.devices).filter(({ settings }) => Object.keys(settings).length)
  it.each(parts.map((part) => [part.id, part] as const))(
    'of %s changes what is said, or says why nothing hangs on it',
    (_, part) => {
      const plan = craftWith(part, Object.keys(part.variants)[0]!)
      const rows = deviceSheets(resolvePlan(plan)).find(({ fitted }) => fitted.id === 'part')!.rows
      const idle = rows.flatMap((row) => {
        const before = saidOf(plan, `setting:part/${row.setting.id}`)
        const without = others(row.setting, row.value).filter((value) => {
          const set = settle(applyEdit(plan, settingEdit(resolvePlan(plan), row, value))).plan
          return saidOf(set, `setting:part/${row.setting.id}`) === before
        })
        const { taste } = row.setting
        if (taste !== undefined) return without.length ? [] : [`${row.setting.id} is no matter of taste`]
        return without.map((value) => `${row.setting.id} = ${String(value)}`)
      })
      expect(idle).toEqual([])
    },
  )
})
