/** Wire protocols: one file each, with what is on the line, how messages become bytes, and how bytes become messages. */
export type { Carriage, Codec, Decoder, Direction, Found, Line, Protocol, UsualMessage } from './codec'
export { messagesUnlike, protocolContradictions } from './contradictions'
export { displayText, redrawBytes } from './display-text'
export type { DisplayText } from './display-text'
export { protocolIds, protocolOf, protocols, recognise } from './registry'
export type { ProtocolId, Reading } from './registry'
export * from './pulses'
