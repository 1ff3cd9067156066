import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { countToMicroseconds, microsecondsToCount } from './channels'
import { crc16ccitt, crc16x25, crc8d5, crc8p07 } from './checksums'
import { fromHex, toHex, type Codec, type Decoder } from './codec'
import { navigationSolution } from './gnss-binary'
import {
  crsf,
  displayText,
  escTelemetry,
  gnssBinary,
  ibus,
  logStream,
  mavlink,
  msp,
  mspDecoder,
  nmea,
  nmeaAngle,
  redrawBytes,
  sbus,
  transmitterHalf,
  transmitterTalk,
  type DisplayText,
} from '.'

const digits = Uint8Array.from('123456789', (digit) => digit.charCodeAt(0))
const heard = <M>(decoder: Decoder<M>, bytes: Uint8Array) =>
  decoder.push(bytes).flatMap((found) => (found.kind === 'message' ? [found.message] : []))

it('checksums are those of the catalogue of checksums', () => {
  expect([crc8d5(digits), crc8p07(digits), crc16x25(digits), crc16ccitt(digits)]).toEqual([0xbc, 0xf4, 0x6f91, 0x29b1])
})

const sixteen = [172, 1811, 1000, ...Array.from({ length: 13 }, () => 992)]
const heartbeat = { custom: 0, type: 13, autopilot: 3, base: 81, status: 4, version: 3 }
const traffic = {
  address: 0x4ca1b2,
  latitude: 545_000_000,
  longitude: -31_000_000,
  altitude: 1_308_000,
  heading: 27_000,
  speed: 9000,
  climb: -150,
  flags: 0x1ff,
  squawk: 7000,
  altitudeKind: 0,
  callsign: 'FELL07',
  emitter: 0,
  age: 2,
}

const solution = { class: navigationSolution.class, id: navigationSolution.id }

interface Vector<M> {
  codec: Codec<M>
  /** At the end that hears it. */
  decoder?: () => Decoder<M>
  message: M
  bytes: string
  unchecked?: true
}
const vector = <M>(one: Vector<M>) => one as Vector<unknown>
const vectors: Record<string, Vector<unknown>> = {
  'SBUS channels': vector({
    codec: sbus,
    message: { channels: sixteen, switches: [false, false], frameLost: false, failsafe: false },
    bytes: '0f ac 98 38 fa c0 07 3e f0 81 0f 7c e0 03 1f f8 c0 07 3e f0 81 0f 7c 00 00',
    unchecked: true,
  }),
  'CRSF channels': vector({
    codec: crsf,
    message: { type: 'channels', channels: sixteen },
    bytes: 'c8 18 16 ac 98 38 fa c0 07 3e f0 81 0f 7c e0 03 1f f8 c0 07 3e f0 81 0f 7c 9c',
  }),
  'CRSF position': vector({
    codec: crsf,
    message: {
      type: 'position',
      latitude: 54.4609,
      longitude: -3.0886,
      speed: 12.3,
      heading: 270,
      altitude: 312,
      satellites: 14,
    },
    bytes: 'c8 11 02 20 76 12 e8 fe 28 b7 90 00 7b 69 78 05 20 0e bb',
  }),
  'CRSF link': vector({
    codec: crsf,
    message: {
      type: 'link',
      strengths: [60, 62],
      quality: 98,
      noise: 5,
      antenna: 0,
      mode: 2,
      power: 3,
      downStrength: 70,
      downQuality: 95,
      downNoise: 4,
    },
    bytes: 'c8 0c 14 3c 3e 62 05 00 02 03 46 5f 04 c4',
  }),
  IBUS: vector({
    codec: ibus,
    message: { channels: [1500, 1500, 1000, 1500, 1000, 2000, 1000, 2000, 1000, 2000, 1000, 2000, 1000, 2000] },
    bytes: '20 40 dc 05 dc 05 e8 03 dc 05 e8 03 d0 07 e8 03 d0 07 e8 03 d0 07 e8 03 d0 07 e8 03 d0 07 47 f3',
  }),
  'MSP 1 request': vector({
    codec: msp,
    decoder: () => mspDecoder(['request']),
    message: { version: 1, direction: 'request', command: 101, payload: [] },
    bytes: '24 4d 3c 00 65 65',
  }),
  'MSP 2 request': vector({
    codec: msp,
    decoder: () => mspDecoder(['request']),
    message: { version: 2, direction: 'request', flag: 0, command: 0x2003, payload: [] },
    bytes: '24 58 3c 00 03 20 00 00 fd',
  }),
  'display text': vector<DisplayText>({
    codec: displayText,
    message: { type: 'write', row: 2, column: 5, attribute: 0, characters: [0x41, 0x52, 0x4d, 0x45, 0x44] },
    bytes: '24 4d 3e 09 b6 03 02 05 00 41 52 4d 45 44 e4',
  }),
  'MAVLink heartbeat': vector({
    codec: mavlink,
    message: { name: 'heartbeat', sequence: 7, system: 1, component: 1, fields: heartbeat },
    bytes: 'fd 09 00 00 07 01 01 00 00 00 00 00 00 00 0d 03 51 04 03 2d 91',
  }),
  'MAVLink traffic report': vector({
    codec: mavlink,
    message: { name: 'trafficReport', sequence: 8, system: 1, component: 156, fields: traffic },
    bytes:
      'fd 26 00 00 08 01 9c f6 00 00 b2 a1 4c 00 40 0a 7c 20 40 fa 26 fe 60 f5 13 00 78 69 28 23 6a ff ff 01 58 1b 00 46 45 4c 4c 30 37 00 00 00 00 02 3e 36',
  }),
  'ESC telemetry': vector({
    codec: escTelemetry,
    message: { temperature: 41, volts: 22.1, amps: 12.34, used: 356, rpm: 41_200 },
    bytes: '29 08 a2 04 d2 01 64 01 9c 02',
  }),
  'NMEA position': vector({
    codec: nmea,
    message: {
      talker: 'GN',
      type: 'GGA',
      fields: ['101530.00', '5427.65400', 'N', '00305.31600', 'W', '1', '14', '0.8', '312.0', 'M', '50.1', 'M', '', ''],
    },
    bytes: toHex(
      Uint8Array.from('$GNGGA,101530.00,5427.65400,N,00305.31600,W,1,14,0.8,312.0,M,50.1,M,,*6E\r\n', (c) => c.charCodeAt(0)),
    ),
  }),
  'NMEA least of navigation': vector({
    codec: nmea,
    message: {
      talker: 'GN',
      type: 'RMC',
      fields: ['101530.00', 'A', '5427.65400', 'N', '00305.31600', 'W', '2.39', '270.0', '251126', '', '', 'A'],
    },
    bytes: toHex(
      Uint8Array.from('$GNRMC,101530.00,A,5427.65400,N,00305.31600,W,2.39,270.0,251126,,,A*6B\r\n', (c) => c.charCodeAt(0)),
    ),
  }),
  'binary GNSS': vector({
    codec: gnssBinary,
    message: { ...solution, payload: Array.from({ length: 92 }, (_, at) => at) },
    bytes: `b5 62 01 07 5c 00 ${toHex(Array.from({ length: 92 }, (_, at) => at))} be a7`,
  }),
}

describe.each(Object.entries(vectors))('%s', (_, { codec, decoder = () => codec.decoder(), message, bytes, unchecked }) => {
  it('is encoded and decoded as the vector says', () => {
    expect(toHex(codec.encode(message))).toBe(bytes)
    expect(heard(decoder(), fromHex(bytes))).toEqual([message])
  })

  it('is refused with any one bit changed', () => {
    if (unchecked) return
    const whole = fromHex(bytes)
    for (let bit = 0; bit < whole.length * 8; bit += 1) {
      const changed = whole.slice()
      changed[bit >> 3]! ^= 1 << (bit & 7)
      expect(heard(decoder(), changed), `bit ${bit}`).toEqual([])
    }
  })

  it('is found in pieces of any size, and again behind noise', () => {
    const whole = fromHex(bytes)
    const stream = fc.record({ noise: fc.uint8Array({ maxLength: 60 }), cuts: fc.array(fc.nat(400), { maxLength: 8 }) })
    fc.assert(
      fc.property(stream, ({ noise, cuts }) => {
        // What begins in the noise may be long: it has to be over before frames are found again.
        const all = [...noise, ...Array.from({ length: Math.ceil(5000 / whole.length) }, () => [...whole]).flat()]
        const ends = [...cuts.map((cut) => cut % all.length), all.length].sort((a, b) => a - b)
        const listener = decoder()
        const found = ends.flatMap((end, at) => heard(listener, Uint8Array.from(all.slice(ends[at - 1] ?? 0, end))))
        expect(found.at(-1)).toEqual(message)
      }),
      { numRuns: 25, seed: 11 },
    )
  })
})

const byte = fc.integer({ min: 0, max: 255 })
const word = fc.integer({ min: 0, max: 65_535 })
const list = <T>(of: fc.Arbitrary<T>, length: number) => fc.array(of, { minLength: length, maxLength: length })

/** For each protocol any message that it can carry. */
const anything: [Codec<unknown>, fc.Arbitrary<unknown>][] = [
  [
    sbus,
    fc.record({
      channels: list(fc.integer({ min: 0, max: 2047 }), 16),
      switches: fc.tuple(fc.boolean(), fc.boolean()),
      frameLost: fc.boolean(),
      failsafe: fc.boolean(),
    }),
  ],
  [crsf, fc.record({ type: fc.constant('channels'), channels: list(fc.integer({ min: 0, max: 2047 }), 16) })],
  [
    crsf,
    fc.record({
      type: fc.constant('other'),
      kind: fc.integer({ min: 0x30, max: 255 }),
      payload: fc.array(byte, { maxLength: 60 }),
    }),
  ],
  [ibus, fc.record({ channels: list(word, 14) })],
  [gnssBinary, fc.record({ class: byte, id: byte, payload: fc.array(byte, { maxLength: 300 }) })],
  [
    msp,
    fc.record({
      version: fc.constant(1),
      direction: fc.constantFrom('request', 'reply', 'refused'),
      command: byte,
      payload: fc.array(byte, { maxLength: 255 }),
    }),
  ],
  [
    msp,
    fc.record({
      version: fc.constant(2),
      direction: fc.constantFrom('request', 'reply', 'refused'),
      flag: byte,
      command: word,
      payload: fc.array(byte, { maxLength: 400 }),
    }),
  ],
  [transmitterTalk, fc.record({ letter: fc.constantFrom(...'VPTX'), values: list(byte, 12) })],
  [
    escTelemetry,
    fc.record({
      temperature: byte,
      volts: word.map((n) => n / 100),
      amps: word.map((n) => n / 100),
      used: word,
      rpm: word.map((n) => n * 100),
    }),
  ],
  [logStream(20), fc.record({ counter: word, fields: list(word, 7).chain((fields) => byte.map((last) => [...fields, last])) })],
  [logStream(25), fc.record({ counter: word, fields: list(word, 10) })],
] as unknown as [Codec<unknown>, fc.Arbitrary<unknown>][]

describe.each(anything.map(([codec, messages], at) => [`${codec.name} (${at})`, codec, messages] as const))(
  '%s',
  (_, codec, messages) => {
    it('brings any message back', () => {
      fc.assert(
        fc.property(messages, (message) => void expect(heard(codec.decoder(), codec.encode(message))).toEqual([message])),
        { numRuns: 60, seed: 5 },
      )
    })
    it('bears any noise', () => {
      fc.assert(
        fc.property(fc.uint8Array({ maxLength: 4000 }), (noise) => void codec.decoder().push(noise)),
        { numRuns: 40, seed: 6 },
      )
    })
  },
)

it('half-duplex transmitter control is told from whom it comes, the first byte of a host apart', () => {
  const asked = { from: 'host' as const, command: 3, payload: [5] }
  expect(toHex(transmitterHalf.encode(asked)).slice(0, 17)).toBe('00 aa 55 07 01 05')
  expect(heard(transmitterHalf.decoder(), transmitterHalf.encode(asked))).toEqual([asked])
  const answer = { ...asked, from: 'transmitter' as const }
  expect(heard(transmitterHalf.decoder(), transmitterHalf.encode(answer))).toEqual([answer])
})

it('counts stand for widths', () => {
  expect([172, 992, 1811].map(countToMicroseconds)).toEqual([987.5, 1500, 2011.875])
  expect([988, 1500, 2012].map(microsecondsToCount)).toEqual([173, 992, 1811])
})

it('a value that does not fit is refused with its name', () => {
  expect(() => sbus.encode({ channels: [], switches: [false, false], frameLost: false, failsafe: false })).toThrow(
    'number of channels',
  )
  expect(() => ibus.encode({ channels: Array.from({ length: 14 }, () => 70_000) })).toThrow('channel 1: 70000')
  expect(() => mavlink.encode({ name: 'heartbeat', sequence: 1, system: 1, component: 1, fields: {} })).toThrow(
    'custom is missing',
  )
  expect(() => nmea.encode({ talker: 'GN', type: 'TXT', fields: ['a*b'] })).toThrow('what a sentence cannot')
})

it('angles never come to sixty minutes', () => {
  expect(nmeaAngle(54.4609, 'latitude')).toEqual(['5427.65400', 'N'])
  expect(nmeaAngle(-3.0886, 'longitude')).toEqual(['00305.31600', 'W'])
  expect(nmeaAngle(53.9999999999, 'latitude')).toEqual(['5400.00000', 'N'])
})

it('a whole screen of 30 × 16 takes each row with its head, clear and show', () => {
  // Six bytes around each payload; a row has four before its characters.
  expect(redrawBytes(30, 16)).toBe(7 + 16 * (6 + 4 + 30) + 7)
})
