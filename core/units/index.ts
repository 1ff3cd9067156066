export * from './quantity'
export * from './wire'
export * from './battery'
export * from './radio'
