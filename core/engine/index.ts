export { adopt, analyse, begun, settle } from './analyse'
export type { Analysis } from './analyse'
export { briefOf, type Brief } from './brief'
export type { FitCell, FitRow, PortLane, PowerRow, PowerSummary, RailLoad } from './summary'
