import type { Anchored, DisplayLayout, GlyphShapes } from '../plan'
import { EditError, type EditGroup } from './kind'

export interface DisplayEdits {
  /** A new layout, or another in place of one that there is. */
  'display.set': { display: string; layout: DisplayLayout }
  'display.remove': { display: string }
  'display.rename': { display: string; name: string }
  /** Null takes it off the display. */
  'display.place': { display: string; element: string; at: Anchored | null }
  /** Glyphs in place of the product's own; null takes those again. */
  'glyphs.set': { glyphs: GlyphShapes | null }
}

/** What the pilot sees. */
export const displayEdits: EditGroup<DisplayEdits> = {
  'display.set': {
    apply: (plan, { display, layout }) => void (plan.displays[display] = layout),
    words: ({ layout }) => `Display layout ${layout.name}`,
    shape: ({ id, displayLayout }) => ({ display: id.required(), layout: displayLayout.required() }),
  },
  'display.remove': {
    apply: (plan, { display }) => {
      layoutOf(plan.displays, display)
      delete plan.displays[display]
    },
    words: () => 'Remove a display layout',
    shape: ({ id }) => ({ display: id.required() }),
  },
  'display.rename': {
    apply: (plan, { display, name }) => void (layoutOf(plan.displays, display).name = name),
    words: ({ name }) => `Call a display layout ${name}`,
    shape: ({ id, name }) => ({ display: id.required(), name: name.required() }),
  },
  'glyphs.set': {
    apply: (plan, { glyphs }) => void (plan.glyphs = glyphs),
    words: ({ glyphs }) => (glyphs ? `Glyphs of the set ${glyphs.name}` : 'The product’s own glyphs'),
    shape: ({ glyphShapes }) => ({ glyphs: glyphShapes.allow(null).required() }),
  },
  'display.place': {
    apply: (plan, { display, element, at }) => {
      const { elements } = layoutOf(plan.displays, display)
      if (at) elements[element] = at
      else delete elements[element]
    },
    words: ({ element, at }) => `${at ? 'Place' : 'Remove'} ${element} ${at ? 'on' : 'from'} the display`,
    shape: ({ id, anchored }) => ({ display: id.required(), element: id.required(), at: anchored.allow(null).required() }),
  },
}

/** @throws EditError when there is no such layout */
function layoutOf(displays: Record<string, DisplayLayout>, id: string): DisplayLayout {
  const found = displays[id]
  if (!found) throw new EditError(`displays.${id}`, 'there is no such layout')
  return found
}
