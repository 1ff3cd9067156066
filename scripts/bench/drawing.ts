import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs'
import { demoPlans } from '../../cli/files'
import { adopt, analyse } from '#core/engine'
import { defaultLayers, drawHarness, drawingFigures, wiresOf, type DrawnWire, type Layers } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { row } from './figures'

const elk = new ELK()

/** The same boxes, rows and pads laid out by ELK's layered algorithm alone: devices left and right of the board by its own choice of layers. */
async function layered(plan: ReturnType<typeof resolvePlan>, layers: Layers) {
  const drawing = drawHarness(plan, wiresOf(plan), layers)
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
    layoutOptions: { 'elk.algorithm': 'layered', 'elk.edgeRouting': 'ORTHOGONAL', 'elk.direction': 'RIGHT' },
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

for (const { id, plan } of demoPlans()) {
  const resolved = resolvePlan(adopt(plan, analyse(plan).proposal))
  const wires = wiresOf(resolved)
  for (const [name, layers] of [
    ['signals and video', defaultLayers],
    ['all layers', { signal: true, video: true, supply: true, ground: true }],
  ] as const) {
    const times: number[] = []
    for (let turn = 0; turn < 10; turn += 1) {
      const start = performance.now()
      drawHarness(resolved, wires, layers)
      times.push(performance.now() - start)
    }
    const own = drawingFigures(drawHarness(resolved, wires, layers))
    const other = await layered(resolved, layers)
    row(`${id}, ${name}: layout and routing`, times)
    process.stdout.write(
      `  own ${own.crossings} crossings, ${own.bends} bends; layered ${other.crossings} crossings, ${other.bends} bends, ${other.time.toFixed(0)} ms\n`,
    )
  }
}
