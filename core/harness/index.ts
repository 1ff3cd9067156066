export * from './wires'
export { wiresOf } from './nets'
export { videoChain, type VideoLink, type VideoPoint } from './video'
export * from './drawing'
