import type { Wire, WireEnd } from '#core/harness'
import type { Plan, ResolvedPlan } from '#core/plan'

/** What is electrically wrong with a harness, by kind. */
export type Fault = 'short' | 'joined' | 'unfed' | 'volts' | 'held' | 'ground' | 'astray' | 'fight' | 'level'

interface Electrics {
  resolved: ResolvedPlan
  /** Sets of points that copper connects, wires and what parts join inside. */
  net: (point: string) => string
  /** Every point there is. */
  points: string[]
}

const padPoint = (resolved: ResolvedPlan, id: string) => {
  const { kind, rail, pin } = resolved.pad(id)!
  return kind === 'ground' ? 'GND' : kind === 'supply' ? `RAIL ${rail}` : `PIN ${pin}`
}

function electricsOf(resolved: ResolvedPlan, wires: Wire[]): Electrics {
  const group = new Map<string, string>()
  const members = new Map<string, string[]>()
  const touch = (point: string) => {
    if (group.has(point)) return
    group.set(point, point)
    members.set(point, [point])
  }
  const join = (one: string, other: string) => {
    touch(one)
    touch(other)
    const [keep, lose] = [group.get(one)!, group.get(other)!]
    if (keep === lose) return
    for (const point of members.get(lose)!) group.set(point, keep)
    members.get(keep)!.push(...members.get(lose)!)
    members.delete(lose)
  }
  const of = ({ device, point }: WireEnd) => (device ? `${device} ${point}` : padPoint(resolved, point))
  for (const wire of wires) if (!wire.omitted) join(of(wire.from), of(wire.to))
  for (const { id, device } of resolved.devices) {
    const grounds = device.terminals.filter(({ role }) => role === 'ground')
    for (const one of grounds)
      for (const other of grounds) if (one.side === other.side) join(`${id} ${one.id}`, `${id} ${other.id}`)
    for (const output of device.outputs) {
      if (output.volts === undefined && device.supplies[0])
        join(`${id} ${device.supplies[0].terminal}`, `${id} ${output.terminal}`)
    }
    for (const terminal of device.terminals) touch(`${id} ${terminal.id}`)
  }
  for (const pad of resolved.board.pads) touch(padPoint(resolved, pad.id))
  for (const point of ['battery plus', 'battery minus']) touch(point)
  return { resolved, net: (point) => group.get(point) ?? point, points: [...group.keys()] }
}

type Range = { min: number; max: number }

/** Volts that each net is driven to by what makes volts; several where sources are joined. */
function drivenNets({ resolved, net }: Electrics): Map<string, Range[]> {
  const driven = new Map<string, Range[]>()
  const drive = (point: string, volts: Range) => driven.set(net(point), [...(driven.get(net(point)) ?? []), volts])
  drive('battery plus', resolved.battery)
  for (const { id, volts, source } of resolved.board.rails) {
    if (volts !== undefined && source !== undefined) drive(`RAIL ${id}`, { min: volts, max: volts })
  }
  for (const { id, device } of resolved.devices) {
    for (const output of device.outputs)
      if (output.volts !== undefined) drive(`${id} ${output.terminal}`, { min: output.volts, max: output.volts })
  }
  return driven
}

/** Nets that the battery's power gets to: its own, and what regulators on such nets make. */
function liveNets({ resolved, net }: Electrics): Set<string> {
  const live = new Set([net('battery plus')])
  for (let before = -1; before !== live.size;) {
    before = live.size
    for (const { id, source } of resolved.board.rails)
      if (source !== undefined && live.has(net(`RAIL ${source}`))) live.add(net(`RAIL ${id}`))
    for (const { id, device } of resolved.devices) {
      if (!device.supplies.some(({ terminal }) => live.has(net(`${id} ${terminal}`)))) continue
      for (const { terminal } of device.outputs) live.add(net(`${id} ${terminal}`))
    }
  }
  return live
}

/** The faults of a plan with its wires, seen from copper alone. */
export function faultsOf(plan: Plan, resolved: ResolvedPlan, wires: Wire[], intended: Wire[]): Set<Fault> {
  const electrics = electricsOf(resolved, wires)
  const { net, points } = electrics
  const found = new Set<Fault>()
  const driven = drivenNets(electrics)
  for (const volts of driven.values()) if (volts.length > 1) found.add('joined')
  for (const { id, device } of resolved.devices) {
    const [input] = device.supplies
    const own = device.outputs.filter(({ volts }) => volts !== undefined).map(({ terminal }) => net(`${id} ${terminal}`))
    if (input && own.includes(net(`${id} ${input.terminal}`))) found.add('joined')
  }
  const live = liveNets(electrics)
  const groundNets = new Set([net('GND'), net('battery minus')])
  const natureOf = (point: string): 'ground' | 'supply' | 'signal' | 'joint' => {
    if (point === 'GND' || point === 'battery minus') return 'ground'
    if (point.startsWith('RAIL ') || point === 'battery plus') return 'supply'
    if (point.startsWith('PIN ')) return 'signal'
    const [device, terminal] = point.split(' ')
    if (plan.joints[device!]) return 'joint'
    const { role } = resolved.device(device!)!.device.terminals.find(({ id }) => id === terminal)!
    return role === 'video' ? 'signal' : role
  }
  const sensesUpTo = (point: string): number => {
    const [device, terminal] = point.split(' ')
    if (device === 'PIN')
      return Math.max(-1, ...resolved.pin(terminal!)!.functions.map((use) => (use.as === 'analog' ? (use.max ?? -1) : -1)))
    const pad = resolved.device(device!)?.device.pads.find((each) => each.terminal === terminal)
    return pad?.measures === 'voltage' ? (pad.max ?? -1) : -1
  }
  const byNet = new Map<string, string[]>()
  for (const point of points) byNet.set(net(point), [...(byNet.get(net(point)) ?? []), point])
  for (const [name, inNet] of byNet) {
    const most = Math.max(0, ...(driven.get(name) ?? []).map(({ max }) => max))
    // A point that measures volts may hang on what it bears.
    const natures = new Set(inNet.flatMap((point) => (sensesUpTo(point) >= most ? [] : [natureOf(point)])))
    for (const point of inNet) if (natureOf(point) !== 'signal') natures.add(natureOf(point))
    if (inNet.some((point) => natureOf(point) === 'ground'))
      natures.add(natureOf(inNet.find((point) => natureOf(point) === 'signal') ?? inNet[0]!))
    if (natures.has('ground') && driven.has(name)) found.add('short')
    if (natures.has('ground') && natures.has('supply')) found.add('short')
    if (natures.has('signal') && (natures.has('supply') || natures.has('ground'))) found.add('held')
  }
  /** What reaches a supply; a net shorted to ground reaches nothing. */
  const feed = (point: string, { min, max }: Range) => {
    const volts = groundNets.has(net(point)) ? undefined : driven.get(net(point))
    if (!volts || !live.has(net(point))) found.add('unfed')
    // What regulators would give is judged as well where they get nothing at present.
    if (volts?.some((each) => each.max > max || (volts.length === 1 && each.min < min))) found.add('volts')
  }
  const { cellsMin, cellsMax } = resolved.board.supply
  for (const { id, kind } of resolved.board.rails) {
    if (kind !== 'battery') continue
    feed(`RAIL ${id}`, { min: cellsMin * 2.8, max: cellsMax * 4.35 })
    const byRegulators = driven.get(net(`RAIL ${id}`))?.every(({ min, max }) => min === max)
    if (byRegulators && !groundNets.has(net(`RAIL ${id}`))) found.add('volts')
  }
  // A board without a regulator is fed what it takes by a rail from outside.
  for (const { id, kind, input } of resolved.board.rails)
    if (kind === 'through' && input && plan.supplies[`board/${id}`] !== undefined) feed(`RAIL ${id}`, input)
  for (const { id, device } of resolved.devices) {
    const touched = (point: string) =>
      wires.some((wire) => !wire.omitted && [wire.from, wire.to].some((end) => end.device === id && end.point === point))
    const fitted = intended.some((wire) => wire.from.device === id)
    for (const supply of device.supplies) {
      const wanted = fitted && !supply.alternative && plan.supplies[`${id}/${supply.id}`] !== undefined
      // A part that is not wired gets volts only by a wire that strays to it.
      if (!wanted && !driven.has(net(`${id} ${supply.terminal}`))) continue
      feed(`${id} ${supply.terminal}`, supply)
    }
    for (const side of new Set(device.terminals.filter(({ role }) => role === 'ground').map((terminal) => terminal.side))) {
      const own = device.terminals.filter((terminal) => terminal.side === side)
      const live = own.some(({ id: point, role }) => role !== 'ground' && touched(point))
      const grounded = own.some(({ id: point, role }) => role === 'ground' && groundNets.has(net(`${id} ${point}`)))
      if (live && !grounded) found.add('ground')
    }
  }
  if (net('GND') !== net('battery minus')) found.add('ground')
  const of = ({ device, point }: WireEnd) => (device ? `${device} ${point}` : padPoint(resolved, point))
  for (const wire of intended) {
    if ((wire.kind === 'signal' || wire.kind === 'video') && net(of(wire.from)) !== net(of(wire.to))) found.add('astray')
  }
  if (overdriven(resolved, electrics)) found.add('level')
  if (fights(plan, resolved, wires, intended, electrics, of)) found.add('fight')
  return found
}

/** Whether an output of a part gives more volts than an input on its net, of a part or of the board, is made for. */
function overdriven(resolved: ResolvedPlan, { net, points }: Electrics): boolean {
  const known = new Set(points)
  const highs = new Map<string, number>()
  const ends = resolved.devices.flatMap(({ id, device }) =>
    device.terminals
      .filter(({ role }) => role === 'signal')
      .map((terminal) => ({ name: net(`${id} ${terminal.id}`), ...terminal })),
  )
  for (const { name, direction, high } of ends)
    if (direction === 'out' && high !== undefined) highs.set(name, Math.max(high, highs.get(name) ?? 0))
  const bears = (name: string, maxIn: number | undefined) => maxIn === undefined || (highs.get(name) ?? 0) <= maxIn
  const pins = resolved.board.pins.filter(({ id }) => known.has(`PIN ${id}`))
  return (
    !ends.every(({ name, direction, maxIn }) => direction === 'out' || bears(name, maxIn)) ||
    !pins.every(({ id, maxIn }) => bears(net(`PIN ${id}`), maxIn))
  )
}

/**
 * Whether two points drive one net. What drives is told by the wires that were meant: an output at the device's end, else the
 * other end; what speaks both ways does so by turns with all that its copper was meant to meet.
 */
function fights(
  plan: Plan,
  resolved: ResolvedPlan,
  wires: Wire[],
  intended: Wire[],
  { net }: Electrics,
  of: (end: WireEnd) => string,
): boolean {
  const directionOf = ({ device, point }: WireEnd) =>
    device === undefined ? undefined : resolved.device(device)?.device.terminals.find(({ id }) => id === point)?.direction
  const pictureOut = ({ device, point }: WireEnd) =>
    resolved
      .device(device ?? '')
      ?.device.needs.some((need) => need.kind === 'video' && need.direction === 'out' && need.terminal === point) ?? false
  /** Each point that drives, with the copper it was meant to meet. */
  const drivers = new Map<string, string>()
  for (const { kind, from, to } of intended) {
    if (kind !== 'signal' && kind !== 'video') continue
    const [near, far] = [of(from), of(to)]
    const direction = directionOf(from)
    if (direction === 'out' || pictureOut(from)) drivers.set(near, far)
    else if (direction !== 'both') drivers.set(far, far)
    else {
      drivers.set(near, far)
      drivers.set(far, far)
    }
  }
  // A part that a wire touches, be it the wrong one, will be fed some day.
  const wired = new Set([...intended, ...wires].flatMap(({ from, to }) => [from.device, to.device]))
  for (const { id, device } of resolved.devices) {
    if (plan.joints[id] || !wired.has(id)) continue
    for (const { id: point, role, direction } of device.terminals)
      if ((role === 'signal' || role === 'video') && direction === 'out' && !drivers.has(`${id} ${point}`))
        drivers.set(`${id} ${point}`, `${id} ${point}`)
  }
  const heard = new Map<string, string>()
  for (const [point, meant] of drivers) {
    const name = net(point)
    if (heard.has(name) && heard.get(name) !== meant) return true
    heard.set(name, meant)
  }
  return false
}
