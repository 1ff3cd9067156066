export * from './finding'
export { checkContext, type CheckContext, type Rule } from './context'
export { check } from './run'
export { rules } from './rules'
