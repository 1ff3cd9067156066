/** Strips on the craft: where each light is, what it tells at each moment, who sees it, and what it takes. */
export { coveredMeanings, darkSides, inShownOrder } from './faults'
export type { Covered } from './faults'
export { joinedPieces, lightsAt, partedPiece, stripsOf, turned, unusedStretch, usualStrip } from './place'
export type { LaidStrip, LightAt, LightJoin } from './place'
export { ampsOf, litAt, meaningAt, seenFrom, shareSeen, sides } from './shown'
export type { LitLight, SeenLight, Side } from './shown'
export { leastVolts, limitFor, stripFigures, stripVolts, voltsAlong } from './strip'
export type { StripFigures } from './strip'
