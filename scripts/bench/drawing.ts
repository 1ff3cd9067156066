import { demoPlans } from '../../cli/files'
import { layered, outside } from '../../tests/helpers/layered'
import { adopt, analyse } from '#core/engine'
import { defaultLayers, drawingFigures, roomOf, Sheet, wiresOf } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { row } from './figures'

/** The drawing's part of a window of 1280 × 800 with the findings open, its letters of eight pixels. */
const screen = roomOf(964, 600, 8)

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
      new Sheet(resolved, wires, layers, screen).best()
      times.push(performance.now() - start)
    }
    const first: number[] = []
    for (let turn = 0; turn < 10; turn += 1) {
      const start = performance.now()
      const sheet = new Sheet(resolved, wires, layers, screen)
      sheet.draw(sheet.startingArrangement())
      first.push(performance.now() - start)
    }
    const drawing = new Sheet(resolved, wires, layers, screen).best()
    const large = Math.min(screen.width / drawing.width, screen.height / drawing.height)
    const whole = drawingFigures(drawing)
    const own = drawingFigures(outside(drawing))
    const other = await layered(drawing)
    row(`${id}, ${name}: first drawing`, first)
    row(`${id}, ${name}: layout and routing`, times)
    process.stdout.write(
      `  letters of ${(8 * large).toFixed(1)} px\n` +
        `  outside the board: own ${own.crossings} crossings, ${own.bends} bends; layered ${other.crossings} crossings, ${other.bends} bends, ${other.time.toFixed(0)} ms\n` +
        `  with the ways on the board: ${whole.crossings} crossings, ${whole.bends} bends, ${whole.overlaps} wires on each other\n`,
    )
  }
}
