import type { Board, BoardDefinition } from './board'
import { gridOf, type Device, type DeviceDefinition, type DeviceSetting, type PictureTrait } from './device'
import { terminalsOfNeed } from './need-kinds'
import { resolveBoard, resolveDevice } from './resolve'

/** Something in a definition that cannot be so, and where it stands. */
export interface Contradiction {
  place: string
  message: string
}

/** What contradicts itself in a board, in any pairing of revision and firmware version. */
export function boardContradictions(definition: BoardDefinition): Contradiction[] {
  const found: Contradiction[] = []
  for (const revision of Object.keys(definition.revisions)) {
    for (const firmware of Object.keys(definition.firmwares)) {
      const where = `revision ${revision}, firmware ${firmware}: `
      found.push(
        ...inBoard(resolveBoard(definition, revision, firmware)).map((contradiction) => ({
          ...contradiction,
          place: where + contradiction.place,
        })),
      )
    }
  }
  return unlikeOnly(found)
}

/** What contradicts itself in a device, in any of its variants. */
export function deviceContradictions(definition: DeviceDefinition): Contradiction[] {
  const found = Object.keys(definition.variants).flatMap((variant) =>
    inDevice(resolveDevice(definition, variant)).map((contradiction) => ({
      ...contradiction,
      place: `variant ${variant}: ${contradiction.place}`,
    })),
  )
  return unlikeOnly(found)
}

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
  const connectors = new Set(board.connectors.map((connector) => connector.id))
  for (const pad of board.pads) {
    const place = `pads.${pad.id}`
    if (pad.kind === 'signal' && !pad.pin) complain(place, 'a signal pad needs a pin')
    if (pad.pin && !pins.has(pad.pin)) complain(`${place}.pin`, `there is no pin "${pad.pin}"`)
    if (pad.kind === 'supply' && !pad.rail) complain(place, 'a supply pad needs a rail')
    if (pad.rail && !rails.has(pad.rail)) complain(`${place}.rail`, `there is no rail "${pad.rail}"`)
    if (pad.connector && !connectors.has(pad.connector))
      complain(`${place}.connector`, `there is no connector "${pad.connector}"`)
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
      if (!pin) complain(place, `there is no pin "${end.pin}"`)
      else if (!pin.functions.some((does) => does.as === use && does.of === port.id)) {
        complain(place, `pin "${end.pin}" has no function ${use} of ${port.id}`)
      }
    }
    if (port.minBaud > port.maxBaud) complain(`ports.${port.id}.minBaud`, `${port.minBaud} is above maxBaud ${port.maxBaud}`)
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
      if (!rails.has(at.source)) complain(`rails.${at.id}.source`, `there is no rail "${at.source}"`)
      if (seen.has(at.id)) {
        complain(`rails.${rail.id}.source`, 'the rails feed each other in a circle')
        break
      }
      seen.add(at.id)
    }
    if (rail.input && rail.input.min > rail.input.max) {
      complain(`rails.${rail.id}.input.min`, `${rail.input.min} V is above max ${rail.input.max} V`)
    }
    if ((rail.kind === 'linear' || rail.kind === 'switching') && (rail.volts === undefined || !rail.source)) {
      complain(`rails.${rail.id}`, 'a regulator needs volts and a source')
    }
  }
  for (const bus of board.i2c) {
    for (const line of ['sda', 'scl'] as const) {
      if (!pins.has(bus[line])) complain(`i2c.${bus.id}.${line}`, `there is no pin "${bus[line]}"`)
    }
  }
  for (const bus of board.can) {
    for (const line of ['high', 'low'] as const) {
      if (!pins.has(bus[line])) complain(`can.${bus.id}.${line}`, `there is no pin "${bus[line]}"`)
    }
  }
  if (board.supply.cellsMin > board.supply.cellsMax) complain('supply.cellsMin', 'is above cellsMax')
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

function inDevice(device: Device): Contradiction[] {
  const found: Contradiction[] = []
  const terminals = new Map(device.terminals.map((terminal) => [terminal.id, terminal]))
  const demand = (place: string, id: string, role?: string) => {
    const terminal = terminals.get(id)
    if (!terminal) found.push({ place, message: `there is no terminal "${id}"` })
    else if (role && terminal.role !== role) found.push({ place, message: `terminal "${id}" is ${terminal.role}, not ${role}` })
  }
  for (const supply of device.supplies) {
    const place = `supplies.${supply.id}`
    demand(`${place}.terminal`, supply.terminal, 'supply')
    if (supply.ground) demand(`${place}.ground`, supply.ground, 'ground')
    if (supply.min > supply.max) found.push({ place: `${place}.min`, message: `${supply.min} V is above max ${supply.max} V` })
    if (supply.typical > supply.peak)
      found.push({ place: `${place}.typical`, message: `${supply.typical} A is above peak ${supply.peak} A` })
  }
  for (const output of device.outputs) {
    demand(`outputs.${output.id}.terminal`, output.terminal, 'supply')
    demand(`outputs.${output.id}.ground`, output.ground, 'ground')
    if (output.kind !== 'through' && output.volts === undefined) {
      found.push({ place: `outputs.${output.id}`, message: 'a regulator needs volts' })
    }
  }
  for (const connector of device.connectors) {
    connector.pins.forEach((id, at) => demand(`connectors.${connector.id}.pins[${at}]`, id))
  }
  for (const port of device.ports) {
    for (const line of ['tx', 'rx'] as const) if (port[line] !== undefined) demand(`ports.${port.id}.${line}`, port[line])
    if (device.pads.some(({ id }) => id === port.id))
      found.push({ place: `ports.${port.id}`, message: 'a pad has that name already' })
  }
  for (const setting of device.settings) {
    const { id, pairs, picture } = setting
    if (picture) found.push(...notOfPicture(setting, picture).map((message) => ({ place: `settings.${id}.picture`, message })))
    const missing = (what: string, among: { id: string }[], wanted: string) => {
      if (!among.some((each) => each.id === wanted))
        found.push({ place: `settings.${id}.pairs`, message: `there is no ${what} "${wanted}"` })
    }
    if (!pairs) continue
    if ('setting' in pairs) missing('setting', device.settings, pairs.setting)
    else if ('radio' in pairs) missing('radio', device.radios, pairs.radio)
    else if ('output' in pairs) missing('output', device.outputs, pairs.output)
    else if ('levels' in pairs) for (const need of pairs.levels) missing('need', device.needs, need)
  }
  for (const need of device.needs) {
    for (const id of terminalsOfNeed(need)) demand(`needs.${need.id}`, id)
    if (need.kind === 'pulse') {
      const { rate, range } = need
      if (rate.min > rate.max)
        found.push({ place: `needs.${need.id}.rate.min`, message: `${rate.min} Hz is above max ${rate.max} Hz` })
      else if (rate.default < rate.min || rate.default > rate.max) {
        found.push({ place: `needs.${need.id}.rate.default`, message: `${rate.default} Hz is not between min and max` })
      }
      if (range.min > range.max)
        found.push({ place: `needs.${need.id}.range.min`, message: `${range.min} µs is above max ${range.max} µs` })
    }
    if (need.kind === 'serial') {
      need.options.forEach((option, at) => {
        if (!option.bauds.includes(option.default)) {
          found.push({ place: `needs.${need.id}.options[${at}].default`, message: `${option.default} is not among its bauds` })
        }
      })
    }
  }
  return found
}
