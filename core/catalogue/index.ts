export type {
  Board,
  BoardConnector,
  BoardDefinition,
  BoardSide,
  CanBus,
  Exclusion,
  I2cBus,
  Inverter,
  Measure,
  Pad,
  Pin,
  PinFunction,
  PortLine,
  Rail,
  SerialPort,
  Timer,
} from './board'
export { characterFormats, measures, originWords } from './fields/common'
export { isUnsure, openOrigins, originAt, withOrigins, withWritten } from './origins'
export { unsureOfBoard, unsureOfDevice } from './unsure'
export type { UnsureFigure } from './unsure'
export type { Origin, Origins } from './origins'
export type { Differences } from './fields/common'
export { boardFields, pinUses } from './fields/board'
export type { PinRole, PinUse } from './fields/board'
export { classPictures, classWords, pictureSize } from './pictures'
export { deviceClasses, deviceFields } from './fields/device'
export { pairedJobs, settingWays } from './fields/settings'
export { protocolFields } from './fields/protocol'
export type { Field, Fields, FieldWords, PartValues, Shape } from './fields/field'
export { eachTold, fieldsOf } from './fields/walk'
export { namesOf, startOf, startOfField } from './fields/start'
export type { Beginning } from './fields/start'
export { limits } from './limits'
export { definitionChanges, padChanges } from './definitions-compared'
export type { PadChange } from './definitions-compared'
export { railTree } from './rail-tree'
export type { RailInTree } from './rail-tree'
export { cellMeant, cellText, sharedStreams, timerRows, timerUses, withTimerCell } from './timer-matrix'
export type { TimerRow } from './timer-matrix'
export { versionsOf, versionTable, withDifference } from './version-table'
export type { DefinitionVersions, VersionKind, VersionRow } from './version-table'
export { gridOf } from './device'
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
  LossKind,
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
export { differencesBetween, listDifferences, valueWords } from './differences'
export { batteryContact, connectorKinds, contactOf } from './contacts'
export type { Contact, WithContacts } from './contacts'
export { readWish } from './find'
export type { Wish } from './find'
export { compared, mostCompared } from './compare'
export type { Compared } from './compare'
export { answerable, questions } from './answers'
export type { Answerable, Question } from './answers'
export { boardGaps, deviceGaps } from './gaps'
export { blankBoard, blankDevice, deviceStarts } from './blank'
export type { DeviceStart } from './blank'
export { definitionSchemas, upgradeDefinition } from './upgrade'
export { definitionKind, editBetween } from './definition-kind'
export type { Definition, DefinitionEdit, EditableDefinition } from './definition-kind'
export { refuseActs, withActs } from './acts'
