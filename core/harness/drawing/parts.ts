import type { ResolvedPlan } from '../../plan'
import type { Wire } from '../wires'
import { Sheet } from './index'
import { fitsIn, standing, type Arrangement, type HarnessDrawing, type Layers, type Room } from './model'

/** One sheet of a harness: all of it, or the wires of some devices. */
export interface HarnessPart {
  /** Ids of the devices whose wires it shows; all of them when missing. */
  devices?: string[]
  drawing: HarnessDrawing
  /** Its smallest letters can be read. */
  isReadable: boolean
}

/**
 * The harness as sheets that can be read: one where that is enough; else a view of all of it, in which names can be read, and
 * sheets of the wires of some devices each, with what they need of the board, every wire on one of them.
 * @param arrangement one that is tried first
 */
export function harnessParts(
  resolved: ResolvedPlan,
  wires: Wire[],
  layers: Layers,
  room: Room,
  arrangement?: Arrangement,
): HarnessPart[] {
  const sheet = new Sheet(resolved, wires, layers, room)
  const given = arrangement && sheet.draw(arrangement)
  const whole = given && fitsIn(given, room) ? given : sheet.best()
  if (fitsIn(whole, room)) return [{ drawing: whole, isReadable: true }]
  return [{ drawing: whole, isReadable: false }, ...sheetsOfSome(resolved, wires, layers, room, whole)]
}

/** The device on whose sheet a wire is. */
const ownerOf = ({ from, to }: Wire) => from.device ?? to.device

/** Devices in the order in which they stand, as many on a sheet as it takes. */
function sheetsOfSome(
  resolved: ResolvedPlan,
  wires: Wire[],
  layers: Layers,
  room: Room,
  { arrangement }: HarnessDrawing,
): HarnessPart[] {
  const drawnOf = (devices: string[]): HarnessDrawing => {
    const own = wires.filter((wire) => devices.includes(ownerOf(wire) ?? ''))
    const some = new Sheet(resolved, own, layers, room, true)
    return some.draw(some.startingArrangement(), {})
  }
  const parts: HarnessPart[] = []
  const owners = new Set(wires.filter(({ omitted }) => !omitted).map(ownerOf))
  for (const id of standing(arrangement).filter((each) => owners.has(each))) {
    const last = parts.at(-1)
    const more = last && [...last.devices!, id]
    const drawing = more && drawnOf(more)
    if (last && more && drawing && fitsIn(drawing, room)) parts[parts.length - 1] = { devices: more, drawing, isReadable: true }
    else {
      const alone = drawnOf([id])
      parts.push({ devices: [id], drawing: alone, isReadable: fitsIn(alone, room) })
    }
  }
  return parts
}
