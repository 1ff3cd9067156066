export * from './frame'
export * from './ends'
export * from './lines'
