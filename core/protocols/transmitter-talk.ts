import { sum } from './checksums'
import { frameDecoder, whole, type Protocol } from './codec'

export interface TransmitterTalk {
  /** One letter that says what it is. */
  letter: string
  /** Twelve bytes. */
  values: number[]
}

const length = 16

/** Control of a video transmitter in frames of 16 bytes on one wire: the sum is that of the letter and the values. */
export const transmitterTalk: Protocol<TransmitterTalk> = {
  name: 'Transmitter control, one wire',
  line: { bauds: [9600], format: '8N1', inverted: false, halfDuplex: true },
  carries: undefined,
  messages: [
    {
      name: 'state',
      direction: 'from-device',
      rate: 2,
      example: { letter: 'P', values: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11] },
      bytes: '0f 50 00 01 02 03 04 05 06 07 08 09 0a 0b 92 00',
    },
  ],
  encode({ letter, values }) {
    if (!/^[\x21-\x7e]$/.test(letter)) throw new RangeError('the letter is one printed character')
    whole('number of values', values.length, 12, 12)
    const body = [letter.charCodeAt(0), ...values.map((value) => whole('value', value, 0, 255))]
    return Uint8Array.from([0x0f, ...body, sum(body) & 0xff, 0])
  },
  decoder: () =>
    frameDecoder<TransmitterTalk>({
      measure: ([first]) => (first === 0x0f ? length : 0),
      refuse: (frame) => {
        if (frame[15] !== 0) return 'does not end with 0'
        if (frame[1]! < 0x21 || frame[1]! > 0x7e) return 'begins with no letter'
        return (sum(frame.subarray(1, 14)) & 0xff) === frame[14] ? undefined : 'checksum'
      },
      read: (frame) => ({ letter: String.fromCharCode(frame[1]!), values: [...frame.subarray(2, 14)] }),
    }),
}
