/** Strips on the craft: where each light is, what it tells at each moment, who sees it, and what it takes. */
export { coveredMeanings, darkSides } from './faults'
export type { Covered } from './faults'
export { lightsAt, stripsOf, turned, usualStrip } from './place'
export type { LaidStrip, LightAt, LightJoin } from './place'
export { ampsOf, litAt, meaningAt, seenFrom, shareSeen, sides } from './shown'
export type { LitLight, SeenLight, Side } from './shown'
export { leastVolts, limitFor, stripFigures, voltsAlong } from './strip'
export type { StripFigures } from './strip'
