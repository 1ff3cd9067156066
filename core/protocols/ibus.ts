import { sum } from './checksums'
import { frameDecoder, whole, type Protocol } from './codec'

export interface IbusFrame {
  /** 14 widths in µs. */
  channels: number[]
}

const length = 32

/** Control receiver frames of 32 bytes each 7 ms: 14 widths, then 0xFFFF less the sum of all before; little-endian. */
export const ibus: Protocol<IbusFrame> = {
  name: 'IBUS',
  line: { bauds: [115_200], format: '8N1', inverted: false, halfDuplex: false },
  carries: { channels: 14, onOff: [], rounded: Math.round },
  messages: [
    {
      name: 'channels',
      direction: 'from-device',
      rate: 142.9,
      example: { channels: [1500, 1500, 1000, 1500, 1000, 2000, 1000, 2000, 1000, 2000, 1000, 2000, 1000, 2000] },
      bytes: '20 40 dc 05 dc 05 e8 03 dc 05 e8 03 d0 07 e8 03 d0 07 e8 03 d0 07 e8 03 d0 07 e8 03 d0 07 47 f3',
    },
  ],
  encode({ channels }) {
    whole('number of channels', channels.length, 14, 14)
    const body = [
      0x20,
      0x40,
      ...channels.flatMap((width, at) => [whole(`channel ${at + 1}`, width, 0, 65_535) & 0xff, width >> 8]),
    ]
    const check = (0xffff - sum(body)) & 0xffff
    return Uint8Array.from([...body, check & 0xff, check >> 8])
  },
  decoder: () =>
    frameDecoder<IbusFrame>({
      measure: ([first, second]) => {
        if (first !== 0x20) return 0
        if (second === undefined) return undefined
        return second === 0x40 ? length : 0
      },
      refuse: (frame) => {
        const check = (0xffff - sum(frame.subarray(0, length - 2))) & 0xffff
        return frame[length - 2]! + 256 * frame[length - 1]! === check ? undefined : 'checksum'
      },
      read: (frame) => ({ channels: Array.from({ length: 14 }, (_, at) => frame[2 + 2 * at]! + 256 * frame[3 + 2 * at]!) }),
    }),
}
