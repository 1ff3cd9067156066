import type { BoardDefinition } from '#core/catalogue'
import { rowOfPad, withAlignedPads, withMovedPads, withoutPads, type Spot } from '#core/entry'

/** Pads that are chosen on the drawing, and what is done to all of them at once. */
export function useChosenPads(board: () => BoardDefinition | undefined, change: (board: BoardDefinition) => void) {
  const picked = ref<string[]>([])
  /** Those that are still there. */
  const chosen = computed(() => picked.value.filter((id) => board()?.pads[id]))
  const lit = computed(() => new Set(chosen.value.map((id) => `pad:${id}`)))
  const edit = (to: (board: BoardDefinition) => BoardDefinition) => {
    const there = board()
    if (there) change(to(there))
  }
  return {
    chosen,
    lit,
    /** Chosen alone, or with those before; chosen again it is let go. */
    pick(id: string, isMore: boolean) {
      const isThere = chosen.value.includes(id)
      const others = isMore ? chosen.value.filter((other) => other !== id) : []
      picked.value = isThere && (isMore || chosen.value.length === 1) ? others : [...others, id]
    },
    row: (id: string) => (picked.value = board() ? rowOfPad(board()!, id) : []),
    none: () => (picked.value = []),
    /** Moves the pad that is held, and with it the others if it is one of the chosen. */
    move: (id: string, by: Spot) => edit((there) => withMovedPads(there, chosen.value.includes(id) ? chosen.value : [id], by)),
    align: () => edit((there) => withAlignedPads(there, chosen.value)),
    remove: () => edit((there) => withoutPads(there, chosen.value)),
  }
}
