import { crc8d5 } from './checksums'
import { frameDecoder, whole, type Protocol } from './codec'

export interface TransmitterMessage {
  from: 'host' | 'transmitter'
  /** From 0 to 127. */
  command: number
  payload: number[]
}

/** Control of a video transmitter on one wire that idles high; the host sends a byte of 0 before each frame. */
export const transmitterHalf: Protocol<TransmitterMessage> = {
  name: 'Transmitter control, half duplex',
  line: { bauds: [4800], format: '8N2', inverted: false, halfDuplex: true },
  carries: undefined,
  messages: [
    {
      name: 'question',
      direction: 'to-device',
      rate: 2,
      example: { from: 'host', command: 3, payload: [5] },
      bytes: '00 aa 55 07 01 05 93',
    },
    {
      name: 'answer',
      direction: 'from-device',
      rate: 2,
      example: { from: 'transmitter', command: 3, payload: [5] },
      bytes: 'aa 55 06 01 05 10',
    },
  ],
  encode({ from, command, payload }) {
    const byHost = from === 'host'
    const frame = [
      0xaa,
      0x55,
      (whole('command', command, 0, 127) << 1) | Number(byHost),
      whole('bytes of payload', payload.length, 0, 255),
      ...payload,
    ]
    return Uint8Array.from([...(byHost ? [0] : []), ...frame, crc8d5(frame)])
  },
  decoder: () =>
    frameDecoder<TransmitterMessage>({
      measure: (bytes) => {
        if (bytes[0] !== 0xaa || (bytes.length > 1 && bytes[1] !== 0x55)) return 0
        return bytes.length < 4 ? undefined : bytes[3]! + 5
      },
      refuse: (frame) => (crc8d5(frame.subarray(0, -1)) === frame.at(-1) ? undefined : 'checksum'),
      read: (frame) => ({
        from: frame[2]! & 1 ? 'host' : 'transmitter',
        command: frame[2]! >> 1,
        payload: [...frame.subarray(4, -1)],
      }),
    }),
}
