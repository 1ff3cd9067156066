/** The pilot's display: what can be shown, on which grid, where it lies, and what is wrong with it. */
export { elementOf, elements, sizeOf, sources } from './elements'
export type { DisplayElement, Source } from './elements'
export { drawnGlyphs, hasGlyph } from './glyphs'
export { anchorAt, cellOf, displayOf, fedSources, horizonAt, placedOn, screenOf, signsOf } from './screen'
export type { DisplayKind, Placed } from './screen'
export { displayStream } from './stream'
export { faultsOf, margin } from './faults'
export type { DisplayFault } from './faults'
