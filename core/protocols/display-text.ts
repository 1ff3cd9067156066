import { whole, type Codec, type Decoder, type Found } from './codec'
import { msp, mspDecoder, type MspMessage } from './msp'

/** What is said to a character display over the configuration protocol. */
export type DisplayText =
  | { type: 'keep-alive' }
  | { type: 'release' }
  | { type: 'clear' }
  | { type: 'write'; row: number; column: number; attribute: number; characters: number[] }
  | { type: 'show' }

const command = 182
const order = ['keep-alive', 'release', 'clear', 'write', 'show'] as const

function toPayload(text: DisplayText): number[] {
  const first = order.indexOf(text.type)
  if (text.type !== 'write') return [first]
  const { row, column, attribute, characters } = text
  return [first, whole('row', row, 0, 255), whole('column', column, 0, 255), whole('attribute', attribute, 0, 255), ...characters]
}

function fromPayload([first, row, column, attribute, ...characters]: number[]): DisplayText | undefined {
  const type = first === undefined ? undefined : order[first]
  if (type !== 'write') return type && { type }
  if (row === undefined || column === undefined || attribute === undefined) return undefined
  return { type, row, column, attribute, characters }
}

function understood(found: Found<MspMessage>): Found<DisplayText>[] {
  if (found.kind === 'refused') return [found]
  if (found.message.command !== command) return []
  const message = fromPayload(found.message.payload)
  const { at, length } = found
  return [message ? { kind: 'message', message, at, length } : { kind: 'refused', why: 'is no display text', at, length }]
}

/** Text for a display that is drawn elsewhere: a row of characters at a time, shown at once. */
export const displayText: Codec<DisplayText> = {
  encode: (text) => msp.encode({ version: 1, direction: 'reply', command, payload: toPayload(text) }),
  decoder(): Decoder<DisplayText> {
    const inner = mspDecoder(['reply'])
    return { push: (bytes) => inner.push(bytes).flatMap(understood) }
  },
}

/**
 * Bytes of drawing a whole screen anew: clear, each row in one piece, show.
 * @param columns,rows of the grid
 */
export function redrawBytes(columns: number, rows: number): number {
  const characters = Array.from({ length: columns }, () => 0x20)
  const steps: DisplayText[] = [
    { type: 'clear' },
    ...Array.from({ length: rows }, (_, row): DisplayText => ({ type: 'write', row, column: 0, attribute: 0, characters })),
    { type: 'show' },
  ]
  return steps.reduce((bytes, step) => bytes + displayText.encode(step).length, 0)
}
