import { applyEdit, newPlan, type Edit, type Plan } from '#core/plan'
import { limits, readDefinition, readPlan } from '#core/schema'
import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '#core/catalogue'

/** A plan as large as files may be: every need could go almost anywhere. */
export function largestPlan(devices: number = limits.devices, needs: number = limits.needs): Plan {
  const ports = limits.ports
  const outputs = limits.pads - 2 * ports - 4
  const pins: Record<string, object> = {}
  const pads: Record<string, object> = {
    V: { label: 'V', x: 1, y: 1, kind: 'supply', rail: 'bat' },
    W: { label: 'W', x: 2, y: 1, kind: 'supply', rail: 'v5' },
    G: { label: 'G', x: 3, y: 1, kind: 'ground' },
    H: { label: 'H', x: 4, y: 1, kind: 'ground' },
  }
  const place = (at: number) => ({ x: 2 + (at % 40) * 4, y: 5 + Math.floor(at / 40) * 4 })
  const portMap = Object.fromEntries(
    Array.from({ length: ports }, (_, at) => {
      for (const line of ['tx', 'rx']) {
        const pin = `${line}${at}`
        pins[pin] = {
          functions: [
            { as: `uart-${line}`, of: `p${at}` },
            { as: 'switch' },
            { as: 'pulse', of: `t${at % 10}`, channel: at % 4 },
          ],
        }
        pads[pin] = { label: pin, pin, ...place(Object.keys(pads).length) }
      }
      const lines = { tx: { pin: `tx${at}`, inverter: 'selectable' }, rx: { pin: `rx${at}`, inverter: 'selectable' } }
      return [
        `p${at}`,
        { label: `Port ${at}`, index: at, number: at, ...lines, halfDuplex: true, splitUse: true, stateShared: true },
      ]
    }),
  )
  for (let at = 0; at < outputs; at += 1) {
    pins[`o${at}`] = {
      functions: [
        { as: 'pulse', of: `t${at % 10}`, channel: at % 4, dma: `d${at % 16}` },
        { as: 'switch' },
        { as: 'analog', max: 3.3 },
      ],
    }
    pads[`o${at}`] = { label: `O${at}`, pin: `o${at}`, ...place(Object.keys(pads).length) }
  }
  const board = readDefinition({
    kind: 'board',
    schema: 2,
    id: 'large',
    name: 'Large',
    maker: 'Nobody',
    mass: 90,
    outline: { width: 170, height: 60 },
    usb: { x: 0, y: 0, edge: 'left' },
    supply: { cellsMin: 1, cellsMax: 6 },
    pads,
    pins,
    ports: portMap,
    timers: Object.fromEntries(Array.from({ length: 10 }, (_, at) => [`t${at}`, { label: `Timer ${at}` }])),
    rails: {
      bat: { label: 'Battery', kind: 'battery', limit: 200 },
      v5: { label: '5 V', kind: 'switching', volts: 5, source: 'bat', limit: 60 },
    },
    revisions: { a: { name: 'a' } },
  }) as BoardDefinition
  const protocol = readDefinition({
    kind: 'protocol',
    schema: 3,
    id: 'talk',
    name: 'Talk',
    function: 'Talk',
  }) as ProtocolDefinition
  const each = Math.floor(needs / devices)
  const kinds = [
    (id: string) => ({
      kind: 'serial',
      label: id,
      lines: 'both',
      tx: `${id}a`,
      rx: `${id}b`,
      options: [{ protocol: 'talk', bauds: [9600, 115200], default: 115200 }],
    }),
    (id: string) => ({ kind: 'pulse', label: id, terminal: `${id}a`, rate: { min: 50, max: 400, default: 50 } }),
    (id: string) => ({ kind: 'switch', label: id, terminal: `${id}a`, levels: { disarmed: 'low', armed: 'high' } }),
    (id: string) => ({ kind: 'analog', label: id, terminal: `${id}a`, max: 3.3 }),
  ]
  const device = readDefinition({
    kind: 'device',
    schema: 2,
    id: 'many',
    name: 'Many',
    maker: 'Nobody',
    class: 'sensor',
    mass: 3,
    size: { width: 20, height: 10 },
    terminals: {
      p: { label: 'P', role: 'supply' },
      g: { label: 'G', role: 'ground' },
      ...Object.fromEntries(
        Array.from({ length: each }, (_, at) => [
          [`n${at}a`, { label: `A${at}`, direction: at % 4 === 3 ? 'out' : 'both', high: 3.3, maxIn: 5, minHigh: 2 }],
          [`n${at}b`, { label: `B${at}`, direction: 'both', high: 3.3, maxIn: 5, minHigh: 2 }],
        ]).flat(),
      ),
    },
    supplies: { main: { terminal: 'p', ground: 'g', min: 4.5, max: 26, typical: 0.05, peak: 0.1 } },
    needs: Object.fromEntries(Array.from({ length: each }, (_, at) => [`n${at}`, kinds[at % kinds.length]!(`n${at}`)])),
  }) as DeviceDefinition
  const edits = Array.from({ length: devices }, (_, at): Edit => ({
    type: 'device.add',
    definition: device,
    protocols: [protocol],
    device: {
      id: `d${at}`,
      definition: 'many',
      variant: 'standard',
      name: `Device ${at}`,
      priority: at % 3 ? 'must' : 2,
      leftOut: [],
    },
  }))
  return readPlan(edits.reduce(applyEdit, newPlan('Largest', board)))
}
