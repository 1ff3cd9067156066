export { measures, pinUses } from './board'
export type {
  Board,
  BoardConnector,
  BoardDefinition,
  BoardSide,
  CanBus,
  Differences,
  Exclusion,
  I2cBus,
  Inverter,
  Measure,
  Pad,
  Pin,
  PinFunction,
  PinRole,
  PinUse,
  PortLine,
  Rail,
  Revision,
  SerialPort,
  Timer,
} from './board'
export { characterFormats, deviceClasses, gridOf, pairedJobs, pictureTraits, settingWays } from './device'
export type {
  AnalogNeed,
  CanNeed,
  CharacterFormat,
  Device,
  DeviceClass,
  DeviceDefinition,
  DevicePad,
  DevicePort,
  DeviceSetting,
  I2cNeed,
  Lead,
  Message,
  MotorDrive,
  Need,
  PowerOutput,
  PulseNeed,
  Radio,
  ReceiverNeed,
  SerialNeed,
  SerialOption,
  LedNeed,
  PairedJob,
  PictureTrait,
  PulseTravel,
  PulseTrigger,
  SettingPair,
  SettingValue,
  SettingWay,
  Supply,
  Terminal,
  VideoNeed,
} from './device'
export { needKind, needKinds, takesPlace } from './need-kinds'
export type { NeedKind, PadDemand, PadMark, TerminalUse, TimerDemand, Wiring } from './need-kinds'
export type { ProtocolDefinition } from './protocol'
export { mergeDifferences } from './merge'
export { resolveBoard, resolveDevice } from './resolve'
export { boardContradictions, deviceContradictions } from './contradictions'
export type { Contradiction } from './contradictions'
export { edgeOf, ordinal, padNames } from './pad-names'
export type { Edge } from './pad-names'
export { protocolsOf } from './protocols-of'
export { differencesBetween, listDifferences } from './differences'
export { choices } from './choices'
export type { Choice } from './choices'
export { batteryContact, connectorKinds, contactOf } from './contacts'
export type { Contact, WithContacts } from './contacts'
export { boardGaps, deviceGaps } from './gaps'
export { blankBoard, blankDevice } from './blank'
export { definitionSchemas, upgradeDefinition } from './upgrade'
export { mergeThree, type Merged } from './three-way'
