import type { BoardDefinition } from '../catalogue'
import { InputError } from '../schema'
import { padRows } from './pad-rows'
import { boardOfRows, type BoardProposal } from './proposal'
import { readTable } from './table'

/** What a bare board has. */
export interface BareBoard {
  /** Serial ports, each with TX and RX, 5 V and ground beside them. */
  ports: number
  /** Outputs for motors and servos, M1 and so on. */
  outputs: number
  /** Volts of the regulators besides 5 V. */
  rails: readonly number[]
}

export const bareLimits = { ports: 16, outputs: 24, rails: 6 } as const

const range = (count: number) => Array.from({ length: count }, (_, at) => at + 1)

function checkWithin({ ports, outputs, rails }: BareBoard): void {
  const problems = [
    { place: 'ports', holds: Number.isInteger(ports) && ports >= 0 && ports <= bareLimits.ports, most: bareLimits.ports },
    {
      place: 'outputs',
      holds: Number.isInteger(outputs) && outputs >= 0 && outputs <= bareLimits.outputs,
      most: bareLimits.outputs,
    },
  ].flatMap(({ place, holds, most }) => (holds ? [] : [{ place, message: `a whole number from 0 to ${most}` }]))
  if (rails.length > bareLimits.rails || rails.some((volts) => !(volts >= 1 && volts <= 60)))
    problems.push({ place: 'rails', message: `up to ${bareLimits.rails} voltages from 1 to 60 V` })
  if (problems.length) throw new InputError(problems)
}

/** Labels as such a board would bear them, edge by edge. */
function bareLabels(bare: BareBoard): string[] {
  checkWithin(bare)
  const { ports, outputs, rails } = bare
  const half = Math.ceil(ports / 2)
  const port = (number: number) => [`TX${number}`, `RX${number}`, '5V', 'GND']
  const edges = [
    [...range(outputs).map((number) => `M${number}`), 'VBAT', 'GND', 'CURR'],
    range(ports).slice(0, half).flatMap(port),
    ['LED', '5V', 'GND', 'BZ+', 'BZ-', ...rails.flatMap((volts) => [`${volts}V`, 'GND'])],
    range(ports).slice(half).flatMap(port),
  ]
  return edges.filter((edge) => edge.length).map((edge) => edge.join('\n'))
}

/**
 * A board with so many ports, outputs and rails, to be filled in: a sketch, of which everything is marked as proposed.
 * @throws InputError naming what is out of range
 */
export function bareBoard(before: BoardDefinition, bare: BareBoard): BoardProposal {
  const table = readTable(bareLabels(bare).join('\n\n'))
  const rows = padRows(table, { uses: table.uses, unit: table.unit, upwards: false })
  return boardOfRows(before, rows, { keepOthers: false, accepted: false, corners: table.corners })
}
