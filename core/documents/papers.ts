import { buildOrder, type Wire } from '../harness'
import type { ResolvedPlan } from '../plan'
import { wireColours, type WireColour } from '../units'
import { allocationTable, fieldTable, findingsTable, placementTable, powerTable } from './build-sheets'
import { budgetTable, setupTable } from './setup-list'
import {
  billOfMaterials,
  connectorTable,
  contactName,
  cutList,
  endName,
  fittedWires,
  madeOf,
  pointName,
  type Table,
} from './wire-tables'

/** The parts of the papers that go to whoever makes a harness, in their order. */
export const paperParts = {
  drawing: 'Harness drawing',
  allocation: 'Allocation',
  findings: 'Findings',
  placement: 'Placement',
  wires: 'Wire list',
  cut: 'Cut list',
  connectors: 'Connectors',
  materials: 'Bill of materials',
  power: 'Power',
  making: 'Making list',
  settings: 'What to set',
  loads: 'Load of links',
  field: 'Field sheet',
} as const
export type PaperPart = keyof typeof paperParts

/** Those that whoever solders asks for. */
export const makersParts: PaperPart[] = ['drawing', 'wires', 'cut', 'connectors', 'materials', 'making', 'settings']

/** The wire list as it is printed: one row a wire that is fitted. */
function wireListTable(resolved: ResolvedPlan, wires: Wire[]): Table {
  return {
    name: 'wire list',
    header: ['no.', 'from', 'contact', 'to', 'contact', 'net', 'colour', 'AWG', 'mm', 'made of', 'note'],
    rows: fittedWires(wires).map((wire) => [
      wire.number,
      pointName(resolved, wire.from),
      contactName(wire.from),
      pointName(resolved, wire.to),
      contactName(wire.to),
      wire.net,
      wire.colour,
      wire.gauge,
      wire.length,
      wire.lead ? madeOf(wire) : '',
      wire.note,
    ]),
  }
}

/** One line of the making list that is ticked off: a check, or a wire. */
export interface MakingLine {
  step: string
  /** Number of the wire; none at a check. */
  wire?: string
  text: string
  done: boolean
}

/** The making list in order: before the wires of a step what is to be checked. */
export function makingLines(resolved: ResolvedPlan, wires: Wire[]): MakingLine[] {
  const { built } = resolved.plan
  return buildOrder(resolved, wires).flatMap(({ id, title, check, wires: own }, at) => {
    const step = `${at + 1}. ${title}`
    return [
      { step, text: check, done: built[`step:${id}`] === true },
      ...own.map((wire) => ({
        step,
        wire: wire.number,
        text: `${wire.colour} AWG ${wire.gauge}, ${madeOf(wire)}: ${endName(resolved, wire.from)} to ${endName(resolved, wire.to)}`,
        done: built[wire.id] === true,
      })),
    ]
  })
}

/** The colours that a harness uses, by code, with their names. */
export function coloursUsed(wires: Wire[]): { code: WireColour; name: string; hex: string }[] {
  const used = new Set(fittedWires(wires).map(({ colour }) => colour))
  return [...used].sort().map((code) => ({ code, ...wireColours[code] }))
}

/** A part of the papers that is a table. */
export function paperTable(part: Exclude<PaperPart, 'drawing' | 'making'>, resolved: ResolvedPlan, wires: Wire[]): Table {
  return tables[part](resolved, wires)
}

const tables: Record<Exclude<PaperPart, 'drawing' | 'making'>, (resolved: ResolvedPlan, wires: Wire[]) => Table> = {
  allocation: allocationTable,
  findings: findingsTable,
  placement: placementTable,
  wires: wireListTable,
  cut: (_, wires) => cutList(wires),
  connectors: connectorTable,
  materials: billOfMaterials,
  power: powerTable,
  settings: setupTable,
  loads: budgetTable,
  field: fieldTable,
}
