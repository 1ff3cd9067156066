import { fletcher8 } from './checksums'
import { frameDecoder, toHex, whole, type Protocol } from './codec'

export interface GnssMessage {
  class: number
  id: number
  payload: number[]
}

/** The navigation solution: class, id and bytes of payload. */
export const navigationSolution = { class: 1, id: 7, length: 92 } as const
const counting = Array.from({ length: navigationSolution.length }, (_, at) => at)
/** Longest payload that is taken; what claims more is taken for noise. */
const longest = 2048

/** Binary GNSS: two bytes of synchronism, class, id, length, payload, Fletcher's sums over class to payload; little-endian. */
export const gnssBinary: Protocol<GnssMessage> = {
  name: 'Binary GNSS',
  line: { bauds: [115_200, 38_400, 230_400, 460_800], format: '8N1', inverted: false, halfDuplex: false },
  carries: undefined,
  messages: [
    {
      name: 'navigation solution',
      direction: 'from-device',
      rate: 10,
      example: { class: navigationSolution.class, id: navigationSolution.id, payload: counting },
      bytes: `b5 62 01 07 5c 00 ${toHex(counting)} be a7`,
    },
  ],
  encode(message) {
    const length = whole('bytes of payload', message.payload.length, 0, longest)
    const body = [
      whole('class', message.class, 0, 255),
      whole('id', message.id, 0, 255),
      length & 0xff,
      length >> 8,
      ...message.payload,
    ]
    return Uint8Array.from([0xb5, 0x62, ...body, ...fletcher8(body)])
  },
  decoder: () =>
    frameDecoder<GnssMessage>({
      measure: (bytes) => {
        if (bytes[0] !== 0xb5 || (bytes.length > 1 && bytes[1] !== 0x62)) return 0
        if (bytes.length < 6) return undefined
        const length = bytes[4]! + 256 * bytes[5]!
        return length <= longest ? length + 8 : 0
      },
      refuse: (frame) => {
        const [a, b] = fletcher8(frame.subarray(2, -2))
        return frame.at(-2) === a && frame.at(-1) === b ? undefined : 'checksum'
      },
      read: (frame) => ({ class: frame[2]!, id: frame[3]!, payload: [...frame.subarray(6, -2)] }),
    }),
}
