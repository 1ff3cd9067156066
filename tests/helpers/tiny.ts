import {
  needKind,
  type BoardDefinition,
  type CharacterFormat,
  type DeviceDefinition,
  type Need,
  type Origins,
  type PinFunction,
  type PinUse,
  type ProtocolDefinition,
  type Rail,
  type SerialNeed,
  type SerialOption,
  type SerialPort,
  type Supply,
  type Terminal,
} from '#core/catalogue'
import { batteryPlace, keyOf, newPlan, type DeviceInstance, type Place, type Placement, type Plan } from '#core/plan'
import { readDefinition } from '#core/schema'

/** A port of the board; both lines are there, each with a pad of its name (TX1, RX1 …), unless said otherwise. */
export interface TinyPort extends Partial<Omit<SerialPort, 'tx' | 'rx'>> {
  tx?: false | { inverter?: string; pin?: TinyPin }
  rx?: false | { inverter?: string; pin?: TinyPin }
}

/** A pad with a pin of its own behind it; `false` leaves the pad away. */
export interface TinyPin {
  functions?: PinFunction[]
  level?: number
  maxIn?: number
  drive?: number
  default?: { feature: string; as: PinUse }
  pad?: false | object
}

export type TinyNeed = { kind: Need['kind']; label?: string } & Record<string, unknown>

export interface TinyDevice extends Partial<Pick<DeviceInstance, 'priority' | 'leftOut' | 'variant'>> {
  class?: string
  /** Where its figures are from. */
  origins?: Origins
  mass?: number
  needs?: Record<string, TinyNeed>
  /** Differences from the plain 5 V supply; `false` for none. */
  supply?: Partial<Supply> | false
  supplies?: Record<string, object>
  terminals?: Record<string, Partial<Terminal> & { label?: string }>
  outputs?: Record<string, object>
  pads?: Record<string, object>
  ports?: Record<string, object>
  motors?: object
  settings?: Record<string, object>
  connectors?: Record<string, { type: string; pins: string[] }>
  radios?: Record<string, object>
  variants?: Record<string, { name: string; differences: object }>
}

/** As much of a plan as a test is about; the rest is a plain board with 5 V for all. */
export interface Tiny {
  ports?: Record<string, TinyPort>
  pads?: Record<string, PinFunction[] | TinyPin>
  rails?: Record<string, Partial<Rail>>
  /** Buses on the pads SDA and SCL. */
  i2c?: Record<string, object>
  /** Anything else of the board's definition. */
  board?: object
  devices?: Record<string, TinyDevice>
  /** Where needs are, by hand. */
  at?: Record<string, Place | Placement>
  /** What feeds a supply instead of `rail:v5`; `null` for nothing. */
  feeds?: Record<string, Place | null>
  plan?: Partial<Plan>
}

const protocols = {
  talk: {},
  inverse: { format: '8E2', inverted: true },
  onewire: { halfDuplex: true },
  config: {},
  gated: { feature: 'Gate', outward: { function: 'values out', feature: 'Gate out' } },
  record: { recorded: true },
}

function protocolsHeld(): Record<string, ProtocolDefinition> {
  return Object.fromEntries(
    Object.entries(protocols).map(([id, values]) => [
      id,
      readDefinition({ kind: 'protocol', schema: 3, id, name: capital(id), function: id, ...values }) as ProtocolDefinition,
    ]),
  )
}

const capital = (id: string) => id[0]!.toUpperCase() + id.slice(1)

interface Speaking extends Partial<Omit<SerialNeed, 'kind' | 'options'>>, Partial<SerialOption> {
  format?: CharacterFormat
}

/** A serial need with one way of speaking: at 115200 baud by the protocol `talk`, unless said otherwise. */
export function serial(said: Speaking = {}): TinyNeed {
  const { protocol = 'talk', bauds = [115_200], default: preferred, format, inverted, halfDuplex, ...need } = said
  const option = { protocol, bauds, default: preferred ?? bauds[0], format, inverted, halfDuplex }
  return { kind: 'serial', ...need, options: [JSON.parse(JSON.stringify(option))] }
}

/** What a need of each kind is like when nothing is said of it; its terminals are named after it. */
const plainNeeds: Record<Need['kind'], (id: string, said: TinyNeed) => object> = {
  serial: (_, { lines = 'both' }) => ({
    lines,
    ...(lines === 'to-device' ? {} : { tx: 'tx' }),
    ...(lines === 'from-device' ? {} : { rx: 'rx' }),
  }),
  switch: (terminal) => ({ terminal, levels: { disarmed: 'low', armed: 'low' } }),
  pulse: (terminal) => ({ terminal, rate: { min: 50, max: 50, default: 50 } }),
  analog: (terminal) => ({ terminal, max: 3.3 }),
  i2c: () => ({ sda: 'sda', scl: 'scl', addresses: [0x10] }),
  can: () => ({ high: 'high', low: 'low' }),
  'led-data': (terminal) => ({ terminal, leds: 8 }),
  buzzer: (terminal) => ({ terminal, current: 0.01 }),
  video: (terminal) => ({ terminal, direction: 'out', standards: ['PAL'] }),
  'receiver-pulse': (terminal) => ({ terminals: [terminal] }),
  'receiver-parallel': (id) => ({ terminals: [`${id}1`, `${id}2`] }),
  control: () => ({ channels: 4 }),
}

/** Which way a terminal works, by what the board uses the other end of its wire as. */
const directions: Record<PinUse, Terminal['direction']> = {
  'uart-tx': 'in',
  'uart-rx': 'out',
  pulse: 'in',
  'led-data': 'in',
  switch: 'in',
  analog: 'out',
  buzzer: 'in',
  'i2c-sda': 'both',
  'i2c-scl': 'both',
  'can-h': 'both',
  'can-l': 'both',
  'receiver-pulse': 'out',
  'receiver-channel': 'out',
  'video-in': 'out',
  'video-out': 'in',
}

function terminalsFor(needs: Record<string, Need>): Record<string, object> {
  return Object.fromEntries(
    Object.values(needs).flatMap((need) =>
      needKind(need)
        .terminals(need)
        .map(({ terminal, use }) => [
          terminal,
          { label: terminal.toUpperCase(), role: need.kind === 'video' ? 'video' : 'signal', direction: directions[use] },
        ]),
    ),
  )
}

function merged<T extends object>(base: Record<string, object>, over: Record<string, T> = {}): Record<string, object> {
  const all = { ...base }
  for (const [id, part] of Object.entries(over)) all[id] = { ...all[id], ...part }
  return all
}

/** The definition of a device of the test. */
export function tinyDevice(id: string, said: TinyDevice): DeviceDefinition {
  const needs = Object.fromEntries(
    Object.entries(said.needs ?? {}).map(([part, need]) => [
      part,
      { label: capital(part), ...plainNeeds[need.kind](part, need), ...need },
    ]),
  ) as unknown as Record<string, Need>
  const main = { terminal: 'vcc', ground: 'gnd', min: 4.5, max: 5.5, typical: 0.05, peak: 0.1, ...said.supply }
  const power = { vcc: { label: 'VCC', role: 'supply' }, gnd: { label: 'GND', role: 'ground' } }
  return readDefinition({
    kind: 'device',
    schema: 2,
    id,
    name: capital(id),
    maker: 'Nobody',
    class: said.class ?? 'sensor',
    mass: said.mass ?? 10,
    size: { width: 20, height: 20 },
    needs,
    terminals: merged({ ...power, ...terminalsFor(needs) }, said.terminals),
    supplies: { ...(said.supply === false ? {} : { main }), ...said.supplies },
    outputs: said.outputs ?? {},
    pads: said.pads ?? {},
    ports: said.ports ?? {},
    settings: said.settings ?? {},
    ...(said.motors ? { motors: said.motors } : {}),
    connectors: said.connectors ?? {},
    radios: said.radios ?? {},
    ...(said.variants ? { variants: said.variants } : {}),
    ...(said.origins ? { origins: said.origins } : {}),
  }) as DeviceDefinition
}

/** The definition of the board of the test. */
export function tinyBoard({ ports = {}, pads = {}, rails, i2c = {}, board = {} }: Tiny): BoardDefinition {
  const pins: Record<string, object> = {}
  const made: Record<string, object> = {}
  let column = 0
  const place = (label: string, what: object) => (made[label] = { label, x: 2 + 2 * column++, y: 1, ...what })
  const addPin = (id: string, { pad, ...pin }: TinyPin) => {
    pins[id] = pin
    if (pad !== false) place(id, { pin: id, ...pad })
  }
  const portList = Object.entries(ports).map(([id, { tx, rx, ...port }], at) => {
    const number = at + 1
    const line = (name: 'tx' | 'rx', said: TinyPort['tx']) => {
      if (said === false) return {}
      const pin = `${name.toUpperCase()}${number}`
      const { functions = [], ...rest } = said?.pin ?? {}
      addPin(pin, { ...rest, functions: [{ as: `uart-${name}`, of: id }, ...functions] })
      return { [name]: { pin, inverter: said?.inverter ?? 'none' } }
    }
    return [id, { label: `Port ${number}`, index: number, number, ...line('tx', tx), ...line('rx', rx), ...port }]
  })
  for (const [id, said] of Object.entries(pads)) addPin(id, Array.isArray(said) ? { functions: said } : said)
  for (const bus of Object.keys(i2c)) {
    for (const line of ['sda', 'scl'] as const) {
      const pin = line.toUpperCase()
      if (!pins[pin]) addPin(pin, { functions: [{ as: `i2c-${line}`, of: bus }] })
    }
  }
  const allRails = merged(
    {
      bat: { label: 'Battery', kind: 'battery', limit: 30 },
      v5: { label: '5 V', kind: 'switching', volts: 5, source: 'bat', dropout: 1, limit: 2, liveFrom: ['battery', 'usb'] },
    },
    rails,
  )
  for (const id of Object.keys(allRails)) place(`P-${id}`, { kind: 'supply', rail: id })
  for (const id of ['G1', 'G2', 'G3']) place(id, { label: 'GND', kind: 'ground' })
  const timers = [...new Set(Object.values(pins).flatMap((pin) => (pin as TinyPin).functions ?? []))].flatMap(({ as, of }) =>
    of && (as === 'pulse' || as === 'led-data') ? [[of, { label: `Timer ${of}` }]] : [],
  )
  return readDefinition({
    kind: 'board',
    schema: 2,
    id: 'board',
    name: 'Board',
    maker: 'Nobody',
    mass: 10,
    outline: { width: 40, height: 40 },
    usb: { x: 0, y: 20, edge: 'left' },
    supply: { cellsMin: 1, cellsMax: 6 },
    configuration: { protocol: 'config' },
    pins,
    pads: made,
    ports: Object.fromEntries(portList),
    timers: Object.fromEntries(timers),
    rails: allRails,
    i2c: merged(Object.fromEntries(Object.keys(i2c).map((id) => [id, { label: 'I²C', sda: 'SDA', scl: 'SCL' }])), i2c),
    revisions: { '1': { name: 'rev 1' } },
    ...board,
  }) as BoardDefinition
}

/** A plan with what the test says and little else, put together by hand and not by the engine. */
export function tiny(said: Tiny): Plan {
  const plan = newPlan('Tiny', tinyBoard(said))
  const devices = Object.entries(said.devices ?? {})
  const definitions = Object.fromEntries(devices.map(([id, device]) => [id, tinyDevice(id, device)]))
  const feeds: [string, Place | null][] = devices.flatMap(([id]) =>
    Object.keys(definitions[id]!.supplies).map((supply): [string, Place] => [keyOf(id, supply), 'rail:v5']),
  )
  return {
    ...plan,
    automatic: false,
    definitions: { boards: plan.definitions.boards, devices: definitions, protocols: protocolsHeld() },
    devices: devices.map(([id, { priority = 'must', leftOut = [], variant }]) => ({
      id,
      definition: id,
      variant: variant ?? Object.keys(definitions[id]!.variants)[0]!,
      name: capital(id),
      priority,
      leftOut,
    })),
    assignment: Object.fromEntries(
      Object.entries(said.at ?? {}).map(([need, place]) => [need, typeof place === 'string' ? { place } : place]),
    ),
    supplies: Object.fromEntries(
      Object.entries({ 'board/bat': batteryPlace, ...Object.fromEntries(feeds), ...said.feeds }).filter(
        (feed): feed is [string, Place] => feed[1] !== null,
      ),
    ),
    ...said.plan,
  }
}
