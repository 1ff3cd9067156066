export {
  figure,
  formatAmps,
  formatBaud,
  formatOhms,
  formatShare,
  formatVoltRange,
  formatVolts,
  grouped,
  plain,
  minus,
  thinSpace,
} from './quantity'
export type { Amps, Baud, Grams, Hertz, Millimetres, Ohms, Unit, Volts } from './quantity'
export { copperMassPerMetre, wireColours, wireDiameter, wireResistancePerMetre } from './wire'
export type { WireColour } from './wire'
export { assumedRating, batteryLimit, batteryMass, batteryRange, batterySize, cellVoltage, packShape } from './battery'
export type { Chemistry } from './battery'
export { fits, milliampsGiven, milliampsTaken } from './current'
export { quarterWave } from './radio'
export { unseenSign } from './signs'
export { mebibyte, sizeText } from './bytes'
