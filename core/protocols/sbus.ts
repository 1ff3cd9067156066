import { asCount, channelCount, packChannels, unpackChannels } from './channels'
import { frameDecoder, type Protocol } from './codec'

export interface SbusFrame {
  /** 16 counts from 0 to 2047. */
  channels: number[]
  /** Channels 17 and 18, which are on or off. */
  switches: [boolean, boolean]
  frameLost: boolean
  failsafe: boolean
}

const length = 25
const flags = (frame: SbusFrame) => [...frame.switches, frame.frameLost, frame.failsafe]

/** Control receiver frames of 25 bytes, each 7 or 14 ms. There is no checksum: only the first and last byte and the unused flags tell a frame. */
export const sbus: Protocol<SbusFrame> = {
  name: 'SBUS',
  line: { bauds: [100_000], format: '8E2', inverted: true, halfDuplex: false },
  carries: { channels: channelCount, onOff: [17, 18], rounded: asCount },
  messages: [
    {
      name: 'channels',
      direction: 'from-device',
      rate: 142.9,
      example: {
        channels: [172, 1811, 1000, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992, 992],
        switches: [false, false],
        frameLost: false,
        failsafe: false,
      },
      bytes: '0f ac 98 38 fa c0 07 3e f0 81 0f 7c e0 03 1f f8 c0 07 3e f0 81 0f 7c 00 00',
      unchecked: true,
    },
  ],
  encode(frame) {
    const bits = flags(frame).reduce((all, on, bit) => all | (Number(on) << bit), 0)
    return Uint8Array.from([0x0f, ...packChannels(frame.channels), bits, 0])
  },
  decoder: () =>
    frameDecoder<SbusFrame>({
      measure: ([first]) => (first === 0x0f ? length : 0),
      refuse: (frame) => {
        if (frame[length - 1] !== 0) return 'does not end with 0'
        return frame[length - 2]! > 0x0f ? 'has flags that there are none of' : undefined
      },
      read: (frame) => {
        const on = (bit: number) => Boolean((frame[length - 2]! >> bit) & 1)
        return {
          channels: unpackChannels(frame.subarray(1, 1 + (channelCount * 11) / 8)),
          switches: [on(0), on(1)],
          frameLost: on(2),
          failsafe: on(3),
        }
      },
    }),
}
