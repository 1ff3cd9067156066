import { crc16ccitt } from './checksums'
import { frameDecoder, toHex, whole, type Protocol } from './codec'

export interface LogRecord {
  /** Counts up by one a record, from 0 after 65535. */
  counter: number
  /** Fields of 16 bits, with one byte more where the record has an odd number of them. */
  fields: number[]
}

/** Bytes of a record besides its fields: its mark, its counter, its checksum. */
export const logOverhead = 5

/** A log as records of one size, each with mark, counter and CRC-16 over both and the fields; little-endian. */
export function logStream(bytes: number): Protocol<LogRecord> {
  const room = whole('bytes of a record', bytes, logOverhead + 1, 1024) - logOverhead
  const head = [0xa5, 2, 1, ...Array.from({ length: room }, () => 0)]
  const check = crc16ccitt(head)
  return {
    name: `Log stream, ${bytes} bytes a record`,
    line: { bauds: [115_200, 250_000, 1_000_000, 2_000_000], format: '8N1', inverted: false, halfDuplex: false },
    carries: undefined,
    messages: [
      {
        name: 'record',
        direction: 'to-device',
        rate: 500,
        example: { counter: 258, fields: Array.from({ length: Math.ceil(room / 2) }, () => 0) },
        bytes: toHex([...head, check & 0xff, check >> 8]),
      },
    ],
    encode({ counter, fields }) {
      const data = fields.flatMap((field) => [whole('field', field, 0, 65_535) & 0xff, field >> 8]).slice(0, room)
      if (fields.length !== Math.ceil(room / 2))
        throw new RangeError(`a record of ${bytes} bytes has ${Math.ceil(room / 2)} fields`)
      const body = [0xa5, whole('counter', counter, 0, 65_535) & 0xff, counter >> 8, ...data]
      const check = crc16ccitt(body)
      return Uint8Array.from([...body, check & 0xff, check >> 8])
    },
    decoder: () =>
      frameDecoder<LogRecord>({
        measure: ([first]) => (first === 0xa5 ? bytes : 0),
        refuse: (frame) => (frame.at(-2)! + 256 * frame.at(-1)! === crc16ccitt(frame.subarray(0, -2)) ? undefined : 'checksum'),
        read: (frame) => ({
          counter: frame[1]! + 256 * frame[2]!,
          fields: Array.from({ length: Math.ceil(room / 2) }, (_, at) => {
            const [low, high] = [frame[3 + 2 * at]!, 4 + 2 * at < bytes - 2 ? frame[4 + 2 * at]! : 0]
            return low + 256 * high
          }),
        }),
      }),
  }
}
