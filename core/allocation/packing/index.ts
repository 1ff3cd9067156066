export * from './packing'
export { compile, type Compiled } from './conflicts'
export { solveCompiled, solvePacking } from './search'
