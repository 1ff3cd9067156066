export * from './analyse'
export type { FitCell, FitRow, PortLane, RailLoad } from './summary'
