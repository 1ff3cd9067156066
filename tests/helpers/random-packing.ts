import type { Packing, PackingItem, PackingOption } from '#core/allocation'

/** Size of a drawn instance: serial ports, devices, and pads in all. */
export interface Size {
  ports: number
  devices: number
  pads: number
}

/** Numbers drawn from a seed: xorshift, the same on every machine. */
export function drawing(seed: number) {
  let state = (seed * 2654435761 + 1) >>> 0 || 1
  const next = () => {
    state ^= state << 13
    state >>>= 0
    state ^= state >>> 17
    state ^= state << 5
    state >>>= 0
    return state / 4294967296
  }
  const below = (limit: number) => Math.floor(next() * limit)
  return { next, below, chance: (share: number) => next() < share, of: <T>(list: readonly T[]): T => list[below(list.length)]! }
}

const skipCosts = [20000, 20000, 3000, 600, 100] as const

interface Pad {
  pin: number
  timer: number | undefined
  led: boolean
  analog: boolean
  drive: boolean
}

interface Port {
  slot: number
  halves: [tx: number, rx: number]
  pins: [tx: number | undefined, rx: number | undefined]
  software: boolean
  risk: number
  shape: number | undefined
  rate: number | undefined
  cost: number
}

/**
 * A packing with the shape of a real allocation: hardware and software ports,
 * pads with several functions behind some of them, timers that bind their pads
 * to one rate, DMA streams, rails with limits, exclusions, locks, wishes.
 */
export function randomPacking(seed: number, size: Size): Packing {
  const draw = drawing(seed)
  let units = 0
  let modes = 0
  const capacities: number[] = []
  const unit = () => units++
  const mode = () => modes++
  const timers = Array.from({ length: Math.max(2, Math.round(size.pads / 8)) }, mode)
  const streams = Array.from({ length: Math.max(2, Math.round(size.pads / 8)) }, unit)
  const softwareOff = mode()

  const pads: Pad[] = Array.from({ length: Math.max(4, size.pads - 2 * size.ports) }, () => ({
    pin: unit(),
    timer: draw.chance(0.55) ? draw.of(timers) : undefined,
    led: draw.chance(0.15),
    analog: draw.chance(0.2),
    drive: draw.chance(0.5),
  }))
  const ports: Port[] = Array.from({ length: size.ports }, (_, at) => {
    const software = at >= size.ports - Math.floor(size.ports / 4)
    const behind = (): number => {
      if (!software && !draw.chance(0.3)) return unit()
      return draw.of(pads).pin
    }
    const tx = draw.chance(0.95) ? behind() : undefined
    let rx = draw.chance(0.95) ? behind() : undefined
    if (rx === tx) rx = unit()
    const split = draw.chance(0.3)
    return {
      slot: unit(),
      halves: [unit(), unit()],
      pins: [tx, rx],
      software,
      risk: software ? 6 : draw.of([0, 0, 0, 8]),
      shape: split ? mode() : undefined,
      rate: split ? mode() : undefined,
      cost: at % 3,
    }
  })
  const rails = Array.from({ length: 3 }, () => capacities.push(draw.of([600, 1500, 2000])) - 1)
  const items: PackingItem[] = []
  const skip = (priority: number): PackingOption => ({ units: [], modes: [], loads: [], cost: skipCosts[priority]! })
  const bare = { modes: [] as [number, number][], loads: [] as [number, number][] }

  const serial = (priority: number) => {
    const lines = draw.of(['both', 'both', 'tx', 'rx'] as const)
    const fast = draw.chance(0.5)
    const rate = draw.below(3)
    const options = ports.flatMap((port): PackingOption[] => {
      if (port.software && fast) return []
      const wanted = lines === 'both' ? [0, 1] : [lines === 'tx' ? 0 : 1]
      if (wanted.some((side) => port.pins[side] === undefined)) return []
      const half = port.shape !== undefined && lines !== 'both'
      return [
        {
          units: [half ? port.halves[wanted[0]!]! : port.slot, ...wanted.map((side) => port.pins[side]!)],
          modes: [
            ...(port.shape === undefined ? [] : [[port.shape, half ? 1 : 0] as [number, number]]),
            ...(half ? [[port.rate!, rate] as [number, number]] : []),
            ...(port.software ? [[softwareOff, 1] as [number, number]] : []),
          ],
          loads: [],
          cost: port.risk + port.cost + draw.of([0, 0, 2, 4]),
        },
      ]
    })
    items.push({ options: [...options, skip(priority)] })
  }
  const pulse = (priority: number, count: number) => {
    const rate = draw.below(3)
    const options = pads.flatMap(({ pin, timer }): PackingOption[] =>
      timer === undefined
        ? []
        : [
            { ...bare, units: [pin], modes: [[timer, rate]], cost: 0 },
            { ...bare, units: [pin], modes: [[timer, (rate + 1) % 3]], cost: 2 },
          ],
    )
    for (let at = 0; at < count; at += 1) items.push({ options: [...options, skip(priority)] })
  }
  const pad = (priority: number) => {
    const use = draw.of(['led', 'analog', 'drive'] as const)
    const options = pads.flatMap((pad): PackingOption[] => {
      if (!pad[use] || (use === 'led' && pad.timer === undefined)) return []
      return [
        {
          units: use === 'led' ? [pad.pin, draw.of(streams)] : [pad.pin],
          modes:
            use === 'led'
              ? [
                  [pad.timer!, 3],
                  [softwareOff, 0],
                ]
              : [],
          loads: [],
          cost: draw.of([0, 0, 3]),
        },
      ]
    })
    items.push({ options: [...options, skip(priority)] })
  }
  const supply = (priority: number) => {
    const amount = draw.of([40, 120, 250, 500, 900])
    const fed = rails.filter(() => draw.chance(0.7))
    const options = fed.flatMap((rail): PackingOption[] => {
      const cost = draw.of([0, 0, 1, 4])
      return [
        { ...bare, units: [], loads: [[rail, amount]], cost },
        { ...bare, units: [], cost: cost + 120 },
      ]
    })
    items.push({ options: [...options, skip(priority)] })
  }

  for (let at = 0; at < size.devices; at += 1) {
    const priority = draw.below(skipCosts.length)
    const kind = draw.next()
    if (kind < 0.55) serial(priority)
    else if (kind < 0.75) pulse(priority, draw.of([1, 2, 4]))
    else pad(priority)
    if (draw.chance(0.7)) supply(priority)
  }
  for (let locks = draw.below(3); locks > 0; locks -= 1) {
    const item = draw.of(items)
    item.options = [draw.of(item.options), item.options.at(-1)!]
  }
  return { units, modes, capacities, items }
}
