import fc from 'fast-check'
import { protocolsOf, type BoardDefinition, type DeviceDefinition } from '#core/catalogue'
import { applyEdit, keyOf, newPlan, referTo, type Edit, type Plan, type Priority } from '#core/plan'
import { readDefinition } from '#core/schema'
import { library } from './plans'

/** A random small board: a few ports of every kind, pads with several functions, timers, rails, exclusions. */
export const randomBoard: fc.Arbitrary<BoardDefinition> = fc
  .record({
    ports: fc.array(
      fc.record({
        kind: fc.constantFrom('hardware', 'hardware', 'hardware', 'software'),
        lines: fc.constantFrom('both', 'both', 'both', 'tx', 'rx'),
        inverter: fc.constantFrom('none', 'selectable', 'fixed'),
        halfDuplex: fc.boolean(),
        usbShared: fc.boolean(),
        stateShared: fc.boolean(),
        splitUse: fc.boolean(),
        extra: fc.constantFrom('none', 'pulse', 'i2c', 'switch'),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    outputs: fc.array(fc.record({ timer: fc.nat(1), led: fc.boolean(), dma: fc.nat(2), held: fc.boolean() }), { maxLength: 4 }),
    limit: fc.constantFrom(0.3, 0.6, 2),
    excluded: fc.constantFrom<[string, string][]>([], [['software-serial', 'led-data']], [['port:p0', 'i2c-pads']]),
    maxLinks: fc.integer({ min: 1, max: 3 }),
  })
  .map(({ ports, outputs, limit, excluded, maxLinks }) => {
    const pins: Record<string, { functions: object[]; default?: object }> = {}
    const pads: Record<string, object> = {
      VB: { label: 'BAT', x: 0, y: 0, kind: 'supply', rail: 'bat' },
      V5: { label: '5V', x: 1, y: 0, kind: 'supply', rail: 'v5' },
      G1: { label: 'GND', x: 2, y: 0, kind: 'ground' },
    }
    const pad = (pin: string, at: number) => (pads[pin] = { label: pin, x: at, y: 5, pin })
    const portList = ports.map(({ lines, inverter, extra, kind, ...rest }, at) => {
      const port: Record<string, unknown> = {
        label: `Port ${at}`,
        index: at,
        number: at,
        kind,
        maxBaud: kind === 'software' ? 19200 : 1000000,
        ...rest,
      }
      for (const line of ['tx', 'rx'] as const) {
        if (lines !== 'both' && lines !== line) continue
        const pin = `${line.toUpperCase()}${at}`
        pins[pin] = { functions: [{ as: `uart-${line}`, of: `p${at}` }] }
        if (extra === 'pulse') pins[pin]!.functions.push({ as: 'pulse', of: 't0', channel: at })
        if (extra === 'switch') pins[pin]!.functions.push({ as: 'switch' })
        pad(pin, at)
        port[line] = { pin, inverter }
      }
      return [`p${at}`, port]
    })
    outputs.forEach(({ timer, led, dma, held }, at) => {
      const pin = `O${at}`
      pins[pin] = { functions: [{ as: 'pulse', of: `t${timer}`, channel: at, dma: `d${dma}` }, { as: 'switch' }] }
      if (led) pins[pin]!.functions.push({ as: 'led-data', of: `t${timer}`, channel: at, dma: `d${dma}` })
      if (led && held) pins[pin]!.default = { feature: 'lights', as: 'led-data' }
      pad(pin, at)
    })
    const busAt = ports.findIndex(({ extra, lines }) => extra === 'i2c' && lines === 'both')
    if (busAt >= 0) {
      pins[`TX${busAt}`]!.functions.push({ as: 'i2c-scl', of: 'b' })
      pins[`RX${busAt}`]!.functions.push({ as: 'i2c-sda', of: 'b' })
    }
    return readDefinition({
      kind: 'board',
      schema: 2,
      id: 'random',
      name: 'Random',
      maker: 'Nobody',
      mass: 5,
      outline: { width: 20, height: 20 },
      usb: { x: 0, y: 0, edge: 'left' },
      supply: { cellsMin: 1, cellsMax: 6 },
      configuration: { protocol: 'msp', maxLinks, usb: false },
      ports: Object.fromEntries(portList),
      timers: { t0: { label: 'Timer 0' }, t1: { label: 'Timer 1' } },
      pins,
      pads,
      i2c: busAt >= 0 ? { b: { label: 'I²C', sda: `RX${busAt}`, scl: `TX${busAt}` } } : {},
      rails: {
        bat: { label: 'Battery', kind: 'battery', limit: 10 },
        v5: { label: '5 V', kind: 'switching', volts: 5, source: 'bat', limit },
      },
      exclusions: excluded.map((features) => ({ features, reason: 'as drawn' })),
      revisions: { '1': { name: 'rev 1' } },
    }) as BoardDefinition
  })

const parts = [
  'corvid-sr',
  'corvid-xr',
  'merlow-n1',
  'quillon-m',
  'tether-b',
  'scrivel-s',
  'sonde-r',
  'glint-8',
  'ulna-a9',
  'ulna-d12',
  'gault-4x12',
  'sonde-m',
  'pharos-25',
  'gault-60t',
]

/** A random plan of up to `most` devices on a random board, with some locks, bans and earlier places. */
export function randomPlan(most: number): fc.Arbitrary<Plan> {
  const device = fc.record({
    part: fc.constantFrom(...parts),
    variant: fc.nat(3),
    priority: fc.constantFrom<Priority>('must', 'must', 1, 2, 3),
  })
  const choice = fc.record({ device: fc.nat(most), port: fc.nat(3), what: fc.constantFrom('lock', 'ban', 'before') })
  return fc
    .tuple(randomBoard, fc.array(device, { minLength: 1, maxLength: most }), fc.array(choice, { maxLength: 2 }))
    .map(([board, devices, choices]) => {
      const edits = devices.map(({ part, variant, priority }, at): Edit => {
        const definition = library.devices[part] as DeviceDefinition
        const variants = Object.keys(definition.variants)
        return {
          type: 'device.add',
          definition,
          protocols: Object.values(library.protocols),
          device: {
            id: `d${at}`,
            definition: part,
            variant: variants[variant % variants.length]!,
            name: `D${at}`,
            priority,
            leftOut: [],
          },
        }
      })
      const plan = edits.reduce(applyEdit, newPlan('Random', board))
      return choices.reduce((current, { device, port, what }) => {
        const instance = current.devices[device % current.devices.length]!
        const need = Object.keys(current.definitions.devices[instance.definition]!.needs)[0]
        if (!need) return current
        const key = keyOf(instance.id, need)
        const place = referTo('port', `p${port}`)
        if (what === 'before') return { ...current, assignment: { ...current.assignment, [key]: { place } } }
        return applyEdit(current, { type: what === 'lock' ? 'need.lock' : 'need.ban', need: key, place })
      }, plan)
    })
}

/** A random plan of up to `most` devices of the catalogue on any revision and firmware version of any shipped board. */
export function shippedPlan(most: number): fc.Arbitrary<Plan> {
  const pick = <T>(list: T[]) => fc.constantFrom(...list)
  const board = pick(Object.values(library.boards)).chain((definition) =>
    fc.record({
      definition: fc.constant(definition),
      revision: pick(Object.keys(definition.revisions)),
      firmware: pick(Object.keys(definition.firmwares)),
    }),
  )
  const device = pick(Object.values(library.devices)).chain((definition) =>
    fc.record({
      definition: fc.constant(definition),
      variant: pick(Object.keys(definition.variants)),
      priority: fc.constantFrom<Priority>('must', 'must', 1, 3),
    }),
  )
  return fc
    .record({ board, devices: fc.array(device, { minLength: 1, maxLength: most }), cells: fc.integer({ min: 2, max: 6 }) })
    .map(({ board: { definition, revision, firmware }, devices, cells }) => {
      const empty = newPlan('Random', definition)
      const plan = { ...empty, board: { ...empty.board, revision, firmware }, battery: { ...empty.battery, cells } }
      return devices
        .map(({ definition: chosen, variant, priority }, at): Edit => ({
          type: 'device.add',
          definition: chosen,
          protocols: protocolsOf(library.protocols, chosen),
          device: { id: `d${at}`, definition: chosen.id, variant, name: `D${at}`, priority, leftOut: [] },
        }))
        .reduce(applyEdit, plan)
    })
}
