import { xor8 } from './checksums'
import { frameDecoder, toHex, type Protocol } from './codec'

/** A sentence of NMEA 0183: who talks, what it is, and its fields. */
export interface Sentence {
  talker: string
  type: string
  fields: string[]
}

/** Characters of a sentence with its ends; receivers send longer ones than the 82 of the standard. */
const longest = 128
const carriageReturn = 13
const lineFeed = 10
const toBytes = (text: string) => Uint8Array.from(text, (character) => character.charCodeAt(0))
const toText = (bytes: Uint8Array) => String.fromCharCode(...bytes)
const checkOf = (body: string) => xor8(toBytes(body)).toString(16).toUpperCase().padStart(2, '0')

/** Sentences as text; two hexadecimal digits of the exclusive or between $ and *. */
export const nmea: Protocol<Sentence> = {
  name: 'NMEA 0183',
  line: { bauds: [9600, 38_400, 115_200], format: '8N1', inverted: false, halfDuplex: false },
  carries: undefined,
  messages: [
    {
      name: 'position',
      direction: 'from-device',
      rate: 5,
      example: {
        talker: 'GN',
        type: 'GGA',
        fields: ['101530.00', '5427.65400', 'N', '00305.31600', 'W', '1', '14', '0.8', '312.0', 'M', '50.1', 'M', '', ''],
      },
      bytes: toHex(toBytes('$GNGGA,101530.00,5427.65400,N,00305.31600,W,1,14,0.8,312.0,M,50.1,M,,*6E\r\n')),
    },
    {
      name: 'least of navigation',
      direction: 'from-device',
      rate: 5,
      example: {
        talker: 'GN',
        type: 'RMC',
        fields: ['101530.00', 'A', '5427.65400', 'N', '00305.31600', 'W', '2.39', '270.0', '251126', '', '', 'A'],
      },
      bytes: toHex(toBytes('$GNRMC,101530.00,A,5427.65400,N,00305.31600,W,2.39,270.0,251126,,,A*6B\r\n')),
    },
  ],
  encode({ talker, type, fields }) {
    const body = [talker + type, ...fields].join(',')
    if (/[^\x20-\x7e]|[$*!\\^~]/.test(body)) throw new RangeError('a field holds what a sentence cannot')
    if (talker.length !== 2 || type.length !== 3 || /,/.test(talker + type))
      throw new RangeError('two characters say who talks, three what it is')
    const text = `$${body}*${checkOf(body)}\r\n`
    if (text.length > longest) throw new RangeError(`a sentence has at most ${longest} characters`)
    return toBytes(text)
  },
  decoder: () =>
    frameDecoder<Sentence>({
      measure: (bytes) => {
        if (bytes[0] !== 0x24) return 0
        const end = bytes.subarray(0, longest).indexOf(lineFeed)
        if (end >= 0) return end + 1
        return bytes.length >= longest ? 0 : undefined
      },
      refuse: (frame) => {
        if (frame.at(-2) !== carriageReturn) return 'does not end as a sentence does'
        const told = /^\$([\x20-\x7e]{5}(?:,[\x20-\x7e]*)?)\*([0-9A-F]{2})\r\n$/.exec(toText(frame))
        if (!told || told[1]!.includes('$')) return 'is no sentence'
        return checkOf(told[1]!) === told[2] ? undefined : 'checksum'
      },
      read: (frame) => {
        const [head, ...fields] = toText(frame.subarray(1, -5)).split(',') as [string, ...string[]]
        return { talker: head.slice(0, 2), type: head.slice(2), fields }
      },
    }),
}
