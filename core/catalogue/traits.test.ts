import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../tests/helpers/findings'
import { allocated, library } from '../../tests/helpers/plans'
import { displayOf } from '../display'
import { hasCompass } from '../harness'
import { resolvePlan, type Plan } from '../plan'
import { readDefinition } from '../schema'
import { connectorKinds, contactOf, gridOf, upgradeDefinition, type DeviceDefinition } from '.'

/** A shipped device, changed as text. */
const changed = (id: string, change: (text: string) => string) =>
  JSON.parse(change(JSON.stringify(library.devices[id]))) as DeviceDefinition
/** A device as it was before traits, with its settings under other ids if wanted. */
const before = (id: string) =>
  changed(id, (text) =>
    text
      .replace(/"schema":\d+/, '"schema":7')
      .replace(/"picture":"\w+",?/g, '')
      .replace(/"feeds":\["compass"\],?/g, '')
      .replace(/,\}/g, '}'),
  )

describe('what decides the picture', () => {
  const withGrid = (value: string): Plan => {
    const plan = allocated('fellside-mapper')
    const [id] = Object.keys(plan.definitions.devices).filter((each) => plan.definitions.devices[each]!.class === 'video-link')
    const definition = changed(id!, (text) =>
      text
        .replace('"grid":{', '"raster":{')
        .replaceAll('"setting":"grid"', '"setting":"raster"')
        .replaceAll('53×20', value)
        .replace('"default":"50×18"', `"default":"${value}"`),
    )
    return {
      ...plan,
      definitions: {
        ...plan.definitions,
        devices: { ...plan.definitions.devices, [id!]: readDefinition(definition) as DeviceDefinition },
      },
    }
  }

  it('hangs on no id, and reads columns and rows however they are written', () => {
    for (const value of ['53×20', '53x20', '53 x 20', '53X20'])
      expect(displayOf(resolvePlan(withGrid(value))), value).toMatchObject({ columns: 53, rows: 20 })
  })
  it('is refused with its place where a value is no grid', () => {
    expect(() => withGrid('wide')).toThrow(/settings\.raster\.picture: "wide" is no columns and rows/)
    expect(() => withGrid('0×20')).toThrow(/no columns and rows/)
    expect(gridOf('60×22')).toEqual({ columns: 60, rows: 22 })
    expect([gridOf('60'), gridOf(60), gridOf(undefined), gridOf('60×22×3')]).toEqual([undefined, undefined, undefined, undefined])
  })
  it('is what it was for definitions of before, which were known by ids and words', () => {
    const display = Object.values(library.devices).filter((device) => device.class === 'video-link' || device.class === 'overlay')
    expect(display.length).toBeGreaterThan(2)
    for (const { id } of display) expect(upgradeDefinition(before(id))).toEqual(library.devices[id])
  })
})

describe('what reaches the board when the signal is lost', () => {
  it('is kept with definitions of before, where an id and words told it', () => {
    for (const id of ['corvid-xr', 'plover-8w']) {
      const old = changed(id, (text) =>
        text
          .replace(/"schema":\d+/, '"schema":8')
          .replace(/"onLoss":\{[^}]*\},?/, '')
          .replace(/,\}/g, '}'),
      )
      expect(JSON.stringify(old)).not.toContain('onLoss')
      expect(upgradeDefinition(old)).toEqual(library.devices[id])
    }
  })
})

describe('a compass', () => {
  it('is what a need says it tells of, whatever it is called', () => {
    const [fitted] = resolvePlan(allocated('spillway-hex')).devices.filter(({ id }) => id === 'gnss')
    expect(hasCompass(fitted!.device)).toBe(true)
    for (const id of ['merlow-n3c', 'sonde-m']) expect(upgradeDefinition(before(id))).toEqual(library.devices[id])
    const without = fitted!.device.needs.map((need) => ({ ...need, feeds: undefined }))
    expect(hasCompass({ ...fitted!.device, needs: without })).toBe(false)
  })
})

describe('contacts', () => {
  it('are known by the kind of connector, or by what it says itself', () => {
    expect(contactOf({ type: 'JST-GH 1.25 ×6' })).toEqual(connectorKinds['JST-GH 1.25'])
    expect(contactOf({ type: '0.1 in ×3' })?.amps).toBe(3)
    expect(contactOf({ type: 'solder pads' })).toBeUndefined()
    expect(contactOf({ type: 'constructor' })).toBeUndefined()
    expect(contactOf({ type: 'My own ×2', contact: { amps: 0.2, wires: 1 } })).toEqual({ amps: 0.2, wires: 1 })
    expect(contactOf({ type: 'JST-GH 1.25 ×6', contact: { amps: 9, wires: 2 } })?.amps).toBe(9)
  })
  it('of a connector that says so itself are judged', () => {
    const plan = allocated('spillway-hex')
    const id = plan.devices.find((device) => device.id === 'ring')!.definition
    const definition = changed(id, (text) => text.replace(/"type":"[^"]*"/, '"type":"Tiny","contact":{"amps":0.2,"wires":1}'))
    const judged = { ...plan, definitions: { ...plan.definitions, devices: { ...plan.definitions.devices, [id]: definition } } }
    expect(findingsOf(judged, 'PWR-14').some(({ fact }) => fact.includes('a contact of Tiny carries 200 mA'))).toBe(true)
  })
  it('that were known by the beginning of a name are kept with definitions of before', () => {
    const old = changed('merlow-n3c', (text) =>
      text.replace(/"schema":\d+/, '"schema":7').replace(/JST-SH 1\.0 ×6/g, 'JST-SH, six'),
    )
    const { connectors } = upgradeDefinition(old) as DeviceDefinition
    expect(connectors.main!.contact).toEqual({ amps: 1, wires: 1 })
    const { rings, ...board } = JSON.parse(JSON.stringify(library.boards['corran-7'])) as Record<string, unknown>
    expect(rings).toBeUndefined()
    const boardBefore = JSON.parse(
      JSON.stringify(board)
        .replace(/"schema":\d+/, '"schema":3')
        .replace(/"feeds":\["height"\]/g, '')
        .replace(/,\}/g, '}'),
    ) as unknown
    expect(upgradeDefinition(boardBefore)).toEqual(library.boards['corran-7'])
  })
})
