/**
 * Signs that are no text and are drawn for the product's own set of glyphs. A display of 256 glyphs has the
 * plain ones; one of 512 has all.
 */

/** A drawn sign: an outline on a cell of 12 × 18, as the path of an SVG. */
export interface Drawn {
  name: string
  path: string
  /** Only in sets of 512. */
  large?: true
}

/** An arrow that points up, turned in steps of 45°. */
const arrow = 'M6 2 L10.5 9 H8 V16 H4 V9 H1.5 Z'

/** Signs by the one character that stands for them in a text. */
export const drawnGlyphs: Record<string, Drawn> = {
  '↑': { name: 'arrow ahead', path: arrow },
  '↗': { name: 'arrow ahead right', path: 'M10.5 4 V12 L8.3 9.8 L3.5 14.6 L1.4 12.5 L6.2 7.7 L4 5.5 Z' },
  '→': { name: 'arrow right', path: 'M11 9 L6 14 V11 H1 V7 H6 V4 Z' },
  '↘': { name: 'arrow back right', path: 'M10.5 14 H2.5 L4.7 11.8 L1 8.1 L3.1 6 L6.8 9.7 L9 7.5 Z' },
  '↓': { name: 'arrow back', path: 'M6 16 L1.5 9 H4 V2 H8 V9 H10.5 Z' },
  '↙': { name: 'arrow back left', path: 'M1.5 14 V6 L3.7 8.2 L8.5 3.4 L10.6 5.5 L5.8 10.3 L8 12.5 Z' },
  '←': { name: 'arrow left', path: 'M1 9 L6 4 V7 H11 V11 H6 V14 Z' },
  '↖': { name: 'arrow ahead left', path: 'M1.5 4 H9.5 L7.3 6.2 L11 9.9 L8.9 12 L5.2 8.3 L3 10.5 Z' },
  '⌂': { name: 'home', path: 'M6 2 L11 8 H9.5 V15 H7.5 V11 H4.5 V15 H2.5 V8 H1 Z' },
  '▯': { name: 'battery', path: 'M4 2 H8 V4 H10 V16 H2 V4 H4 Z M4 6 V14 H8 V6 Z' },
  '⌖': { name: 'satellite', path: 'M5 2 H7 V6 H11 V8 H7 V16 H5 V8 H1 V6 H5 Z' },
  '│': { name: 'bar', path: 'M2 3 H10 V15 H2 Z' },
  Ω: { name: 'ohm', path: 'M1 14 V12 H4 L2 9 V5 L4 3 H8 L10 5 V9 L8 12 H11 V14 H7 V11 L8 9 V6 L7 5 H5 L4 6 V9 L5 11 V14 Z' },
  '┼': { name: 'cross hair', path: 'M5 3 H7 V8 H11 V10 H7 V15 H5 V10 H1 V8 H5 Z' },
  '─': { name: 'line', path: 'M0 8 H12 V10 H0 Z' },
  '▤': { name: 'signal', path: 'M1 12 H3 V15 H1 Z M5 8 H7 V15 H5 Z M9 4 H11 V15 H9 Z' },
  '✈': {
    name: 'aircraft',
    path: 'M5 2 H7 V7 L12 10 V12 L7 10.5 V14 L9 15.5 V17 L6 16 L3 17 V15.5 L5 14 V10.5 L0 12 V10 L5 7 Z',
    large: true,
  },
  '≋': { name: 'wind', path: 'M1 5 H9 V7 H1 Z M3 9 H11 V11 H3 Z M1 13 H7 V15 H1 Z', large: true },
}

/** What a receiver shows for a glyph that it does not have. */
export const placeholder = '□'
