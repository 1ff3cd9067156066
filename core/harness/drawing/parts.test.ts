import { describe, expect, it } from 'vitest'
import { solveProblem, layOut } from '../../allocation'
import { adopt } from '../../engine'
import { resolvePlan } from '../../plan'
import { allocated } from '../../../tests/helpers/plans'
import { largestPlan } from '../../../tests/helpers/largest'
import { defaultLayers, harnessParts, roomOf, wiresOf } from '../index'

const paper = roomOf(785, 433, 6)

describe('a harness on paper', () => {
  it.each(['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)(
    'is one sheet where its letters can be read: %s',
    (name) => {
      const resolved = resolvePlan(allocated(name))
      const wires = wiresOf(resolved)
      const [whole, ...more] = harnessParts(resolved, wires, defaultLayers, paper)
      expect(more).toEqual([])
      expect(whole).toMatchObject({ isReadable: true })
      // Asked for once more with that arrangement, it is drawn so.
      const again = harnessParts(resolved, wires, defaultLayers, paper, whole!.drawing.arrangement)
      expect(again[0]!.drawing).toEqual(whole!.drawing)
    },
  )

  it('is parted where it is too large: every wire stands on one sheet, each of which can be read', () => {
    const plan = largestPlan(30, 60)
    const resolved = resolvePlan(adopt(plan, solveProblem(layOut(resolvePlan(plan)), plan)))
    const wires = wiresOf(resolved)
    const [whole, ...sheets] = harnessParts(resolved, wires, defaultLayers, paper)
    expect(whole).toMatchObject({ isReadable: false })
    expect(sheets.length).toBeGreaterThan(1)
    const onSheets = sheets.flatMap(({ drawing }) => [
      ...drawing.wires.map(({ wire }) => wire.id),
      ...drawing.devices.flatMap(({ terminals }) => terminals.flatMap(({ badge }) => badge?.wire ?? [])),
    ])
    const fitted = wires.filter(({ omitted }) => !omitted).map(({ id }) => id)
    expect([...onSheets].sort()).toEqual([...fitted].sort())
    const devices = sheets.flatMap((sheet) => sheet.devices!)
    expect(new Set(devices).size).toBe(devices.length)
    for (const { isReadable, devices: shown, drawing } of sheets) {
      // A single device may have more wires than a sheet holds.
      if (shown!.length > 1) expect(isReadable).toBe(true)
      // Of the board it has what these devices need, and no more.
      const { board } = drawing
      const ends = new Set(
        wires.filter(({ from }) => shown!.includes(from.device ?? '')).flatMap(({ to }) => (to.device ? [] : [to.point])),
      )
      const drawn = board.pads.filter(({ used }) => used)
      expect(drawn.map(({ id }) => id).sort()).toEqual([...ends].sort())
      expect(board.width * board.height).toBeLessThan(0.5 * whole!.drawing.board.width * whole!.drawing.board.height)
      expect(board.breaks.length).toBeGreaterThan(0)
      for (const { x, y } of drawn)
        for (const { axis, from, width } of board.breaks) {
          const at = axis === 'x' ? x : y
          expect(at < from || at > from + width).toBe(true)
        }
      if (isReadable) expect(drawing.height).toBeLessThanOrEqual(paper.height * 1.01)
    }
  })
})
