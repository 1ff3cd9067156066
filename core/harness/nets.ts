import type { Pad, PowerOutput, Terminal } from '../catalogue'
import {
  boardGround,
  boardId,
  idIn,
  isIdle,
  placeLabel,
  readPoint,
  splitKey,
  type FittedDevice,
  type FittedNeed,
  type FittedSupply,
  type Place,
  type ResolvedPlan,
  type WireOverride,
} from '../plan'
import { currentsOf, gaugeFor, unloaded, type Load } from '../electrics'
import { wiresFor } from '../suitability'
import { cutLength, routeLength } from './airframe'
import { colourFor, colourRole } from './colours'
import { PadBook } from './pads'
import { endAt } from './points'
import { asThickAsItTakes, thinnest } from './gauges'
import { videoChain, type VideoPoint } from './video'
import { boardEnd, deviceEnd, wireId, type Wire, type WireEnd, type WireKind } from './wires'

/**
 * The wires that an assignment asks for, in the order of the fit-out, with what was set by hand laid over: one that is led
 * elsewhere by hand moves no other. What a lock holds where it is kept free for it once the plan would have it elsewhere.
 */
export function wiresOf(resolved: ResolvedPlan): Wire[] {
  let maker = madeWires(resolved, new Map())
  const held = lockedPads(resolved)
  if ([...held].some(([wire, { id }]) => maker.planned.get(wire)?.point !== id)) maker = madeWires(resolved, held)
  return asThickAsItTakes(resolved, maker.finished(), maker.planned)
}

function madeWires(resolved: ResolvedPlan, held: ReadonlyMap<string, Pad>): WireMaker {
  const maker = new WireMaker(resolved, held)
  maker.board()
  maker.video()
  for (const fitted of resolved.devices) maker.device(fitted)
  maker.extras()
  return maker
}

/** The pads at which locks hold wires. */
function lockedPads({ plan, pad }: ResolvedPlan): Map<string, Pad> {
  return new Map(
    Object.entries(plan.wires).flatMap(([wire, { end, locked }]): [string, Pad][] => {
      const at = end && locked?.includes('end') ? readPoint(end) : undefined
      const held = at && 'pad' in at ? pad(at.pad) : undefined
      return held ? [[wire, held]] : []
    }),
  )
}

/** The board's ground also takes back some of what the signal grounds of ESCs and servos bring to it. */
const groundShare = 1.4

/** What is looked at of wires that meet in a joint. */
type Meeting = Pick<Wire, 'from' | 'to' | 'main' | 'bursts'> & { kind?: WireKind }

/** A wire of the user's own before it is known what it is for. */
type Added = Meeting & { id: string; owner: FittedDevice }

class WireMaker {
  private readonly wires: Wire[] = []
  /** Where each wire leads unless it is led elsewhere by hand: that moves no other. */
  readonly planned = new Map<string, WireEnd>()
  private readonly pads: PadBook
  private readonly currents: Map<string, Load>

  constructor(
    private readonly resolved: ResolvedPlan,
    held: ReadonlyMap<string, Pad>,
  ) {
    this.pads = new PadBook(resolved, held)
    this.currents = currentsOf(resolved)
  }

  /** What feeds the board: from the source to a pad of its own, with a ground beside it. */
  board(): void {
    for (const fitted of this.resolved.supplies.filter(({ fitted: { id } }) => id === boardId)) {
      const { key, supply } = fitted
      const source = this.resolved.plan.supplies[key]
      const { fitted: owner, output } = (source && this.outputOf(source)) || {}
      const [there, back] = [wireId(boardId, supply.terminal), wireId(boardId, boardGround(supply.id))]
      const pad = owner && this.pads.ofRail(supply.id, undefined, there)
      if (!owner || !output || !pad) continue
      const load = this.currents.get(key) ?? unloaded
      const gauge = gaugeFor({ typical: groundShare * load.typical, peak: groundShare * load.peak }, false)
      this.add(there, owner, output.terminal, this.padEnd(pad), 'supply', placeLabel(source!, this.resolved.plan), {
        source,
        gauge,
        main: true,
      })
      const ground = this.groundPad(pad, back)
      if (ground) this.add(back, owner, output.ground, ground, 'ground', 'GND', { gauge, main: true })
    }
  }

  device(fitted: FittedDevice): void {
    const before = this.wires.length
    for (const need of this.resolved.needs) if (need.fitted === fitted) this.need(need)
    const anchor = this.wires.slice(before).map(({ id }) => this.resolved.pad(this.planned.get(id)!.point))[0]
    if (isIdle(this.resolved, fitted)) return
    this.supplies(fitted, anchor)
    this.grounds(fitted, anchor)
  }

  video(): void {
    for (const { from, to } of videoChain(this.resolved)) {
      const [near, far] = 'device' in from ? [from, to] : [to, from]
      if (!('device' in near)) continue
      const id = wireId(near.device.id, near.terminal)
      this.add(id, near.device, near.terminal, this.videoEnd(far), 'video', `video ${near.device.instance.name}`, {})
    }
  }

  /** Wires of the user's own, last in the list. */
  extras(): void {
    const { extras, wires } = this.resolved.plan
    const added = Object.entries(extras).flatMap(([id, extra]): Added[] => {
      const [one, other] = [endAt(this.resolved, extra.from), endAt(this.resolved, wires[id]?.end ?? extra.to)]
      if (!one || !other) return []
      const [from, to] = one.device === undefined ? [other, one] : [one, other]
      const owner = this.resolved.device(from.device ?? '')
      return owner ? [{ id, owner, from, to, main: false, bursts: false }] : []
    })
    this.tellFromJoints(added)
    for (const { id, owner, from, to, kind = 'signal', main, bursts } of added)
      this.add(id, owner, from.point, to, kind, kind === 'ground' ? 'GND' : owner.instance.name, { main, bursts })
  }

  /** What wires of the user's own are for goes on from joint to joint, in whatever order they were added. */
  private tellFromJoints(added: Added[]): void {
    for (let changed = true; changed;) {
      changed = false
      for (const wire of added) {
        const others = [...this.wires, ...added.filter((other) => other !== wire)]
        const kind = wire.kind ?? this.kindAt(wire.from, others) ?? this.kindAt(wire.to, others)
        const meeting = kind === undefined || kind === 'signal' ? [] : this.meeting(others, wire.from, wire.to)
        const told = { kind, main: meeting.some(({ main }) => main), bursts: meeting.some(({ bursts }) => bursts) }
        changed ||= told.kind !== wire.kind || (told.main && !wire.main) || (told.bursts && !wire.bursts)
        Object.assign(wire, { kind, main: wire.main || told.main, bursts: wire.bursts || told.bursts })
      }
    }
  }

  /** What a point is for: of a joint, what the first wire is that ends there and of which that is known. */
  private kindAt({ device, point }: WireEnd, wires: readonly Meeting[]): WireKind | undefined {
    if (device === undefined) return this.resolved.pad(point)?.kind
    if (this.resolved.plan.joints[device])
      return wires.find(({ from, to, kind }) => kind && [from, to].some((end) => end.device === device))?.kind
    return this.resolved.device(device)?.device.terminals.find(({ id }) => id === point)?.role
  }

  /** Wires, of some, at the joints that a wire ends at. */
  private meeting(wires: readonly Meeting[], ...ends: WireEnd[]): Meeting[] {
    const joints = ends.flatMap(({ device }) => (device !== undefined && this.resolved.plan.joints[device] ? device : []))
    return wires.filter(({ from, to }) => [from, to].some(({ device }) => device !== undefined && joints.includes(device)))
  }

  finished(): Wire[] {
    const order = new Map(this.resolved.devices.map((fitted, at) => [fitted.id, at]))
    // What feeds the board, and wires of the user's own, come last, so that the other wires keep the numbers that papers out there have.
    const rank = ({ id, from }: Wire) =>
      this.resolved.plan.extras[id]
        ? order.size + 1
        : id.startsWith(`${boardId}.`)
          ? order.size
          : (order.get(from.device!) ?? order.size)
    const kinds: WireKind[] = ['signal', 'video', 'supply', 'ground']
    return this.wires
      .sort((a, b) => (rank(a) === rank(b) ? 0 : rank(a) - rank(b)) || kinds.indexOf(a.kind) - kinds.indexOf(b.kind))
      .map((wire, at) => ({ ...wire, number: `W${at + 1}` }))
  }

  private videoEnd(point: VideoPoint): WireEnd {
    return 'pad' in point ? this.padEnd(point.pad) : deviceEnd(point.device, point.terminal)
  }

  private need(fitted: FittedNeed): void {
    const placement = this.resolved.plan.assignment[fitted.key]
    if (!placement) return
    for (const wired of wiresFor(this.resolved, fitted, placement)) {
      const id = wireId(fitted.fitted.id, wired.terminal)
      const pad = 'pin' in wired ? this.pads.ofPin(wired.pin, id) : undefined
      const end = 'pin' in wired ? pad && this.padEnd(pad) : endAt(this.resolved, wired.point)
      const net = netName(fitted, wired.terminal)
      if (end) this.add(id, fitted.fitted, wired.terminal, end, 'signal', net, { need: fitted.key })
    }
  }

  private supplies(fitted: FittedDevice, anchor: Pad | undefined): void {
    for (const input of this.resolved.supplies.filter((input) => input.fitted === fitted)) {
      const source = this.resolved.plan.supplies[input.key]
      const id = wireId(fitted.id, input.supply.terminal)
      const end = source && this.sourceEnd(source, anchor, id)
      if (end)
        this.add(id, fitted, input.supply.terminal, end, 'supply', placeLabel(source, this.resolved.plan), {
          source,
          gauge: this.gaugeOf(input),
          main: input.main,
          bursts: input.main,
        })
    }
  }

  /** The gauge for what flows through a supply input, with all that is passed on. */
  private gaugeOf({ key, main }: FittedSupply): number {
    return gaugeFor(this.currents.get(key) ?? unloaded, main)
  }

  private sourceEnd(source: Place, anchor: Pad | undefined, wire: string): WireEnd | undefined {
    const rail = idIn('rail', source)
    if (rail !== undefined) {
      const pad = this.pads.ofRail(rail, anchor, wire)
      return pad && this.padEnd(pad)
    }
    const { fitted, output } = this.outputOf(source) ?? {}
    return fitted && output ? deviceEnd(fitted, output.terminal) : undefined
  }

  /** The part's output that a source is. */
  private outputOf(source: Place): { fitted: FittedDevice; output: PowerOutput } | undefined {
    const [owner, id] = splitKey(idIn('output', source) ?? '')
    const fitted = this.resolved.device(owner)
    const output = fitted?.device.outputs.find((offered) => offered.id === id)
    return fitted && output && { fitted, output }
  }

  /**
   * Each ground terminal goes to the common point: the source's ground for a device fed by another
   * part, otherwise a pad beside that of its supply, so that current goes and comes back side by
   * side. One that the board has its own ground from has a wire already.
   */
  private grounds(fitted: FittedDevice, anchor: Pad | undefined): void {
    for (const terminal of fitted.device.terminals.filter((terminal) => terminal.role === 'ground')) {
      const inputs = this.resolved.supplies.filter((input) => input.fitted === fitted && input.supply.ground === terminal.id)
      const source = inputs.map(({ key }) => this.resolved.plan.supplies[key]).find((place) => place !== undefined)
      if (!inputs.length && (this.isWired(fitted, terminal) || this.isUnused(fitted, terminal))) continue
      const end =
        (source && this.outputGround(source)) ||
        this.groundPad(this.supplyPad(fitted, inputs[0]) ?? anchor, wireId(fitted.id, terminal.id))
      const gauge = Math.min(28, ...inputs.map((input) => this.gaugeOf(input)))
      if (end)
        this.add(wireId(fitted.id, terminal.id), fitted, terminal.id, end, 'ground', 'GND', {
          gauge,
          main: inputs.some(({ main }) => main),
          bursts: inputs.some(({ main }) => main),
        })
    }
  }

  private isWired({ id }: FittedDevice, terminal: Terminal): boolean {
    return this.wires.some(({ kind, from }) => kind === 'ground' && from.device === id && from.point === terminal.id)
  }

  /** The ground of a connector of which no other contact is wired. */
  private isUnused(fitted: FittedDevice, terminal: Terminal): boolean {
    const { id, device } = fitted
    const connector = device.connectors.find(({ pins }) => pins.includes(terminal.id))
    if (!connector) return false
    const wired = (point: string) => this.wires.some(({ from }) => from.device === id && from.point === point)
    const gives = (source: Place) => {
      const from = this.outputOf(source)
      return from?.fitted === fitted && connector.pins.includes(from.output.terminal)
    }
    // What has current of its own and gives it to others has no other way to the ground of the craft.
    const givesOwn = !device.supplies.length && Object.values(this.resolved.plan.supplies).some(gives)
    return !givesOwn && !connector.pins.some(wired)
  }

  private supplyPad(fitted: FittedDevice, input: FittedSupply | undefined): Pad | undefined {
    const end = input && this.planned.get(wireId(fitted.id, input.supply.terminal))
    return end && this.resolved.pad(end.point)
  }

  private outputGround(source: Place): WireEnd | undefined {
    const { fitted, output } = this.outputOf(source) ?? {}
    return fitted && output ? deviceEnd(fitted, output.ground) : undefined
  }

  private groundPad(anchor: Pad | undefined, wire: string): WireEnd | undefined {
    const pad = this.pads.ground(anchor, wire)
    return pad && this.padEnd(pad)
  }

  private padEnd(pad: Pad): WireEnd {
    return boardEnd(this.resolved, pad)
  }

  private add(
    id: string,
    fitted: FittedDevice,
    terminal: string,
    to: WireEnd,
    kind: WireKind,
    net: string,
    extra: Partial<Pick<Wire, 'need' | 'source' | 'gauge' | 'main' | 'bursts'>>,
  ): void {
    if (this.wires.some((wire) => wire.id === id)) return
    const override: WireOverride = this.resolved.plan.wires[id] ?? {}
    const from = deviceEnd(fitted, terminal)
    this.planned.set(id, to)
    const end = endAt(this.resolved, override.end) ?? to
    const needed = cutLength(routeLength(this.resolved, from, end))
    const need = extra.need === undefined ? undefined : this.resolved.need(extra.need)
    const { lead } = fitted.device.connectors.find(({ pins }) => pins.includes(terminal)) ?? {}
    this.wires.push({
      id,
      number: '',
      kind,
      net,
      main: extra.main ?? false,
      bursts: extra.bursts ?? false,
      from,
      to: end,
      colour:
        override.colour ??
        colourFor(
          this.resolved,
          kind,
          colourRole(this.resolved, kind, { device: fitted, terminal, need, source: extra.source }),
          {
            given: fitted.device.terminals.find(({ id }) => id === terminal)?.colour,
            lead: lead !== undefined,
          },
        ),
      gauge: override.gauge ?? lead?.gauge ?? extra.gauge ?? thinnest,
      length: override.length ?? Math.max(needed, lead?.length ?? 0),
      measured: override.length !== undefined,
      ...(lead && { lead }),
      note: override.note ?? '',
      need: extra.need,
      source: extra.source,
      omitted: override.omitted ?? false,
      locked: override.locked !== undefined,
    })
  }
}

function netName({ fitted }: FittedNeed, terminal: string): string {
  const label = fitted.device.terminals.find(({ id }) => id === terminal)?.label ?? terminal
  return `${fitted.instance.name} ${label}`
}
