export { adopt, analyse, begun, settle } from './analyse'
export type { Analysis } from './analyse'
export type { FitCell, FitRow, PortLane, PowerRow, PowerSummary, RailLoad } from './summary'
