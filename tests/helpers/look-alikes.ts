import type { BoardDefinition } from '#core/catalogue'

/** As many boards as asked for, each a copy of a shipped one in its newest revision that shares nothing with the others. */
export function lookAlikes(library: { boards: Record<string, BoardDefinition> }, count: number): BoardDefinition[] {
  const shipped = Object.values(library.boards)
  return Array.from({ length: count }, (_, at) => {
    const board = structuredClone(shipped[at % shipped.length]!)
    return { ...board, id: `board-${at}`, revisions: Object.fromEntries(Object.entries(board.revisions).slice(-1)) }
  })
}
