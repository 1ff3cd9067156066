import { defineStore } from 'pinia'
import type { BoardFit } from '#core/allocation'
import type { BoardDefinition } from '#core/catalogue'

/** A board that a build may be moved to. */
export interface BoardAsked {
  definition: BoardDefinition
  revision: string
  /** How the build fits there, where that is known. */
  fit?: BoardFit
}

/** The board that is about to be taken: whoever offers one asks here, and one dialog says what becomes of the build. */
export const useBoardMove = defineStore('board-move', () => {
  const asked = shallowRef<BoardAsked>()
  return { asked, ask: (board: BoardAsked) => (asked.value = board), leave: () => (asked.value = undefined) }
})
