import { fittingsOf, type Wire, type WireEnd } from '../harness'
import { isFlown, isOfCraft, type ResolvedPlan } from '../plan'
import { batteryMass, figure, formatOhms, plain, wireColours } from '../units'
import { toCsv } from './csv'
import { withPrices, type Purchase } from './prices'

/** A table as it is shown, saved and printed. */
export interface Table {
  name: string
  header: string[]
  rows: (string | number)[][]
}

/** Millimetres of wire to cut: all of it, what a lead that the part comes with falls short of, or nothing. */
export function toCut({ length, lead }: Wire): number {
  return Math.max(0, length - (lead?.length ?? 0))
}

/** What a wire is made of, in words. */
export function madeOf(wire: Wire): string {
  const { length, lead } = wire
  if (!lead) return figure(length, 'mm')
  const cut = toCut(wire)
  return cut ? `own lead ${figure(lead.length, 'mm')} and ${figure(cut, 'mm')} more` : `own lead, ${figure(lead.length, 'mm')}`
}

/** Wires that are made. */
export const fittedWires = (wires: Wire[]) => wires.filter((wire) => !wire.omitted)

/** The part and the point where a wire ends. */
export function pointName(resolved: ResolvedPlan, { device, label }: WireEnd): string {
  return `${device === undefined ? resolved.board.name : (resolved.device(device)?.instance.name ?? device)} ${label}`
}

/** The connector and its contact there, if it has one. */
export function contactName({ connector, contact }: WireEnd): string {
  return connector ? `${connector}${contact === undefined ? '' : `, ${contact}`}` : ''
}

/** What an end of a wire is called. */
export function endName(resolved: ResolvedPlan, end: WireEnd): string {
  const { connector, contact } = end
  return `${pointName(resolved, end)}${connector ? ` (${connector}${contact === undefined ? '' : `, contact ${contact}`})` : ''}`
}

/** Wire to cut, by gauge and colour: pieces and length in all. */
export function cutList(wires: Wire[]): Table {
  const groups = new Map<string, Wire[]>()
  for (const wire of fittedWires(wires).filter((wire) => toCut(wire) > 0)) {
    const key = `${wire.gauge} ${wire.colour}`
    groups.set(key, [...(groups.get(key) ?? []), wire])
  }
  const rows = [...groups.values()]
    .sort((a, b) => a[0]!.gauge - b[0]!.gauge || a[0]!.colour.localeCompare(b[0]!.colour))
    .map((group) => {
      const [first] = group
      const pieces = [...group].sort((a, b) => toCut(b) - toCut(a)).map((wire) => `${wire.number} ${toCut(wire)}`)
      const total = group.reduce((sum, wire) => sum + toCut(wire), 0)
      return [first!.gauge, first!.colour, wireColours[first!.colour].name, group.length, total, pieces.join(', ')]
    })
  return {
    name: 'cut list',
    header: ['gauge AWG', 'colour', 'colour name', 'pieces', 'length mm', 'wires and their lengths mm'],
    rows,
  }
}

/** Each connector with what goes on which contact. */
export function connectorTable(resolved: ResolvedPlan, wires: Wire[]): Table {
  const all = fittedWires(wires)
  const devices = resolved.devices.flatMap(({ id, instance, device }) =>
    device.connectors.flatMap((connector) =>
      connector.pins.map((pin, at) => {
        const wire = all.find(
          (wire) => (wire.from.device === id && wire.from.point === pin) || (wire.to.device === id && wire.to.point === pin),
        )
        const far = wire && (wire.from.device === id && wire.from.point === pin ? wire.to : wire.from)
        const label = device.terminals.find((terminal) => terminal.id === pin)?.label ?? pin
        return [
          instance.name,
          connector.type,
          at + 1,
          label,
          wire?.number ?? '',
          wire?.colour ?? '',
          far ? endName(resolved, far) : 'not used',
        ]
      }),
    ),
  )
  const board = resolved.board.connectors.flatMap((connector) =>
    resolved.board.pads
      .filter((pad) => pad.connector === connector.id)
      .sort((a, b) => (a.position ?? 0) - (b.position ?? 0))
      .map((pad) => {
        const on = all.filter((wire) => !wire.to.device && wire.to.point === pad.id)
        return [
          resolved.board.name,
          `${connector.label} ${connector.type}`,
          pad.position ?? '',
          pad.label,
          on.map((wire) => wire.number).join(' '),
          on.map((wire) => wire.colour).join(' '),
          on.length ? on.map((wire) => endName(resolved, wire.from)).join('; ') : 'not used',
        ]
      }),
  )
  return {
    name: 'connectors',
    header: ['part', 'connector', 'contact', 'label', 'wire', 'colour', 'goes to'],
    rows: [...board, ...devices],
  }
}

/** Everything to have at hand: parts with mass and current, wire by gauge. */
export function billOfMaterials(resolved: ResolvedPlan, wires: Wire[]): Table {
  const { board, plan } = resolved
  const bought = new Map<string, Purchase | undefined>([[`${board.name} rev ${board.revision}`, board.purchase]])
  const count = new Map<string, { names: string[]; maker: string; what: string; mass: number; typical: number; peak: number }>()
  const flown = resolved.devices.filter(isFlown)
  for (const { instance, device } of flown) {
    const { variants = {} } = plan.definitions.devices[instance.definition] ?? {}
    const variant = Object.keys(variants).length > 1 ? variants[instance.variant]?.name : undefined
    const key = variant === undefined ? device.name : `${device.name}, ${variant}`
    const known = count.get(key) ?? {
      names: [],
      maker: device.maker,
      what: device.summary,
      mass: device.mass,
      typical: device.supplies.reduce((sum, supply) => sum + supply.typical, 0),
      peak: device.supplies.reduce((sum, supply) => sum + supply.peak, 0),
    }
    bought.set(key, device.purchase)
    known.names.push(instance.name)
    count.set(key, known)
  }
  const parts = [...count].map(([part, { names, maker, what, mass, typical, peak }]) => [
    names.length,
    part,
    maker,
    names.join(', '),
    what,
    plain(mass * names.length, 1),
    plain(typical * names.length, 3),
    plain(peak * names.length, 3),
  ])
  const antennas = flown.flatMap(({ instance, device }) =>
    device.radios.flatMap(({ antenna, megahertz, label }) =>
      antenna === undefined
        ? []
        : [
            [
              1,
              `antenna ${figure(megahertz, 'MHz')}, ${figure(antenna, 'mm', 1)}`,
              device.maker,
              instance.name,
              `${label}; comes with the part`,
              '',
              '',
              '',
            ],
          ],
    ),
  )
  const joints = resolved.parts
    .filter(({ id }) => plan.joints[id])
    .map(({ instance, device }) => [1, device.name, '', instance.name, 'joins wires', plain(device.mass, 1), '', ''])
  const ohms = [...new Set(fittingsOf(resolved).map((fitting) => fitting.ohms))]
  const resistors = ohms.map((value) => {
    const all = fittingsOf(resolved).filter((fitting) => fitting.ohms === value)
    const where = all.map(({ from, to, what }) => `${what} from ${from} to ${to}`)
    return [all.length, `resistor ${formatOhms(value)}`, '', 'Resistor', where.join('; '), '', '', '']
  })
  const gauges = cutList(wires.filter(({ from, to }) => isOfCraft(resolved, from, to))).rows.map(
    ([gauge, colour, name, , length]) => [
      plain(Number(length) / 1000, 2),
      `wire AWG ${gauge} ${colour}`,
      '',
      '',
      `${name}, in metres`,
      '',
      '',
      '',
    ],
  )
  const bill: Table = {
    name: 'bill of materials',
    header: ['count', 'part', 'maker', 'used as', 'what it is', 'mass g', 'typical A', 'peak A'],
    rows: [
      [1, `${board.name} rev ${board.revision}`, board.maker, 'Flight controller', board.summary, plain(board.mass, 1), '', ''],
      [
        1,
        `battery ${plan.battery.cells} cells ${plan.battery.chemistry} ${figure(plan.battery.capacity, 'mAh')}`,
        '',
        'Battery',
        `with its own lead and plug${plan.battery.connector ? ` (${plan.battery.connector})` : ''}; mass ${plan.battery.mass === undefined ? 'estimated from its energy' : 'as weighed'}`,
        plain(batteryMass(plan.battery), 0),
        '',
        '',
      ],
      ...parts,
      ...antennas,
      ...joints,
      ...resistors,
      ...gauges,
    ],
  }
  return withPrices(bill, bought)
}

/** One label for each end of each wire: its number, and what is at the other end. */
export function wireLabels(resolved: ResolvedPlan, wires: Wire[]): Table {
  const rows = fittedWires(wires).flatMap((wire) => [
    [wire.number, endName(resolved, wire.from), endName(resolved, wire.to)],
    [wire.number, endName(resolved, wire.to), endName(resolved, wire.from)],
  ])
  return { name: 'labels', header: ['wire', 'here', 'to'], rows }
}

/** Any of the tables as CSV. */
export function tableCsv({ header, rows }: Table): string {
  return toCsv(header, rows)
}
