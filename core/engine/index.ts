export * from './analyse'
export type { FitCell, FitRow, PortLane, PowerRow, PowerSummary, RailLoad } from './summary'
