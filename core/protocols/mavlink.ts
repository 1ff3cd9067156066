import { crc16x25 } from './checksums'
import { frameDecoder, whole, type Protocol } from './codec'

type Scalar = 'u8' | 'i8' | 'u16' | 'i16' | 'u32' | 'i32' | 'f32'
const widths: Record<Scalar, number> = { u8: 1, i8: 1, u16: 2, i16: 2, u32: 4, i32: 4, f32: 4 }
type Field = [name: string, kind: Scalar] | [name: string, kind: 'text', length: number]

interface MessageKind {
  id: number
  /** The message's own part of the checksum: a change of its fields changes it. */
  seed: number
  /** In the order on the line. */
  fields: Field[]
}

/** Messages that are known by name. */
export const mavlinkKinds = {
  heartbeat: {
    id: 0,
    seed: 50,
    fields: [
      ['custom', 'u32'],
      ['type', 'u8'],
      ['autopilot', 'u8'],
      ['base', 'u8'],
      ['status', 'u8'],
      ['version', 'u8'],
    ],
  },
  attitude: {
    id: 30,
    seed: 39,
    fields: [
      ['time', 'u32'],
      ['roll', 'f32'],
      ['pitch', 'f32'],
      ['yaw', 'f32'],
      ['rollRate', 'f32'],
      ['pitchRate', 'f32'],
      ['yawRate', 'f32'],
    ],
  },
  position: {
    id: 24,
    seed: 24,
    fields: [
      ['timeLow', 'u32'],
      ['timeHigh', 'u32'],
      ['latitude', 'i32'],
      ['longitude', 'i32'],
      ['altitude', 'i32'],
      ['horizontalDilution', 'u16'],
      ['verticalDilution', 'u16'],
      ['speed', 'u16'],
      ['course', 'u16'],
      ['fix', 'u8'],
      ['satellites', 'u8'],
    ],
  },
  radioStatus: {
    id: 109,
    seed: 185,
    fields: [
      ['errors', 'u16'],
      ['corrected', 'u16'],
      ['strength', 'u8'],
      ['farStrength', 'u8'],
      ['buffer', 'u8'],
      ['noise', 'u8'],
      ['farNoise', 'u8'],
    ],
  },
  trafficReport: {
    id: 246,
    seed: 184,
    fields: [
      ['address', 'u32'],
      ['latitude', 'i32'],
      ['longitude', 'i32'],
      ['altitude', 'i32'],
      ['heading', 'u16'],
      ['speed', 'u16'],
      ['climb', 'i16'],
      ['flags', 'u16'],
      ['squawk', 'u16'],
      ['altitudeKind', 'u8'],
      ['callsign', 'text', 9],
      ['emitter', 'u8'],
      ['age', 'u8'],
    ],
  },
} as const satisfies Record<string, MessageKind>
export type MavlinkName = keyof typeof mavlinkKinds

export interface MavlinkMessage {
  name: MavlinkName
  sequence: number
  system: number
  component: number
  /** Each field of the message by its name, in the units on the line. */
  fields: Record<string, number | string>
}

const kinds = Object.entries(mavlinkKinds) as [MavlinkName, MessageKind][]
const byId = new Map(kinds.map(([name, kind]) => [kind.id, { ...kind, name }]))
const widthOf = ([, kind, length]: Field) => (kind === 'text' ? length : widths[kind])

const writers: Record<Scalar, (view: DataView, at: number, value: number) => void> = {
  u8: (view, at, value) => view.setUint8(at, whole('value', value, 0, 255)),
  i8: (view, at, value) => view.setInt8(at, whole('value', value, -128, 127)),
  u16: (view, at, value) => view.setUint16(at, whole('value', value, 0, 65_535), true),
  i16: (view, at, value) => view.setInt16(at, whole('value', value, -32_768, 32_767), true),
  u32: (view, at, value) => view.setUint32(at, whole('value', value, 0, 2 ** 32 - 1), true),
  i32: (view, at, value) => view.setInt32(at, whole('value', value, -(2 ** 31), 2 ** 31 - 1), true),
  f32: (view, at, value) => view.setFloat32(at, value, true),
}
const readers: Record<Scalar, (view: DataView, at: number) => number> = {
  u8: (view, at) => view.getUint8(at),
  i8: (view, at) => view.getInt8(at),
  u16: (view, at) => view.getUint16(at, true),
  i16: (view, at) => view.getInt16(at, true),
  u32: (view, at) => view.getUint32(at, true),
  i32: (view, at) => view.getInt32(at, true),
  f32: (view, at) => view.getFloat32(at, true),
}

function write(fields: readonly Field[], values: MavlinkMessage['fields']): Uint8Array {
  const bytes = new Uint8Array(fields.reduce((sum, field) => sum + widthOf(field), 0))
  const view = new DataView(bytes.buffer)
  let at = 0
  for (const field of fields) {
    const value = values[field[0]]
    if (value === undefined) throw new RangeError(`${field[0]} is missing`)
    if (field[1] === 'text') {
      const text = String(value)
      if (text.length > field[2] || /[^\x20-\x7e]/.test(text))
        throw new RangeError(`${field[0]} is no text of ${field[2]} characters`)
      bytes.set(
        Array.from(text, (character) => character.charCodeAt(0)),
        at,
      )
    } else writers[field[1]](view, at, Number(value))
    at += widthOf(field)
  }
  return bytes
}

function readFields(fields: readonly Field[], payload: Uint8Array): MavlinkMessage['fields'] {
  const bytes = new Uint8Array(fields.reduce((sum, field) => sum + widthOf(field), 0))
  bytes.set(payload.subarray(0, bytes.length))
  const view = new DataView(bytes.buffer)
  let at = 0
  const values: MavlinkMessage['fields'] = {}
  for (const field of fields) {
    const width = widthOf(field)
    values[field[0]] =
      field[1] === 'text'
        ? String.fromCharCode(...bytes.subarray(at, at + width)).replace(/\0[^]*$/, '')
        : readers[field[1]](view, at)
    at += width
  }
  return values
}

const idOf = (frame: Uint8Array) => frame[7]! + 256 * frame[8]! + 65_536 * frame[9]!
const signed = 1

/** MAVLink, version 2, without signatures. Messages that are not known by name cannot be checked and are refused. */
export const mavlink: Protocol<MavlinkMessage> = {
  name: 'MAVLink 2',
  line: { bauds: [57_600, 115_200, 921_600], format: '8N1', inverted: false, halfDuplex: false },
  carries: undefined,
  messages: [
    {
      name: 'heartbeat',
      direction: 'to-device',
      rate: 1,
      example: {
        name: 'heartbeat',
        sequence: 7,
        system: 1,
        component: 1,
        fields: { custom: 0, type: 13, autopilot: 3, base: 81, status: 4, version: 3 },
      },
      bytes: 'fd 09 00 00 07 01 01 00 00 00 00 00 00 00 0d 03 51 04 03 2d 91',
    },
    {
      name: 'traffic report',
      direction: 'from-device',
      rate: 1,
      example: {
        name: 'trafficReport',
        sequence: 8,
        system: 1,
        component: 156,
        fields: {
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
        },
      },
      bytes:
        'fd 26 00 00 08 01 9c f6 00 00 b2 a1 4c 00 40 0a 7c 20 40 fa 26 fe 60 f5 13 00 78 69 28 23 6a ff ff 01 58 1b 00 46 45 4c 4c 30 37 00 00 00 00 02 3e 36',
    },
  ],
  encode({ name, sequence, system, component, fields }) {
    const { id, seed } = mavlinkKinds[name]
    const whole8 = [sequence, system, component].map((value) => whole('header', value, 0, 255))
    const payload = write(mavlinkKinds[name].fields, fields)
    let length = payload.length
    while (length > 1 && payload[length - 1] === 0) length -= 1
    const body = [length, 0, 0, ...whole8, id & 0xff, (id >> 8) & 0xff, id >> 16, ...payload.subarray(0, length)]
    const check = crc16x25([...body, seed])
    return Uint8Array.from([0xfd, ...body, check & 0xff, check >> 8])
  },
  decoder: () =>
    frameDecoder<MavlinkMessage>({
      measure: (bytes) => {
        if (bytes[0] !== 0xfd) return 0
        if (bytes.length < 3) return undefined
        // A frame says by a flag that the receiver has to know of its signature.
        return bytes[2]! & ~signed ? 0 : bytes[1]! + 12 + (bytes[2]! & signed ? 13 : 0)
      },
      refuse: (frame) => {
        if (frame[2]! & signed) return 'is signed'
        const kind = byId.get(idOf(frame))
        if (!kind) return `message ${idOf(frame)} is not known`
        const check = crc16x25([...frame.subarray(1, -2), kind.seed])
        return frame.at(-2)! + 256 * frame.at(-1)! === check ? undefined : 'checksum'
      },
      read: (frame) => {
        const { name, fields } = byId.get(idOf(frame))!
        return {
          name,
          sequence: frame[4]!,
          system: frame[5]!,
          component: frame[6]!,
          fields: readFields(fields, frame.subarray(10, -2)),
        }
      },
    }),
}
