export { achievableBaud, baudError, baudTolerance, characterBits, linkLoad, utilisation } from './format'
export { carriesConfiguration, linesTaken, linkAt, opensConfiguration, ratesOf, serialLinks, terminalAt } from './values'
export type { LinkValues, SerialLink } from './values'
