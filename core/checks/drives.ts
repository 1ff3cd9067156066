import { memo } from '../memo'
import { needKind, type PinUse } from '../catalogue'
import { endAt, videoChain } from '../harness'
import { idIn, isIdle, padPoint, referTo, terminalPoint, type Place, type Subject, type WirePoint } from '../plan'
import { wiredNeeds } from './wired-needs'
import type { CheckContext } from './context'
import { endWords } from './reports'

/** A point that drives the net it is in: an output of the board as the plan uses it, or of a part. */
export interface Driver {
  point: WirePoint
  subjects: Subject[]
  /** Copper that it is meant for. What is meant for the same takes turns there, or is told of where it is placed. */
  line: string
  /** A line of a bus, which parts only pull low, or drive by turns: two such joined are dead, and nothing burns. */
  bus: boolean
}

/** Uses of a pin by which the board drives it; at those of a bus it does so in turn with the parts. */
const driven: ReadonlySet<PinUse> = new Set<PinUse>([
  'uart-tx',
  'pulse',
  'led-data',
  'switch',
  'buzzer',
  'i2c-sda',
  'i2c-scl',
  'can-h',
  'can-l',
])

/** All that drives a net of a plan, one for each point. */
export const driversOf = memo((context: CheckContext): Driver[] => [
  ...new Map([...ofBoard(context), ...ofParts(context)].map((driver) => [driver.point, driver])).values(),
])

/** The copper that each terminal of a placed need is meant for, and whether that is a line of a bus. */
function linesOf(context: CheckContext): Map<WirePoint, Pick<Driver, 'line' | 'bus'>> {
  return new Map(
    wiredNeeds(context).map(({ need, wired }): [WirePoint, Pick<Driver, 'line' | 'bus'>] => [
      terminalPoint(need.fitted.id, wired.terminal),
      {
        line: 'pin' in wired ? `pin:${wired.pin}` : context.circuit.at(wired.point),
        bus: needKind(need.need).wiring === 'bus',
      },
    ]),
  )
}

/** What a driver's point is called in a sentence. */
export const driverWords = (context: CheckContext, { point }: Driver) => endWords(context, endAt(context.resolved, point)!)

function* ofBoard(context: CheckContext): Iterable<Driver> {
  const { resolved, circuit } = context
  const driver = (pad: string, line: string, subjects: Subject[], bus: boolean): Driver => ({
    point: padPoint(pad),
    subjects,
    line,
    bus,
  })
  for (const { need, placement, wired } of wiredNeeds(context)) {
    const uses = needKind(need.need).terminals(need.need)
    if (!uses.some(({ terminal, use }) => terminal === wired.terminal && driven.has(use))) continue
    const pad = 'pin' in wired ? resolved.padsOfPin(wired.pin)[0]?.id : idIn('pad', wired.point as Place)
    if (pad !== undefined) yield driver(pad, circuit.at(padPoint(pad)), [placement.place], needKind(need.need).wiring === 'bus')
  }
  for (const { from } of videoChain(resolved)) if ('pad' in from) yield driver(from.pad.id, padPoint(from.pad.id), [], false)
}

function* ofParts(context: CheckContext): Iterable<Driver> {
  const { resolved } = context
  const lines = linesOf(context)
  for (const fitted of resolved.devices) {
    if (isIdle(resolved, fitted) || Object.hasOwn(resolved.plan.joints, fitted.id)) continue
    for (const { id, role, direction } of fitted.device.terminals) {
      if (role !== 'signal' && role !== 'video') continue
      const point = terminalPoint(fitted.id, id)
      const meant = lines.get(point)
      // What speaks both ways is silent until it is asked, and nobody asks what has no place.
      if (direction !== 'out' && !isPictureOut(context, fitted.id, id) && !(direction === 'both' && meant)) continue
      yield {
        point,
        subjects: [referTo('device', fitted.id)],
        ...(meant ?? { line: point, bus: false }),
      }
    }
  }
}

function isPictureOut({ resolved }: CheckContext, device: string, terminal: string): boolean {
  return resolved.needs.some(
    ({ fitted, need }) => fitted.id === device && need.kind === 'video' && need.direction === 'out' && need.terminal === terminal,
  )
}
