/** What is set where: at both ends of every link, on the board, and in the devices; in which order. */
export { agrees, deviceSheet, deviceSheets, refuseValue, settingEdit, settingWords } from './sheets'
export type { SettingRow, Wanted } from './sheets'
export { boardEnd, boardSteps, portWords } from './board'
export type { SetupStep } from './board'
export { setupRounds } from './steps'
export { CircularOrder, inRounds } from './order'
export type { Ordered } from './order'
export { calibratedScale } from './calibration'
