import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs'
import { drawingFigures, type DrawingFigures, type DrawnWire, type HarnessDrawing, type Point } from '#core/harness'

const elk = new ELK()

/** The same boxes, rows and pads laid out by ELK's layered algorithm alone: devices left and right of the board by its own choice of layers. */
export async function layered(drawing: HarnessDrawing): Promise<DrawingFigures & { time: number }> {
  const boardPads = drawing.board.pads.filter((pad) =>
    drawing.wires.some(({ wire }) => !wire.to.device && wire.to.point === pad.id),
  )
  const sideOf = (anchor: string) => ({ right: 'WEST', left: 'EAST', below: 'NORTH', above: 'SOUTH' })[anchor]!
  /** Pads where they are, brought straight to the edge they leave by. */
  const onEdge = ({ x, y, anchor }: { x: number; y: number; anchor: string }) => ({
    x: anchor === 'right' ? 0 : anchor === 'left' ? drawing.board.width : x,
    y: anchor === 'below' ? 0 : anchor === 'above' ? drawing.board.height : y,
  })
  const node = (
    id: string,
    width: number,
    height: number,
    ports: { id: string; side: string; x: number; y: number }[],
    fixed: boolean,
  ): ElkNode => ({
    id,
    width,
    height,
    ports: ports.map((port) => ({
      id: port.id,
      width: 1,
      height: 1,
      x: port.x,
      y: port.y,
      layoutOptions: { 'elk.port.side': port.side },
    })),
    layoutOptions: { 'elk.portConstraints': fixed ? 'FIXED_POS' : 'FIXED_SIDE' },
  })
  const children = [
    node(
      'board',
      drawing.board.width,
      drawing.board.height,
      boardPads.map((pad) => ({ id: `board.${pad.id}`, side: sideOf(pad.anchor), ...onEdge(pad) })),
      true,
    ),
    ...drawing.devices.map((box) =>
      node(
        box.id,
        box.width,
        box.height,
        box.terminals
          .filter(({ badge }) => !badge)
          .map(({ point, y }) => ({ id: `${box.id}.${point}`, side: box.side === 'left' ? 'EAST' : 'WEST', x: 0, y: y - box.y })),
        false,
      ),
    ),
  ]
  const edges = drawing.wires.map(({ wire }): ElkExtendedEdge => {
    const from = `${wire.from.device}.${wire.from.point}`
    const to = `${wire.to.device ?? 'board'}.${wire.to.point}`
    const left = drawing.devices.find(({ id }) => id === wire.from.device)!.side === 'left'
    return { id: wire.id, sources: [left ? from : to], targets: [left ? to : from] }
  })
  const start = performance.now()
  const result = await elk.layout({
    id: 'root',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.direction': 'RIGHT',
      'elk.randomSeed': '1',
    },
    children,
    edges,
  })
  const time = performance.now() - start
  const wires = (result.edges ?? []).map((edge): DrawnWire => {
    const section = (edge as ElkExtendedEdge).sections![0]!
    const points = [section.startPoint, ...(section.bendPoints ?? []), section.endPoint]
    const drawn = drawing.wires.find(({ wire }) => wire.id === edge.id)!
    return { ...drawn, points }
  })
  return { ...drawingFigures({ wires }), time }
}

/** The wires up to the board's edge: the layered layout has no inside of the board either. */
export function outside({ wires, board }: HarnessDrawing): Pick<HarnessDrawing, 'wires'> {
  const [left, top, right, bottom] = [board.x, board.y, board.x + board.width, board.y + board.height]
  const inside = ({ x, y }: Point) => x > left && x < right && y > top && y < bottom
  const cut = (points: Point[]) => {
    const at = points.findIndex(inside)
    if (at <= 0) return points
    const { x, y } = points[at - 1]!
    const edge = { x: Math.min(Math.max(x, left), right), y: Math.min(Math.max(y, top), bottom) }
    return [...points.slice(0, at), edge]
  }
  return { wires: wires.map((wire) => ({ ...wire, points: cut(wire.points) })) }
}
