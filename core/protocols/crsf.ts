import { asCount, channelCount, packChannels, unpackChannels } from './channels'
import { crc8d5 } from './checksums'
import { frameDecoder, whole, type Protocol } from './codec'

export type CrsfMessage =
  | { type: 'channels'; channels: number[] }
  | {
      type: 'position'
      /** Degrees, north and east positive. */
      latitude: number
      longitude: number
      /** km/h */
      speed: number
      /** Degrees from 0 to 360. */
      heading: number
      /** Metres, from −1000. */
      altitude: number
      satellites: number
    }
  | { type: 'battery'; volts: number; amps: number; used: number; percent: number }
  | {
      type: 'link'
      /** Signal strengths of both antennas and of the way down, in −dBm. */
      strengths: [number, number]
      quality: number
      /** dB */
      noise: number
      antenna: number
      mode: number
      power: number
      downStrength: number
      downQuality: number
      downNoise: number
    }
  | { type: 'other'; kind: number; payload: number[] }

const address = 0xc8
const kinds = { channels: 0x16, position: 0x02, battery: 0x08, link: 0x14 } as const
const lengths: Record<number, number> = { 0x16: 22, 0x02: 15, 0x08: 8, 0x14: 10 }

function payloadOf(message: CrsfMessage): [kind: number, payload: Uint8Array] {
  if (message.type === 'channels') return [kinds.channels, packChannels(message.channels)]
  if (message.type === 'other') return [whole('type', message.kind, 0, 255), Uint8Array.from(message.payload)]
  const bytes = new Uint8Array(lengths[kinds[message.type]]!)
  const view = new DataView(bytes.buffer)
  if (message.type === 'position') {
    view.setInt32(0, Math.round(message.latitude * 1e7))
    view.setInt32(4, Math.round(message.longitude * 1e7))
    view.setUint16(8, Math.round(message.speed * 10))
    view.setUint16(10, Math.round(message.heading * 100))
    view.setUint16(12, Math.round(message.altitude + 1000))
    bytes[14] = message.satellites
  } else if (message.type === 'battery') {
    view.setUint16(0, Math.round(message.volts * 10))
    view.setUint16(2, Math.round(message.amps * 10))
    bytes.set([(message.used >> 16) & 0xff, (message.used >> 8) & 0xff, message.used & 0xff, message.percent], 4)
  } else {
    const { strengths, quality, noise, antenna, mode, power, downStrength, downQuality, downNoise } = message
    ;[...strengths, quality, noise, antenna, mode, power, downStrength, downQuality, downNoise].forEach((value, at) =>
      view.setInt8(at, value),
    )
  }
  return [kinds[message.type], bytes]
}

function read(frame: Uint8Array): CrsfMessage {
  const payload = frame.subarray(3, frame.length - 1)
  const kind = frame[2]!
  const view = new DataView(payload.buffer, payload.byteOffset, payload.length)
  if (lengths[kind] !== payload.length) return { type: 'other', kind, payload: [...payload] }
  if (kind === kinds.channels) return { type: 'channels', channels: unpackChannels(payload) }
  if (kind === kinds.position)
    return {
      type: 'position',
      latitude: view.getInt32(0) / 1e7,
      longitude: view.getInt32(4) / 1e7,
      speed: view.getUint16(8) / 10,
      heading: view.getUint16(10) / 100,
      altitude: view.getUint16(12) - 1000,
      satellites: payload[14]!,
    }
  if (kind === kinds.battery)
    return {
      type: 'battery',
      volts: view.getUint16(0) / 10,
      amps: view.getUint16(2) / 10,
      used: (payload[4]! << 16) | (payload[5]! << 8) | payload[6]!,
      percent: payload[7]!,
    }
  return {
    type: 'link',
    strengths: [payload[0]!, payload[1]!],
    quality: payload[2]!,
    noise: view.getInt8(3),
    antenna: payload[4]!,
    mode: payload[5]!,
    power: payload[6]!,
    downStrength: payload[7]!,
    downQuality: payload[8]!,
    downNoise: view.getInt8(9),
  }
}

/** Control receiver and telemetry frames; big-endian, CRC-8/D5 over type and payload. */
export const crsf: Protocol<CrsfMessage> = {
  name: 'CRSF',
  line: { bauds: [420_000], format: '8N1', inverted: false, halfDuplex: false },
  carries: { channels: channelCount, onOff: [], rounded: asCount },
  messages: [
    {
      name: 'channels',
      direction: 'from-device',
      rate: 150,
      example: { type: 'channels', channels: [172, 1811, 1000, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992] },
      bytes: 'c8 18 16 ac 98 38 fa c0 07 3e f0 81 0f 7c e0 03 1f f8 c0 07 3e f0 81 0f 7c 9c',
    },
    {
      name: 'link',
      direction: 'from-device',
      rate: 10,
      example: {
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
    },
    {
      name: 'battery',
      direction: 'to-device',
      rate: 5,
      example: { type: 'battery', volts: 22.1, amps: 12.3, used: 70_000, percent: 64 },
      bytes: 'c8 0a 08 00 dd 00 7b 01 11 70 40 ca',
    },
    {
      name: 'position',
      direction: 'to-device',
      rate: 5,
      example: {
        type: 'position',
        latitude: 54.4609,
        longitude: -3.0886,
        speed: 12.3,
        heading: 270,
        altitude: 312,
        satellites: 14,
      },
      bytes: 'c8 11 02 20 76 12 e8 fe 28 b7 90 00 7b 69 78 05 20 0e bb',
    },
  ],
  encode(message) {
    const [kind, payload] = payloadOf(message)
    whole('bytes of payload', payload.length, 0, 60)
    const body = [kind, ...payload]
    return Uint8Array.from([address, body.length + 1, ...body, crc8d5(body)])
  },
  decoder: () =>
    frameDecoder<CrsfMessage>({
      measure: ([first, length]) => {
        if (first !== address) return 0
        if (length === undefined) return undefined
        return length >= 2 && length <= 62 ? length + 2 : 0
      },
      refuse: (frame) => (crc8d5(frame.subarray(2, -1)) === frame.at(-1) ? undefined : 'checksum'),
      read,
    }),
}
