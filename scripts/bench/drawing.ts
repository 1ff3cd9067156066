import { demoPlans } from '../../cli/files'
import { layered, outside } from '../../tests/helpers/layered'
import { adopt, analyse } from '#core/engine'
import { defaultLayers, drawHarness, drawingFigures, wiresOf } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { row } from './figures'

for (const { id, plan } of demoPlans()) {
  const resolved = resolvePlan(adopt(plan, analyse(plan).proposal))
  const wires = wiresOf(resolved)
  for (const [name, layers] of [
    ['signals and video', defaultLayers],
    ['all layers', { main: true, signal: true, video: true, supply: true, ground: true }],
  ] as const) {
    const times: number[] = []
    for (let turn = 0; turn < 10; turn += 1) {
      const start = performance.now()
      drawHarness(resolved, wires, layers)
      times.push(performance.now() - start)
    }
    const drawing = drawHarness(resolved, wires, layers)
    const whole = drawingFigures(drawing)
    const own = drawingFigures(outside(drawing))
    const other = await layered(drawing)
    row(`${id}, ${name}: layout and routing`, times)
    process.stdout.write(
      `  outside the board: own ${own.crossings} crossings, ${own.bends} bends; layered ${other.crossings} crossings, ${other.bends} bends, ${other.time.toFixed(0)} ms\n` +
        `  with the ways on the board: ${whole.crossings} crossings, ${whole.bends} bends, ${whole.overlaps} wires on each other\n`,
    )
  }
}
