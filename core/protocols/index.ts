/** Wire protocols: one file each, with what is on the line, how messages become bytes, and how bytes become messages. */
import { crsf } from './crsf'
import { escTelemetry } from './esc-telemetry'
import { gnssBinary } from './gnss-binary'
import { ibus } from './ibus'
import { mavlink } from './mavlink'
import { msp, mspDecoder } from './msp'
import { nmea } from './nmea'
import { sbus } from './sbus'
import { transmitterHalf } from './transmitter-half'
import { transmitterTalk } from './transmitter-talk'

export { countToMicroseconds, microsecondsToCount } from './channels'
export { fromHex, toHex } from './codec'
export type { Codec, Decoder, Found, Line } from './codec'
export { displayText, redrawBytes } from './display-text'
export type { DisplayText } from './display-text'
export { logOverhead, logStream } from './log-stream'
export type { LogRecord } from './log-stream'
export { mavlinkLength } from './mavlink'
export { nmeaAngle } from './nmea'
export { navigationSolution } from './gnss-binary'
export { crsf, escTelemetry, gnssBinary, ibus, mavlink, msp, mspDecoder, nmea, sbus, transmitterHalf, transmitterTalk }
export * from './pulses'

/** The protocols of one frame size or a size that the frame tells, by the ids of their definitions. */
export const codecs = {
  sbus,
  crsf,
  ibus,
  nmea,
  'gnss-binary': gnssBinary,
  mavlink,
  msp,
  'esc-telemetry': escTelemetry,
  'vtx-half': transmitterHalf,
  'vtx-talk': transmitterTalk,
}
