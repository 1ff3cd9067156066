export * from './wires'
export { wiresOf } from './nets'
export * from './drawing'
export * from './pad-use'
