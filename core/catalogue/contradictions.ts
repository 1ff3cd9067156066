import type { Board, BoardDefinition } from './board'
import { gridOf, type Device, type DeviceDefinition, type DeviceSetting, type PictureTrait } from './device'
import { withActs } from './acts'
import { boardFields } from './fields/board'
import { deviceFields } from './fields/device'
import type { Field, Fields, PartValues } from './fields/field'
import { eachTold, type Told } from './fields/walk'
import { mergeDifferences } from './merge'
import { resolveBoard, resolveDevice } from './resolve'

/** Something in a definition that cannot be so, and where it stands. */
export interface Contradiction {
  place: string
  message: string
}

/** What contradicts itself in a board, in any pairing of revision and firmware version. */
export function boardContradictions(definition: BoardDefinition): Contradiction[] {
  const found = Object.entries(definition.revisions).flatMap(([revision, { differences }]) =>
    Object.entries(definition.firmwares).flatMap(([firmware, { differences: further }]) => {
      const merged = mergeDifferences(mergeDifferences(definition, differences), further)
      const inThis = [...byFields(boardFields, merged), ...inBoard(resolveBoard(definition, revision, firmware))]
      return inThis.map(placed(`revision ${revision}, firmware ${firmware}: `))
    }),
  )
  return unlikeOnly(found)
}

/** What contradicts itself in a device, in any of its variants. */
export function deviceContradictions(definition: DeviceDefinition): Contradiction[] {
  const found = Object.entries(definition.variants).flatMap(([variant, { differences }]) => {
    const merged = mergeDifferences(definition, differences)
    const inThis = [...byFields(deviceFields, merged), ...inDevice(resolveDevice(definition, variant))]
    return [...inThis, ...inSettings(definition, variant, merged)].map(placed(`variant ${variant}: `))
  })
  return unlikeOnly(found)
}

/** The same of what a device is with each value of its settings. */
function inSettings(definition: DeviceDefinition, variant: string, merged: DeviceDefinition): Contradiction[] {
  const known = new Set([...byFields(deviceFields, merged), ...inDevice(resolveDevice(definition, variant))].map(said))
  return Object.entries(merged.settings).flatMap(([id, { acts = {} }]) =>
    Object.entries(acts).flatMap(([value, differences]) => {
      const set = withActs(merged, definition, differences)
      const found = [...byFields(deviceFields, set), ...inDevice(resolveDevice(definition, variant, { [id]: value }))]
      return found.filter((each) => !known.has(said(each))).map(placed(`settings.${id}.acts.${value}: `))
    }),
  )
}

const said = ({ place, message }: Contradiction) => `${place}: ${message}`

const placed =
  (where: string) =>
  ({ place, message }: Contradiction): Contradiction => ({ place: where + place, message })

/** What the fields by themselves tell: ids that name nothing, and values above or below others of the same part. */
function byFields(fields: Fields, definition: object): Contradiction[] {
  return [...eachTold(fields, definition as PartValues)].flatMap((told) =>
    told.value === undefined
      ? []
      : [...namesNothing(fields, definition as PartValues, told), ...outOfOrder(told)].map((message) => ({
          place: told.place,
          message,
        })),
  )
}

function namesNothing(fields: Fields, definition: PartValues, { field: { shape }, value }: Told): string[] {
  if (shape.is !== 'id' || !shape.to || shape.to.mayLack) return []
  const { section, role } = shape.to
  const named = (definition[section] as Readonly<Record<string, PartValues>>)[String(value)]
  const { words } = fields[section]!
  if (!named) return [`there is no ${words} "${String(value)}"`]
  return role && named.role !== role ? [`${words} "${String(value)}" is ${String(named.role)}, not ${role}`] : []
}

function outOfOrder({ field, value, part }: Told): string[] {
  const told = (figure: unknown) => `${String(figure)}${unitOf(field)}`
  const { atMost, atLeast, unlike } = field
  return [
    ...(atMost && Number(value) > Number(part[atMost]) ? [`${told(value)} is above ${atMost} ${told(part[atMost])}`] : []),
    ...(atLeast && Number(value) < Number(part[atLeast]) ? [`${told(value)} is below ${atLeast} ${told(part[atLeast])}`] : []),
    ...(unlike && value === part[unlike] ? [`${told(value)} is the same as ${unlike}`] : []),
  ]
}

const unitOf = ({ shape }: Field) => (shape.is === 'figure' && shape.unit ? ` ${shape.unit}` : '')

/** The same complaint in several revisions is told once. */
function unlikeOnly(found: Contradiction[]): Contradiction[] {
  const seen = new Set<string>()
  return found.filter(({ place, message }) => {
    const key = place.replace(/^.*?: /, '') + message
    return !seen.has(key) && seen.add(key)
  })
}

function inBoard(board: Board): Contradiction[] {
  const found: Contradiction[] = []
  const complain = (place: string, message: string) => void found.push({ place, message })
  const pins = new Map(board.pins.map((pin) => [pin.id, pin]))
  const rails = new Map(board.rails.map((rail) => [rail.id, rail]))
  const timers = new Set(board.timers.map((timer) => timer.id))
  for (const pad of board.pads) {
    const place = `pads.${pad.id}`
    if (pad.kind === 'signal' && !pad.pin) complain(place, 'a signal pad needs a pin')
    if (pad.kind === 'supply' && !pad.rail) complain(place, 'a supply pad needs a rail')
  }
  for (const port of board.ports) {
    for (const [line, use] of [
      ['tx', 'uart-tx'],
      ['rx', 'uart-rx'],
    ] as const) {
      const end = port[line]
      if (!end) continue
      const pin = pins.get(end.pin)
      const place = `ports.${port.id}.${line}.pin`
      if (pin && !pin.functions.some((does) => does.as === use && does.of === port.id)) {
        complain(place, `pin "${end.pin}" has no function ${use} of ${port.id}`)
      }
    }
  }
  for (const pin of board.pins) {
    for (const [at, does] of pin.functions.entries()) {
      const place = `pins.${pin.id}.functions[${at}]`
      if ((does.as === 'pulse' || does.as === 'led-data') && (!does.of || !timers.has(does.of))) {
        complain(place, `${does.as} needs one of the board's timers, not "${does.of ?? ''}"`)
      }
      const line = does.as === 'uart-tx' ? 'tx' : does.as === 'uart-rx' ? 'rx' : undefined
      if (line && board.ports.find((port) => port.id === does.of)?.[line]?.pin !== pin.id) {
        complain(place, `port "${does.of}" does not name this pin as its ${line}`)
      }
    }
    if (pin.default && !pin.functions.some((does) => does.as === pin.default!.as)) {
      complain(`pins.${pin.id}.default`, `the pin has no function ${pin.default.as}`)
    }
  }
  for (const rail of board.rails) {
    const seen = new Set<string>()
    for (let at: typeof rail | undefined = rail; at?.source; at = rails.get(at.source)) {
      if (seen.has(at.id)) {
        complain(`rails.${rail.id}.source`, 'the rails feed each other in a circle')
        break
      }
      seen.add(at.id)
    }
    if ((rail.kind === 'linear' || rail.kind === 'switching') && (rail.volts === undefined || !rail.source)) {
      complain(`rails.${rail.id}`, 'a regulator needs volts and a source')
    }
  }
  return found
}

/** Values that what decides the picture in this way cannot have. */
const pictureValues: Record<PictureTrait, { holds: (value: unknown) => boolean; words: string }> = {
  grid: { holds: (value) => gridOf(value) !== undefined, words: 'no columns and rows, such as 50×18' },
  glyphs: { holds: (value) => value === 256 || value === 512, words: 'neither 256 nor 512 glyphs' },
  standard: {
    holds: (value) => ['automatic', 'PAL', 'NTSC'].includes(String(value)),
    words: 'neither PAL nor NTSC nor automatic',
  },
}

function notOfPicture(setting: DeviceSetting, picture: PictureTrait): string[] {
  if (setting.kind !== 'choice') return [`what decides the ${picture} is a choice`]
  const { holds, words } = pictureValues[picture]
  return setting.values.filter((value) => !holds(value)).map((value) => `"${value}" is ${words}`)
}

/** Values that a setting says something of and cannot have. */
function withoutValue(setting: DeviceSetting): Contradiction[] {
  const values = setting.kind === 'choice' ? setting.values.map(String) : setting.kind === 'switch' ? ['true', 'false'] : []
  const { id, acts = {}, onLoss = {}, paces: { shares = {} } = {} } = setting
  return Object.entries({ acts, onLoss, 'paces.shares': shares }).flatMap(([key, told]) =>
    Object.keys(told)
      .filter((value) => !values.includes(value))
      .map((value) => ({ place: `settings.${id}.${key}.${value}`, message: 'is no value that it can have' })),
  )
}

function inDevice(device: Device): Contradiction[] {
  const found: Contradiction[] = []
  for (const output of device.outputs) {
    if (output.kind !== 'through' && output.volts === undefined) {
      found.push({ place: `outputs.${output.id}`, message: 'a regulator needs volts' })
    }
  }
  for (const port of device.ports) {
    if (device.pads.some(({ id }) => id === port.id))
      found.push({ place: `ports.${port.id}`, message: 'a pad has that name already' })
  }
  for (const setting of device.settings) {
    const { id, picture } = setting
    found.push(...withoutValue(setting))
    if (picture) found.push(...notOfPicture(setting, picture).map((message) => ({ place: `settings.${id}.picture`, message })))
  }
  for (const need of device.needs) {
    if (need.kind !== 'serial') continue
    need.options.forEach((option, at) => {
      if (!option.bauds.includes(option.default)) {
        found.push({ place: `needs.${need.id}.options[${at}].default`, message: `${option.default} is not among its bauds` })
      }
    })
  }
  return found
}
