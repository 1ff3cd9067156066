import { describe, expect, it } from 'vitest'
import { allocated as ready, library } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { agrees, deviceSheet, deviceSheets, refuseValue, settingEdit, settingWords } from '.'

const row = (plan: Plan, device: string, setting: string) => {
  const resolved = resolvePlan(plan)
  const fitted = resolved.devices.find(({ id }) => id === device)!
  return { resolved, row: deviceSheet(resolved, fitted).find((each) => each.setting.id === setting)! }
}

describe('sheets of devices', () => {
  it('every demo build agrees on opening, on every setting', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const sheets = deviceSheets(resolvePlan(ready(name)))
      expect(sheets.length).toBeGreaterThan(3)
      for (const { rows } of sheets)
        for (const each of rows) {
          expect(agrees(each), `${name}: ${each.setting.label} of ${each.device}`).toBe(true)
          expect(each.wrong, `${name}: ${each.setting.label} of ${each.device}`).toBeUndefined()
        }
    }
  })

  it('a setting that pairs with a link is the device’s end of it', () => {
    const plan = ready('spillway-hex')
    const before = row(plan, 'overlay', 'baud')
    expect(before.row).toMatchObject({ byHand: false, value: before.row.wanted!.value })
    const edit = settingEdit(before.resolved, before.row, 19_200)
    expect(edit).toEqual({ type: 'link.set', need: 'overlay/text', end: 'device', set: { baud: 19_200 } })
    const after = row(applyEdit(plan, edit), 'overlay', 'baud').row
    expect(after).toMatchObject({ byHand: true, value: 19_200 })
    expect(agrees(after)).toBe(false)
    const back = settingEdit(resolvePlan(applyEdit(plan, edit)), after, undefined)
    expect(row(applyEdit(applyEdit(plan, edit), back), 'overlay', 'baud').row.byHand).toBe(false)
  })

  it('one that pairs with another follows it, until it is set by hand', () => {
    const plan = applyEdit(ready('spillway-hex'), {
      type: 'link.set',
      need: 'overlay/text',
      end: 'device',
      set: { baud: 19_200 },
    })
    expect(row(plan, 'overlay', 'speed').row).toMatchObject({ value: 'slow', byHand: false })
    const byHand = applyEdit(plan, { type: 'setting.set', device: 'overlay', setting: 'speed', value: 'fast' })
    const speed = row(byHand, 'overlay', 'speed').row
    expect(speed).toMatchObject({ value: 'fast', byHand: true, wanted: { value: 'slow' } })
    expect(agrees(speed)).toBe(false)
    expect(applyEdit(byHand, { type: 'setting.set', device: 'overlay', setting: 'speed', value: null }).settings).toEqual({})
  })

  it('a value that the part does not have is said', () => {
    const plan = applyEdit(ready('spillway-hex'), { type: 'setting.set', device: 'transmitter', setting: 'frequency', value: 99 })
    expect(row(plan, 'transmitter', 'frequency').row.wrong).toMatch(/^Frequency goes from 5645 to 5945 MHz/)
  })

  it('settings go with their device', () => {
    const plan = applyEdit(ready('spillway-hex'), { type: 'setting.set', device: 'transmitter', setting: 'power', value: 0 })
    expect(applyEdit(plan, { type: 'device.remove', device: 'transmitter' }).settings).toEqual({})
  })

  it('every shipped setting has a default that it can have, and pairs with what is there', () => {
    for (const definition of Object.values(library.devices))
      for (const [id, setting] of Object.entries(definition.settings)) {
        const where = `${definition.id}.${id}`
        expect(refuseValue({ id, ...setting }, setting.default), where).toBeUndefined()
        const { pairs } = setting
        if (pairs && 'need' in pairs) expect(definition.needs[pairs.need], where).toBeDefined()
        if (!pairs || !('setting' in pairs)) continue
        const other = definition.settings[pairs.setting]!
        expect(other.kind === 'choice' && other.values.map(String).sort(), where).toEqual(Object.keys(pairs.values).sort())
        for (const value of Object.values(pairs.values)) expect(refuseValue({ id, ...setting }, value), where).toBeUndefined()
      }
  })
})

it('a figure keeps to its steps', () => {
  const setting = {
    id: 'n',
    label: 'Near',
    kind: 'number',
    way: 'tool',
    min: 0.5,
    max: 30,
    step: 0.5,
    unit: 'km',
    default: 5,
  } as const
  expect([0.5, 7.5, 30].map((value) => refuseValue(setting, value))).toEqual([undefined, undefined, undefined])
  expect(refuseValue(setting, 0.7)).toBe('goes from 0.5 to 30 km in steps of 0.5')
  expect(refuseValue(setting, '5')).toBe('goes from 0.5 to 30 km')
})

it('values are said with their units', () => {
  expect(
    settingWords({ id: 'f', label: 'F', kind: 'number', way: 'menu', min: 1, max: 9000, unit: 'MHz', default: 1 }, 5800),
  ).toBe('5800 MHz')
  expect(settingWords({ id: 's', label: 'S', kind: 'switch', way: 'menu', default: true }, false)).toBe('off')
})
