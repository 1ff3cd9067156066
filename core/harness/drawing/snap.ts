import type { HarnessDrawing } from './model'

/**
 * Heights of a device's upper edge at which one of its wires runs straight to where
 * it leaves the board on its side. A straight wire starts at its pad's middle, also
 * where others start beside it.
 */
export function straightHeights({ devices, wires, board }: HarnessDrawing, id: string): number[] {
  const box = devices.find((device) => device.id === id)
  if (!box) return []
  const edge = box.side === 'left' ? board.x : board.x + board.width
  const heights = wires.flatMap(({ wire, points }) => {
    const terminal = wire.from.device === id && box.terminals.find(({ point, badge }) => point === wire.from.point && !badge)
    // Between battery, distribution and ESCs wires go from part to part; there it is those that count.
    if (!terminal || wire.to.device || wire.main) return []
    return points.slice(1).flatMap((to, at) => {
      const from = points[at]!
      const crosses = from.y === to.y && (from.x - edge) * (to.x - edge) <= 0
      const level = from.y >= board.y && from.y <= board.y + board.height
      const pad = at === points.length - 2 ? board.pads.find((pad) => pad.id === wire.to.point) : undefined
      const middle = pad ? board.y + pad.y : from.y
      return crosses && level ? [middle - (terminal.y - box.y)] : []
    })
  })
  return [...new Set(heights)].sort((a, b) => a - b)
}
