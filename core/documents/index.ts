export * from './csv'
export * from './wire-list'
export * from './harness-svg'
export * from './wire-tables'
