import { exclusionOf } from './features'
import type { RuleId } from '../suitability'
import type { Board, SerialPort } from '../catalogue'
import { formatBaud } from '../units'
import type { BoardState, BoardValue } from './step'

/** Why a board does not keep a value: the rule of the trade, and what it says of it. */
export interface Reason {
  rule: RuleId
  why: string
}

/** A setting that a board will not keep. */
export interface Dropped extends Reason {
  key: string
  value: BoardValue
}

/** The port that a key is of, and what of it. */
function portOf(board: Board, key: string): { port: SerialPort; what: string } | undefined {
  const [, number, rest] = /^port\.(\d+)\.(?:.*\.)?(\w+)$/.exec(key) ?? []
  const port = board.ports.find((each) => each.number === Number(number))
  return port && rest !== undefined ? { port, what: rest } : undefined
}

/** Whether a line of a port can be inverted by a setting. */
const canInvert = ({ tx, rx }: SerialPort) => [tx, rx].some((line) => line !== undefined && line.inverter !== 'none')

function portReason(
  { port, what }: { port: SerialPort; what: string },
  value: BoardValue,
  state: BoardState,
): Reason | undefined {
  if (port.kind === 'software' && state['software-ports'] !== true)
    return { rule: 'SER-17', why: `${port.label} is there only once software ports are on and the board has restarted` }
  if (what === 'rate' && Number(value) > port.maxBaud)
    return { rule: 'SER-05', why: `${port.label} reaches ${formatBaud(port.maxBaud)}` }
  if (what === 'rate' && Number(value) < port.minBaud)
    return { rule: 'SER-05', why: `${port.label} starts at ${formatBaud(port.minBaud)}` }
  if (what === 'halfDuplex' && value === true && !port.halfDuplex)
    return { rule: 'SER-08', why: `${port.label} cannot talk both ways on one wire` }
  if (what === 'inverted' && value === true && !canInvert(port))
    return { rule: 'SER-09', why: `${port.label} has no inverter to be switched` }
  return undefined
}

/**
 * Why a board does not keep a value, as far as its definition tells.
 * @param state what the board has beside it
 * @param earlier what of it the board has taken before: of two that exclude each other it keeps the first
 */
export function dropReason(
  board: Board,
  key: string,
  value: BoardValue,
  state: BoardState,
  earlier: BoardState = state,
): Reason | undefined {
  const at = portOf(board, key)
  const ofPort = at && portReason(at, value, state)
  if (ofPort) return ofPort
  const exclusion = exclusionOf(board, key, value, earlier)
  if (exclusion) return { rule: 'PAD-02', why: exclusion.reason }
  if (at) return undefined
  const pin = /^pin\.(.*)\.owner$/.exec(key)?.[1]
  return pin === undefined || state[key] === value
    ? undefined
    : { rule: 'PAD-05', why: 'what holds the pin has to be freed, saved and restarted before another can claim it' }
}

/** What of intended settings a board will drop without a word. */
export function droppedSettings(board: Board, intended: BoardState): Dropped[] {
  const taken: BoardState = {}
  return Object.entries(intended).flatMap(([key, value]) => {
    const reason = dropReason(board, key, value, intended, taken)
    if (!reason) taken[key] = value
    return reason ? [{ key, value, ...reason }] : []
  })
}
