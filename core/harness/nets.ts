import type { Device, Pad, PowerOutput, Terminal } from '../catalogue'
import {
  idIn,
  keyOf,
  splitKey,
  type FittedDevice,
  type FittedNeed,
  type Place,
  type ResolvedPlan,
  type WireOverride,
} from '../plan'
import { wiresFor } from '../suitability'
import type { WireColour } from '../units'
import { PadBook } from './pads'
import { videoChain, type VideoPoint } from './video'
import { cutLength, routeLength } from './airframe'
import { boardEnd, deviceEnd, gaugeFor, wireId, type Wire, type WireEnd, type WireKind } from './wires'

/** The wires that an assignment asks for, in the order of the fit-out, with what was set by hand laid over. */
export function wiresOf(resolved: ResolvedPlan): Wire[] {
  const maker = new WireMaker(resolved)
  for (const fitted of resolved.devices) maker.device(fitted)
  maker.video()
  return maker.finished()
}

class WireMaker {
  private readonly wires: Wire[] = []
  private readonly pads: PadBook

  constructor(private readonly resolved: ResolvedPlan) {
    this.pads = new PadBook(resolved)
  }

  device(fitted: FittedDevice): void {
    const before = this.wires.length
    for (const need of this.resolved.needs) if (need.fitted === fitted) this.need(need)
    const anchor = this.wires.slice(before).map((wire) => this.resolved.pad(wire.to.point))[0]
    this.supplies(fitted, anchor)
    this.grounds(fitted, anchor)
  }

  video(): void {
    for (const { from, to } of videoChain(this.resolved)) {
      const [near, far] = 'device' in from ? [from, to] : [to, from]
      if (!('device' in near)) continue
      this.add(near.device, near.terminal, this.videoEnd(far), 'video', `video ${near.device.instance.name}`, {})
    }
  }

  finished(): Wire[] {
    const order = new Map(this.resolved.devices.map((fitted, at) => [fitted.id, at]))
    const kinds: WireKind[] = ['signal', 'video', 'supply', 'ground']
    return this.wires
      .sort((a, b) => order.get(a.from.device!)! - order.get(b.from.device!)! || kinds.indexOf(a.kind) - kinds.indexOf(b.kind))
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
      const pad = 'pad' in wired ? this.resolved.pad(wired.pad) : this.pads.ofPin(wired.pin, id)
      if (pad)
        this.add(fitted.fitted, wired.terminal, this.padEnd(pad), 'signal', netName(fitted, wired.terminal), { need: fitted.key })
    }
  }

  private supplies(fitted: FittedDevice, anchor: Pad | undefined): void {
    for (const supply of fitted.device.supplies) {
      const source = this.resolved.plan.supplies[keyOf(fitted.id, supply.id)]
      const end = source && this.sourceEnd(source, anchor, wireId(fitted.id, supply.terminal))
      if (end) this.add(fitted, supply.terminal, end, 'supply', source, { source, gauge: gaugeFor(supply.peak) })
    }
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

  /** The device's output that a source is. */
  private outputOf(source: Place): { fitted: FittedDevice; output: PowerOutput } | undefined {
    const [owner, id] = splitKey(idIn('output', source) ?? '')
    const fitted = this.resolved.device(owner)
    const output = fitted?.device.outputs.find((offered) => offered.id === id)
    return fitted && output && { fitted, output }
  }

  /**
   * Each ground terminal goes to the common point: the source's ground for a device
   * fed by another, otherwise a pad beside that of its supply, so that current goes
   * and comes back side by side.
   */
  private grounds(fitted: FittedDevice, anchor: Pad | undefined): void {
    for (const terminal of fitted.device.terminals.filter((terminal) => terminal.role === 'ground')) {
      const supply = fitted.device.supplies.find((supply) => supply.ground === terminal.id)
      const source = supply && this.resolved.plan.supplies[keyOf(fitted.id, supply.id)]
      const end =
        (source && this.outputGround(source)) ||
        this.groundPad(this.supplyPad(fitted, supply) ?? anchor, wireId(fitted.id, terminal.id))
      const peak = supply?.peak ?? 0
      if (end) this.add(fitted, terminal.id, end, 'ground', 'GND', { gauge: gaugeFor(peak) })
    }
  }

  private supplyPad(fitted: FittedDevice, supply: Device['supplies'][number] | undefined): Pad | undefined {
    const wire = supply && this.wires.find(({ id }) => id === wireId(fitted.id, supply.terminal))
    return wire && this.resolved.pad(wire.to.point)
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
    return boardEnd(pad, this.resolved.board.connectors.find(({ id }) => id === pad.connector)?.label)
  }

  private add(
    fitted: FittedDevice,
    terminal: string,
    to: WireEnd,
    kind: WireKind,
    net: string,
    extra: Partial<Pick<Wire, 'need' | 'source' | 'gauge'>>,
  ): void {
    const id = wireId(fitted.id, terminal)
    if (this.wires.some((wire) => wire.id === id)) return
    const override: WireOverride = this.resolved.plan.wires[id] ?? {}
    const moved = override.pad ? this.resolved.pad(override.pad) : undefined
    const end = moved ? this.padEnd(moved) : to
    this.wires.push({
      id,
      number: '',
      kind,
      net,
      from: deviceEnd(fitted, terminal),
      to: end,
      colour: override.colour ?? colourOf(fitted.device, terminal, kind),
      gauge: override.gauge ?? extra.gauge ?? 28,
      length: override.length ?? cutLength(routeLength(this.resolved, deviceEnd(fitted, terminal), end)),
      measured: override.length !== undefined,
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

const colourByKind: Record<WireKind, WireColour> = { signal: 'WH', supply: 'RD', ground: 'BK', video: 'YE' }

function colourOf(device: Device, terminal: string, kind: WireKind): WireColour {
  const known: Terminal | undefined = device.terminals.find(({ id }) => id === terminal)
  return known?.colour ?? colourByKind[kind]
}
