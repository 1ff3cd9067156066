import { defineStore } from 'pinia'
import type { Analysis } from '#core/engine'
import { defaultLayers, type HarnessDrawing, type Layers, type Room, type Sheet } from '#core/harness'

/** The harness as it was drawn last. */
export interface Drawn {
  /** The build, and what was known of it. */
  build: string
  of: Analysis
  layers: Layers
  /** The size on the screen that it was laid out for. */
  room: Room
  /** What stays the same however the devices stand. */
  sheet: Sheet
  drawing: HarnessDrawing
  /** Nothing better was found. */
  finished: boolean
}

/** What the harness view shows, kept so that it is there at once when one comes back to it. */
export const useSheet = defineStore('sheet', () => {
  const drawn = shallowRef<Drawn>()
  const layers = shallowRef<Layers>({ ...defaultLayers })
  /** The size on the screen that it is drawn in. */
  const size = ref({ width: 0, height: 0 })
  return { drawn, layers, size }
})
