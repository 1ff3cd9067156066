/** What is heard at the ports of the simulated board: parts that speak as they are usually set. */
import { protocols, type Direction, type Protocol, type ProtocolId } from '#core/protocols'
import type { BoardFacts, Settings } from './board'

/** Most seconds that are listened for at once. */
export const longestHearing = 2

/** A port is set as a whole, or the line of one direction by itself. */
const lines: Record<Direction, string[]> = { 'from-device': ['', '.rx'], 'to-device': ['', '.tx'] }

/** What a port is set to speak; nothing where it is set to nothing, or to what only a definition tells of. */
export function spokenAt(
  { functions }: BoardFacts,
  settings: Settings,
  port: number,
  direction: Direction,
): { id: ProtocolId; baud: number } | undefined {
  const of = (key: string) =>
    lines[direction].map((line) => settings[`port.${port}${line}.${key}`]).find((value) => value !== undefined)
  const ids = (Object.keys(protocols) as ProtocolId[]).filter(
    (id) => functions[id] === of('function') && protocols[id].line.inverted === (of('inverted') ?? false),
  )
  const [first] = ids
  if (first === undefined) return undefined
  const baud = Number(of('rate') ?? protocols[first].line.bauds[0])
  const usual = (id: ProtocolId) => (protocols[id].line.bauds as readonly number[]).includes(baud)
  return { id: ids.find(usual) ?? first, baud }
}

/** The bytes of a line in one direction: each usual message at its usual rate, in the order of time, as much as the line carries. */
export function heardAt(id: ProtocolId, baud: number, direction: Direction, seconds: number): Uint8Array {
  const { messages, encode, line } = protocols[id] as Protocol<unknown>
  const due = messages
    .filter((message) => message.direction === direction)
    .flatMap(({ rate, example }) => Array.from({ length: Math.floor(rate * seconds) }, (_, at) => ({ at: at / rate, example })))
    .sort((one, other) => one.at - other.at)
  const most = Math.floor((baud * seconds) / bitsOf(line.format))
  return Uint8Array.from(due.flatMap(({ example }) => [...encode(example)])).subarray(0, most)
}

/** Bits of a character: start, data, parity, stop. */
const bitsOf = (format: string) => 1 + Number(format[0]) + (format[1] === 'N' ? 0 : 1) + Number(format[2])
