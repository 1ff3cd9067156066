/** What is set where: at both ends of every link, on the board, and in the devices; in which order. */
export { agrees, deviceSheet, deviceSheets, refuseValue, settingEdit, settingWords } from './sheets'
export type { SettingRow, Wanted } from './sheets'
export { boardSteps } from './board'
export type { BoardValue, SetupStep } from './board'
export { intendedState, ledger, roundValues } from './ledger'
export type { BoardState, LedgerRow } from './ledger'
export { setupRounds } from './steps'
export { calibratedScale } from './calibration'
