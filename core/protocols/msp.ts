import { crc8d5, xor8 } from './checksums'
import { frameDecoder, whole, type Decoder, type Direction, type Protocol } from './codec'

export interface MspMessage {
  version: 1 | 2
  direction: 'request' | 'reply' | 'refused'
  command: number
  payload: number[]
  /** Of version 2. */
  flag?: number
}

const signs = { request: 0x3c, reply: 0x3e, refused: 0x21 } as const
const directions = Object.entries(signs) as [MspMessage['direction'], number][]
const heads = { 1: 0x4d, 2: 0x58 } as const
/** Longest payload of version 2 that is taken; what claims more is taken for noise. */
const longest = 4096

/** The request and reply protocol that boards are configured by, in both of its versions. */
export const msp: Protocol<MspMessage> = {
  name: 'MSP',
  line: { bauds: [115_200], format: '8N1', inverted: false, halfDuplex: false },
  carries: undefined,
  messages: [
    {
      name: 'question',
      direction: 'from-device',
      rate: 10,
      example: { version: 1, direction: 'request', command: 101, payload: [] },
      bytes: '24 4d 3c 00 65 65',
    },
    {
      name: 'question, version 2',
      direction: 'from-device',
      rate: 10,
      example: { version: 2, direction: 'request', flag: 0, command: 0x2003, payload: [] },
      bytes: '24 58 3c 00 03 20 00 00 fd',
    },
    {
      name: 'row of display text',
      direction: 'to-device',
      rate: 100,
      example: { version: 1, direction: 'reply', command: 182, payload: [3, 2, 5, 0, 0x41, 0x52, 0x4d, 0x45, 0x44] },
      bytes: '24 4d 3e 09 b6 03 02 05 00 41 52 4d 45 44 e4',
    },
  ],
  encode({ version, direction, command, payload, flag = 0 }) {
    const head = [0x24, heads[version], signs[direction]]
    if (version === 1) {
      const body = [whole('bytes of payload', payload.length, 0, 255), whole('command', command, 0, 255), ...payload]
      return Uint8Array.from([...head, ...body, xor8(body)])
    }
    whole('bytes of payload', payload.length, 0, longest)
    whole('command', command, 0, 65_535)
    const body = [flag, command & 0xff, command >> 8, payload.length & 0xff, payload.length >> 8, ...payload]
    return Uint8Array.from([...head, ...body, crc8d5(body)])
  },
  decoder: () => mspDecoder(),
  decoderAt: (heard: Direction) => mspDecoder(heard === 'from-device' ? ['request'] : ['reply', 'refused']),
}

/**
 * @param heard what can come at this end: a board hears requests, a host the rest. The checksum does not
 *   cover what a frame is, and a request is one bit from a reply.
 */
export function mspDecoder(heard: readonly MspMessage['direction'][] = ['request', 'reply', 'refused']): Decoder<MspMessage> {
  return frameDecoder<MspMessage>({
    measure: (bytes) => {
      const [dollar, head, sign] = bytes
      if (dollar !== 0x24 || (head !== undefined && head !== heads[1] && head !== heads[2])) return 0
      if (sign !== undefined && !heard.some((direction) => signs[direction] === sign)) return 0
      if (head === heads[1]) return bytes.length < 4 ? undefined : bytes[3]! + 6
      if (bytes.length < 8) return undefined
      const length = bytes[6]! + 256 * bytes[7]!
      return length <= longest ? length + 9 : 0
    },
    refuse: (frame) => {
      const check = (frame[1] === heads[1] ? xor8 : crc8d5)(frame.subarray(3, -1))
      return check === frame.at(-1) ? undefined : 'checksum'
    },
    read: (frame) => {
      const direction = directions.find(([, value]) => value === frame[2])![0]
      if (frame[1] === heads[1]) return { version: 1, direction, command: frame[4]!, payload: [...frame.subarray(5, -1)] }
      return { version: 2, direction, flag: frame[3]!, command: frame[4]! + 256 * frame[5]!, payload: [...frame.subarray(8, -1)] }
    },
  })
}
