import { crc8p07 } from './checksums'
import { frameDecoder, whole, type Protocol } from './codec'

export interface EscReport {
  /** °C */
  temperature: number
  volts: number
  amps: number
  /** mAh */
  used: number
  /** Electrical revolutions a minute, in steps of a hundred. */
  rpm: number
}

const length = 10

/**
 * Reports of an ESC, ten bytes each, big-endian, on request and in turn. Nothing marks their beginning:
 * the checksum alone tells one, so that one in 256 places of noise looks like a report.
 */
export const escTelemetry: Protocol<EscReport> = {
  name: 'ESC telemetry',
  line: { bauds: [115_200], format: '8N1', inverted: false, halfDuplex: false },
  carries: undefined,
  tells: ['current'],
  messages: [
    {
      name: 'report',
      direction: 'from-device',
      rate: 100,
      example: { temperature: 41, volts: 22.1, amps: 12.34, used: 356, rpm: 41_200 },
      bytes: '29 08 a2 04 d2 01 64 01 9c 02',
    },
  ],
  encode({ temperature, volts, amps, used, rpm }) {
    const words = [Math.round(volts * 100), Math.round(amps * 100), used, Math.round(rpm / 100)]
    const body = [
      whole('temperature', temperature, 0, 255),
      ...words.flatMap((word) => [whole('value', word, 0, 65_535) >> 8, word & 0xff]),
    ]
    return Uint8Array.from([...body, crc8p07(body)])
  },
  decoder: () =>
    frameDecoder<EscReport>({
      measure: () => length,
      refuse: (frame) => (crc8p07(frame.subarray(0, -1)) === frame.at(-1) ? undefined : 'checksum'),
      read: (frame) => {
        const word = (at: number) => 256 * frame[at]! + frame[at + 1]!
        return { temperature: frame[0]!, volts: word(1) / 100, amps: word(3) / 100, used: word(5), rpm: word(7) * 100 }
      },
    }),
}
