/** Devices with their wiring and settings, taken from one build and put into others. */
export { takeModule } from './take'
export type { Module } from './take'
export { putModule } from './put'
export type { PartOutcome, ModuleInsertion } from './put'
export { parseModule, readModule } from './file'
