import type { Packing, PackingItem, PackingOption } from '#core/allocation'
import { drawing } from './random-packing'

/** Cost of leaving out a must, then wishes 1 to 3. */
const skip = [20000, 3000, 600, 100] as const

const nothing = (cost: number): PackingOption => ({ units: [], modes: [], loads: [], cost })

type Draw = ReturnType<typeof drawing>

/** Supplies that share a few rails which cannot bear them all: a knapsack over rails. */
function rails(draw: Draw): Packing {
  const count = 20 + draw.below(21)
  const amounts = Array.from({ length: count }, () => draw.of([40, 120, 250, 330, 500, 900, 1310]))
  const total = amounts.reduce((sum, amount) => sum + amount, 0)
  const capacities = Array.from({ length: 3 + draw.below(2) }, () => Math.round((total * (0.12 + 0.18 * draw.next())) / 10) * 10)
  const items = amounts.map((amount): PackingItem => {
    const options = capacities.flatMap((_, rail): PackingOption[] =>
      draw.chance(0.75) ? [{ ...nothing(draw.of([0, 0, 1, 4, 9]) + rail), loads: [[rail, amount]] }] : [],
    )
    return { options: [...options, nothing(skip[draw.below(4)]!)] }
  })
  return { units: 0, modes: 0, capacities, items }
}

/** Ports whose use shuts features, and features that shut each other. */
function exclusions(draw: Draw): Packing {
  const count = 20 + draw.below(21)
  const ports = Math.round(count * 0.8)
  const modes = count
  const items = Array.from({ length: Math.round(count * 0.9) }, (): PackingItem => {
    const options = Array.from({ length: ports }, (_, port) => port)
      .filter(() => draw.chance(0.35))
      .map((port): PackingOption => {
        const touched = [...new Set(Array.from({ length: 1 + draw.below(3) }, () => draw.below(modes)))]
        return {
          ...nothing(draw.of([0, 0, 2, 6, 8])),
          units: [port],
          modes: touched.map((mode) => [mode, draw.below(2)] as [number, number]),
        }
      })
    return { options: [...options, nothing(skip[draw.below(4)]!)] }
  })
  return { units: ports, modes, capacities: [], items }
}

/** Many needs held to one place each, and more that have to go around them. */
function locks(draw: Draw): Packing {
  const places = 44
  const lock = 400_000
  const items = Array.from({ length: 60 }, (_, at): PackingItem => {
    const held = at < 40
    const rate = draw.below(3)
    const take = (place: number, cost: number): PackingOption => ({
      ...nothing(cost),
      units: draw.chance(0.3) ? [place, places + draw.below(12)] : [place],
      modes: place % 3 ? [] : [[place % 5, rate]],
    })
    const options = held
      ? [take(draw.below(places), draw.of([0, 2, 6]))]
      : Array.from({ length: 10 }, () => take(draw.below(places), draw.of([0, 2, 6])))
    return { options: [...options, nothing(skip[draw.below(4)]! + (held ? lock : 0))] }
  })
  return { units: places + 12, modes: 5, capacities: [], items }
}

/** LED and pulse outputs that need a pad and one of few DMA streams each, on timers of one rate. */
function streams(draw: Draw): Packing {
  const outputs = 14 + draw.below(7)
  const pads = outputs + 4
  const count = Math.round(outputs * 0.6)
  const padStreams = Array.from({ length: pads }, () => [draw.below(count), draw.below(count)])
  const timers = Math.round(pads / 4)
  const items = Array.from({ length: outputs }, (): PackingItem => {
    const rate = draw.below(3)
    const options = padStreams.flatMap((offered, pad): PackingOption[] =>
      draw.chance(0.6)
        ? [...new Set(offered)].map((stream) => ({
            ...nothing(draw.of([0, 0, 3])),
            units: [pad, pads + stream],
            modes: [[pad % timers, rate]],
          }))
        : [],
    )
    return { options: [...options, nothing(skip[draw.below(4)]!)] }
  })
  return { units: pads + count, modes: timers, capacities: [], items }
}

/** Far more wishes than ports, the ports with pins that pulses want too. */
function wishes(draw: Draw): Packing {
  const ports = 8 + draw.below(5)
  const pins = ports * 2 + 6
  const count = 20 + draw.below(21)
  const items = Array.from({ length: count }, (): PackingItem => {
    const serial = draw.chance(0.6)
    const fast = draw.below(3)
    const options = serial
      ? Array.from({ length: ports }, (_, port): PackingOption => ({
          ...nothing(draw.of([0, 0, 2, 4, 8])),
          units: [port, ports + port * 2, ports + port * 2 + 1],
          modes: port % 4 === 3 ? [[port, fast]] : [],
        })).filter(() => draw.chance(0.7))
      : Array.from({ length: pins }, (_, pin): PackingOption => ({
          ...nothing(draw.of([0, 0, 3])),
          units: [ports + pin],
          modes: [[20 + (pin % 6), fast]],
        })).filter(() => draw.chance(0.5))
    return { options: [...options, nothing(skip[1 + draw.below(3)]!)] }
  })
  return { units: ports + pins, modes: 26, capacities: [], items }
}

/** Twenty-four servos and motors, many alike, on timers of one rate each. */
function servos(draw: Draw): Packing {
  const pads = 26
  const timers = Array.from({ length: pads }, () => draw.below(8))
  const items: PackingItem[] = []
  while (items.length < 24) {
    const rates = draw.of([[0], [1], [0, 1], [1, 2], [2, 3]])
    const cost = draw.of([0, 0, 2])
    const priority = draw.below(4)
    const options = timers.flatMap((timer, pad) =>
      rates.map((rate, worse): PackingOption => ({
        ...nothing(cost + worse * 2 + (pad % 3)),
        units: [pad],
        modes: [[timer, rate]],
      })),
    )
    const alike = Math.min(24 - items.length, draw.of([2, 4, 6]))
    for (let at = 0; at < alike; at += 1) items.push({ options: [...options, nothing(skip[priority]!)] })
  }
  return { units: pads, modes: 8, capacities: [], items }
}

/** Needs of a few classes, each class alike, on ports of a few kinds. */
function classes(draw: Draw): Packing {
  const ports = 16
  const kinds = Array.from({ length: ports }, () => draw.below(4))
  const items: PackingItem[] = []
  for (let kind = 0; kind < 6; kind += 1) {
    const costs = Array.from({ length: 4 }, () => draw.of([0, 2, 6, undefined]))
    const priority = draw.below(4)
    const options = kinds.flatMap((portKind, port): PackingOption[] => {
      const cost = costs[portKind]
      return cost === undefined ? [] : [{ ...nothing(cost), units: [port], modes: [[portKind, kind % 2]] }]
    })
    for (let at = 0; at < 4; at += 1) items.push({ options: [...options, nothing(skip[priority]!)] })
  }
  return { units: ports, modes: 4, capacities: [], items }
}

/** Outputs of three rates on many timers: which timer runs at which. */
function timers(draw: Draw): Packing {
  const pads = 40
  const timerOf = Array.from({ length: pads }, () => draw.below(12))
  const items = Array.from({ length: 30 }, (): PackingItem => {
    const rates = draw.of([[0], [1], [2], [0, 1], [1, 2]])
    const options = timerOf.flatMap((timer, pad): PackingOption[] =>
      draw.chance(0.4)
        ? rates.map((rate, worse) => ({ ...nothing(draw.of([0, 1, 3]) + worse * 4), units: [pad], modes: [[timer, rate]] }))
        : [],
    )
    return { options: [...options, nothing(skip[draw.below(4)]!)] }
  })
  return { units: pads, modes: 12, capacities: [], items }
}

export const hardFamilies = { rails, exclusions, locks, streams, wishes, servos, classes, timers }

export type HardFamily = keyof typeof hardFamilies

/** A packing of a family that is hard for a depth-first search, the same for each seed. */
export function hardPacking(family: HardFamily, seed: number): Packing {
  return hardFamilies[family](drawing(seed * 7919 + 13))
}
