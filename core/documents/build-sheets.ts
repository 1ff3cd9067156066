import { check, checkContext } from '../checks'
import { usableShare } from '../electrics'
import { happeningsAt, matrixOf, steered } from '../controls'
import { batteryUse, heightOf, massReport, powerTree, spotOf, type Wire } from '../harness'
import { boardId, idIn, placeLabel, type FittedDevice, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import { offersFor, placedNeeds, placedSupplies } from '../suitability'
import { figure, formatAmps, formatShare, formatVoltRange, plain } from '../units'
import { priorityWords } from './comparison'
import type { Table } from './wire-tables'

/** Where everything has its place, with the pads and what that place costs; what has none comes last. */
export function allocationTable(resolved: ResolvedPlan): Table {
  const { plan } = resolved
  // The board's own supply is nobody's wish.
  const wanted = ({ id, instance }: FittedDevice) => (id === boardId ? '' : priorityWords(instance.priority))
  const placed = placedNeeds(resolved).map(({ need, placement, way }) => [
    need.fitted.instance.name,
    need.need.label,
    wanted(need.fitted),
    placeLabel(placement.place, plan),
    padsAt(resolved, placement.place),
    plan.locks[need.key] ? 'by hand' : '',
    way.facts.map(({ text }) => text).join('; '),
  ])
  const supplies = placedSupplies(resolved).map(({ supply, source, way }) => [
    supply.fitted.instance.name,
    supplyName(resolved, supply),
    wanted(supply.fitted),
    placeLabel(source, plan),
    '',
    plan.locks[supply.key] ? 'by hand' : '',
    way.facts.map(({ text }) => text).join('; '),
  ])
  const without = resolved.needs
    .filter((need) => !plan.assignment[need.key] && offersFor(resolved, need).length > 0)
    .map((need) => [need.fitted.instance.name, need.need.label, wanted(need.fitted), 'no place', '', '', ''])
  return {
    name: 'allocation',
    header: ['device', 'what', 'wanted', 'place', 'pads', 'chosen', 'worth knowing'],
    rows: [...placed, ...supplies, ...without],
  }
}

/** By its terminal; of the board by its rail. */
function supplyName({ board }: ResolvedPlan, { fitted, supply }: FittedSupply): string {
  const terminal = fitted.device.terminals.find(({ id }) => id === supply.terminal)
  const rail = board.rails.find(({ id }) => id === supply.id)
  return terminal ? `supply at ${terminal.label}` : `supply of ${rail?.label ?? board.name}`
}

/** Labels of the pads of a port or bus; a pad says itself. */
function padsAt({ board, padsOfPin }: ResolvedPlan, place: Place): string {
  const port = board.ports.find(({ id }) => id === idIn('port', place))
  const bus = board.i2c.find(({ id }) => id === idIn('i2c', place))
  const pins = [port?.tx?.pin, port?.rx?.pin, bus?.sda, bus?.scl].filter((pin) => pin !== undefined)
  return pins.flatMap((pin) => padsOfPin(pin)[0]?.label ?? []).join(', ')
}

/** All findings, gravest first; those that are left as they are with the reason, and who gave it. */
export function findingsTable(resolved: ResolvedPlan): Table {
  const { accepted } = resolved.plan
  return {
    name: 'findings',
    header: ['severity', 'rule', 'finding', 'left as it is, because'],
    rows: check(checkContext(resolved)).map((finding) => {
      const { by } = accepted[finding.id] ?? {}
      return [
        finding.severity,
        finding.rule,
        finding.fact,
        finding.accepted === undefined ? '' : `${finding.accepted}${by === undefined ? '' : ` (${by})`}`,
      ]
    }),
  }
}

/** Where each part sits on the airframe, how high, how it is turned, and what it weighs. */
export function placementTable(resolved: ResolvedPlan, wires: Wire[]): Table {
  const along = (value: number, [over, under]: [string, string]) =>
    value === 0 ? 'in the middle' : `${figure(Math.abs(value), 'mm', 0)} ${value > 0 ? over : under}`
  const row = (id: string, name: string, mass: string) => {
    const { x, y, turn = 0 } = spotOf(resolved, id)
    const z = heightOf(resolved, id)
    return [
      name,
      along(y, ['ahead', 'behind']),
      along(x, ['right', 'left']),
      figure(z, 'mm', 0),
      turn ? `${plain(turn)}°` : '',
      mass,
    ]
  }
  const report = massReport(resolved, wires)
  return {
    name: 'placement',
    header: ['part', 'along', 'across', 'underside above the board’s', 'turned', 'mass'],
    rows: [
      row(boardId, resolved.board.name, figure(resolved.board.mass, 'g', 1)),
      ...resolved.parts.map(({ id, instance, device }) => row(id, instance.name, figure(device.mass, 'g', 1))),
      [
        'Balance point',
        along(Math.round(report.balance.y), ['ahead', 'behind']),
        along(Math.round(report.balance.x), ['right', 'left']),
        '',
        '',
        figure(report.total, 'g', 0),
      ],
    ],
  }
}

/** Each source from the battery and USB down: volts, what is drawn of what it can give, and what it feeds. */
export function powerTable(resolved: ResolvedPlan, wires: Wire[]): Table {
  const tree = powerTree(resolved, wires)
  const use = batteryUse(resolved, tree)
  const name = (id: string) => resolved.parts.find((part) => part.id === id)?.instance.name ?? resolved.board.name
  const rows = tree.nodes
    .filter((node) => node.leaves.length || node.peak > 0)
    .map((node) => [
      node.label,
      formatVoltRange(node.empty, node.full),
      formatAmps(node.typical),
      formatAmps(node.peak),
      Number.isFinite(node.limit) ? formatAmps(node.limit) : '',
      node.heat ? figure(node.heat.typical, 'W', 1) : '',
      node.leaves.map(({ supply }) => name(supply.fitted.id)).join(', '),
    ])
  return {
    name: 'power',
    header: ['source', 'volts', 'normally', 'at most', 'can give', 'heat', 'feeds'],
    rows: [
      ...rows,
      [
        'In the air',
        '',
        formatAmps(use.inTheAir),
        '',
        '',
        '',
        `${figure(use.minutes, 'min', 1)} of ${formatShare(usableShare)} of the capacity`,
      ],
    ],
  }
}

/** What each position of each control does, position by position, for who flies. */
export function fieldTable(resolved: ResolvedPlan): Table {
  const { columns, rows } = matrixOf(resolved)
  return {
    name: 'field sheet',
    header: ['channel', 'control', 'stands', 'is heard as', 'does'],
    rows: [
      ...columns.flatMap(({ name, position, channel, read }, at) => {
        const does = happeningsAt(rows, at)
        if (!does.length && !steered[channel]) return []
        return [
          [
            channel,
            name,
            position.label,
            read === undefined ? 'not heard' : figure(read, 'µs', 0),
            does.join(', ') || `steers: ${steered[channel]}`,
          ],
        ]
      }),
      ...rows.map(({ name, onLoss, powerUp }) => ['', name, '', '', `link lost: ${onLoss}; at power-up: ${powerUp}`]),
    ],
  }
}
