/** All wire protocols that the product speaks, by the ids of their definitions in the catalogue. */
import { crsf, type CrsfMessage } from './crsf'
import { escTelemetry, type EscReport } from './esc-telemetry'
import { gnssBinary, type GnssMessage } from './gnss-binary'
import { ibus, type IbusFrame } from './ibus'
import { logStream, type LogRecord } from './log-stream'
import { mavlink, type MavlinkMessage } from './mavlink'
import { msp, type MspMessage } from './msp'
import { nmea, type Sentence } from './nmea'
import { sbus, type SbusFrame } from './sbus'
import { transmitterHalf, type TransmitterMessage } from './transmitter-half'
import { transmitterTalk, type TransmitterTalk } from './transmitter-talk'
import type { Found, Protocol } from './codec'

/** What each protocol's messages are; one without its entry below does not compile. */
interface Messages {
  crsf: CrsfMessage
  'esc-telemetry': EscReport
  'gnss-binary': GnssMessage
  ibus: IbusFrame
  'log-stream': LogRecord
  mavlink: MavlinkMessage
  msp: MspMessage
  nmea: Sentence
  sbus: SbusFrame
  'vtx-half': TransmitterMessage
  'vtx-talk': TransmitterTalk
}
export type ProtocolId = keyof Messages

/** Bytes of a log record where nobody says otherwise. */
const usualRecord = 64

export const protocols: { [Id in ProtocolId]: Protocol<Messages[Id]> } = {
  crsf,
  'esc-telemetry': escTelemetry,
  'gnss-binary': gnssBinary,
  ibus,
  'log-stream': logStream(usualRecord),
  mavlink,
  msp,
  nmea,
  sbus,
  'vtx-half': transmitterHalf,
  'vtx-talk': transmitterTalk,
}

export const protocolIds = Object.keys(protocols) as ProtocolId[]

/** What is known of a protocol by its id; nothing of one that only a definition tells of. */
export function protocolOf(id: string): Protocol<unknown> | undefined {
  return Object.hasOwn(protocols, id) ? (protocols[id as ProtocolId] as Protocol<unknown>) : undefined
}

/** What a protocol makes of a stream. */
export interface Reading {
  protocol: ProtocolId
  /** What it found, message by message. */
  found: Found<unknown>[]
  /** Share of the bytes that are in sound messages, 0 … 1. */
  share: number
}

/** What a stream may be: each protocol that finds a sound message in it, the one that explains most of it first. */
export function recognise(bytes: Uint8Array): Reading[] {
  return protocolIds
    .map((protocol): Reading => {
      const found = (protocols[protocol] as Protocol<unknown>).decoder().push(bytes)
      const sound = found.reduce((sum, { kind, length }) => sum + (kind === 'message' ? length : 0), 0)
      return { protocol, found, share: bytes.length ? sound / bytes.length : 0 }
    })
    .filter(({ share }) => share > 0)
    .sort((one, other) => other.share - one.share)
}
