export {
  ampacity,
  bears,
  benchHolds,
  burstFactor,
  dropAllowed,
  fallsShort,
  gaugeFor,
  gauges,
  nominalTolerance,
  unloaded,
  wireRating,
} from './ratings'
export type { BenchHold, Load, LoadKind } from './ratings'
export { currentInto, feedersOf, groundOfBoard, inputRangeOf, makesVolts, sourcesOf } from './feeders'
export type { Feeder, VoltRange } from './feeders'
export { Currents, currentsOf, plainCurrents, plainVolts, supplyingOf } from './currents'
export type { Feeding, Feeds, Supplying } from './currents'
export { flightCurrent, flightMinutes, minutesAt, usableShare } from './endurance'
