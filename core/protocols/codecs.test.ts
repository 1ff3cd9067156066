import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { library } from '../../tests/helpers/plans'
import { readDefinition } from '../schema'
import { countToMicroseconds, microsecondsToCount } from './channels'
import { messagesUnlike } from './contradictions'
import { crc16ccitt, crc16x25, crc8d5, crc8p07 } from './checksums'
import { blankDevice, type DeviceDefinition } from '../catalogue'
import { toHex, type Codec, type Decoder } from './codec'
import { crsf } from './crsf'
import { escTelemetry } from './esc-telemetry'
import { gnssBinary } from './gnss-binary'
import { ibus } from './ibus'
import { logStream } from './log-stream'
import { mavlink } from './mavlink'
import { msp } from './msp'
import { nmea } from './nmea'
import { sbus } from './sbus'
import { transmitterHalf } from './transmitter-half'
import { transmitterTalk } from './transmitter-talk'
import { displayText, protocolIds, protocols, recognise, redrawBytes, type DisplayText, type Protocol } from '.'

const fromHex = (text: string) => Uint8Array.from(text.match(/[0-9a-f]{2}/gi) ?? [], (pair) => Number.parseInt(pair, 16))

const digits = Uint8Array.from('123456789', (digit) => digit.charCodeAt(0))
const heard = <M>(decoder: Decoder<M>, bytes: Uint8Array) =>
  decoder.push(bytes).flatMap((found) => (found.kind === 'message' ? [found.message] : []))

it('checksums are those of the catalogue of checksums', () => {
  expect([crc8d5(digits), crc8p07(digits), crc16x25(digits), crc16ccitt(digits)]).toEqual([0xbc, 0xf4, 0x6f91, 0x29b1])
})

/** Every message of the registry, at the end that hears it, and what else is said over one of its protocols. */
const vectors = [
  ...protocolIds.flatMap((id) => {
    const protocol = protocols[id] as Protocol<unknown>
    return protocol.messages.map((usual) => ({
      ...usual,
      name: `${id}, ${usual.name}`,
      codec: protocol as Codec<unknown>,
      decoder: () => protocol.decoderAt?.(usual.direction) ?? protocol.decoder(),
    }))
  }),
  {
    name: 'display text',
    codec: displayText as Codec<unknown>,
    decoder: () => displayText.decoder() as Decoder<unknown>,
    example: { type: 'write', row: 2, column: 5, attribute: 0, characters: [0x41, 0x52, 0x4d, 0x45, 0x44] } satisfies DisplayText,
    bytes: '24 4d 3e 09 b6 03 02 05 00 41 52 4d 45 44 e4',
    unchecked: undefined,
  },
]

describe.each(vectors)('$name', ({ codec, decoder, example, bytes, unchecked }) => {
  it('is encoded and decoded as the vector says', () => {
    expect(toHex(codec.encode(example))).toBe(bytes)
    expect(heard(decoder(), fromHex(bytes))).toEqual([example])
  })

  it('is refused with any one bit changed', () => {
    if (unchecked) return
    const whole = fromHex(bytes)
    // What a sender puts before the frame, such as a byte to wake the line, is not part of it.
    const at = decoder().push(whole)[0]!.at
    for (let bit = at * 8; bit < whole.length * 8; bit += 1) {
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
        expect(found.at(-1)).toEqual(example)
      }),
      { numRuns: 25, seed: seedOf(11) },
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

describe.each(anything.map(([codec, messages], at) => [`codec ${at}`, codec, messages] as const))('%s', (_, codec, messages) => {
  it('brings any message back', () => {
    fc.assert(
      fc.property(messages, (message) => void expect(heard(codec.decoder(), codec.encode(message))).toEqual([message])),
      { numRuns: 60, seed: seedOf(5) },
    )
  })
  it('bears any noise', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 4000 }), (noise) => void codec.decoder().push(noise)),
      { numRuns: 40, seed: seedOf(6) },
    )
  })
})

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

it('a whole screen of 30 × 16 takes each row with its head, clear and show', () => {
  // Six bytes around each payload; a row has four before its characters.
  expect(redrawBytes(30, 16)).toBe(7 + 16 * (6 + 4 + 30) + 7)
})

describe('what a stream is', () => {
  const stream = (id: (typeof protocolIds)[number], times: number) => {
    const { messages, encode } = protocols[id] as Protocol<unknown>
    return Uint8Array.from(Array.from({ length: times }, () => messages.flatMap(({ example }) => [...encode(example)])).flat())
  }
  it('is recognised by the protocol that explains most of it, for each', () => {
    for (const id of protocolIds) {
      const [first] = recognise(stream(id, 20))
      expect(first?.protocol).toBe(id)
      expect(first!.share).toBeGreaterThan(0.9)
    }
  })
  it('is nothing where nothing is said, and hardly anything in noise', () => {
    expect(recognise(new Uint8Array(0))).toEqual([])
    const [noise] = fc.sample(fc.uint8Array({ minLength: 4000, maxLength: 4000 }), { numRuns: 1, seed: seedOf(3) })
    for (const { share } of recognise(noise!)) expect(share).toBeLessThan(0.2)
  })
})

it('a definition does not say otherwise what is on the line of a protocol that is known', () => {
  const text = { kind: 'protocol', schema: 3, id: 'sbus', name: 'Mine', function: 'control receiver', format: '8N1' }
  expect(() => readDefinition(text)).toThrow(/format: SBUS has 8E2 on its line/)
  expect(() => readDefinition({ ...text, id: 'mine' })).not.toThrow()
})

it('shipped parts give the messages of a protocol the sizes that they have, and who gives another is told', () => {
  const shipped = Object.values(library.devices)
  expect(shipped.flatMap(messagesUnlike)).toEqual([])
  const link = (name: string, bytes: number): DeviceDefinition['needs'][string] => ({
    ...blankDevice('own', 'Own').needs.link!,
    kind: 'serial',
    lines: 'both',
    states: 'both',
    interruptible: true,
    takesTurns: false,
    configures: false,
    options: [{ protocol: 'mavlink', bauds: [57_600], default: 57_600 }],
    messages: [{ name, direction: 'from-device', bytes, rate: 1 }],
  })
  const [usual] = protocols.mavlink.messages
  expect(messagesUnlike({ needs: { one: link(usual!.name, 5), two: link('own', 5) } })).toEqual([
    { place: 'needs.one.messages[0].bytes', message: expect.stringMatching(/^“.+” of MAVLink.* has \d+ bytes$/) as string },
  ])
})
