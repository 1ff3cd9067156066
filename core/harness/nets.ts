import type { Device, Need, Pad, Terminal } from '../catalogue'
import { splitKey, type FittedDevice, type FittedNeed, type ResolvedPlan, type WireOverride } from '../plan'
import type { WireColour } from '../units'
import { linesTaken, serialLinks } from '../links'
import { PadBook } from './pads'
import { videoChain, type VideoPoint } from './video'
import { cutLength, routeLength } from './airframe'
import { boardEnd, deviceEnd, gaugeFor, type Wire, type WireEnd, type WireKind } from './wires'

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
  private readonly links: ReturnType<typeof serialLinks>

  constructor(private readonly resolved: ResolvedPlan) {
    this.pads = new PadBook(resolved)
    this.links = serialLinks(resolved)
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
    for (const [terminal, pin] of this.pinsOf(fitted)) {
      const pad = typeof pin === 'string' ? this.pads.ofPin(pin, `${fitted.fitted.id}.${terminal}`) : pin
      if (pad) this.add(fitted.fitted, terminal, this.padEnd(pad), 'signal', netName(fitted, terminal), { need: fitted.key })
    }
  }

  /** Device terminals with the pin, or the very pad, that each is wired to. */
  private pinsOf({ key, need }: FittedNeed): [terminal: string, pin: string | Pad][] {
    const placement = this.resolved.plan.assignment[key]
    if (!placement) return []
    const id = placement.place.slice(placement.place.indexOf(':') + 1)
    if (need.kind === 'serial') return this.serialPins(key)
    if (placement.place.startsWith('pad:')) {
      const pad = this.resolved.pad(id)
      return pad && 'terminal' in need ? [[need.terminal, pad]] : []
    }
    if (need.kind === 'i2c') {
      const bus = this.resolved.board.i2c.find((one) => one.id === id)
      return bus
        ? [
            [need.sda, bus.sda],
            [need.scl, bus.scl],
          ]
        : []
    }
    if (need.kind === 'can') {
      const bus = this.resolved.board.can.find((one) => one.id === id)
      return bus
        ? [
            [need.high, bus.high],
            [need.low, bus.low],
          ]
        : []
    }
    return this.receiverPins(need)
  }

  /** The board's TX goes to the terminal that the device listens on, and the other way about. */
  private serialPins(key: string): [string, string][] {
    const link = this.links.find((one) => one.need.key === key)
    if (!link) return []
    const { need } = link.need
    return linesTaken(need, link.board).flatMap((line): [string, string][] => {
      const pin = link.port[line]?.pin
      const terminal = line === 'tx' ? (need.rx ?? need.tx) : need.tx
      return pin && terminal ? [[terminal, pin]] : []
    })
  }

  private receiverPins(need: Need): [string, string][] {
    if (need.kind !== 'receiver-pulse' && need.kind !== 'receiver-parallel') return []
    const use = need.kind === 'receiver-pulse' ? 'receiver-pulse' : 'receiver-channel'
    const pins = this.resolved.board.pins
      .filter((pin) => pin.functions.some((does) => does.as === use))
      .sort((a, b) => channelOf(a.functions, use) - channelOf(b.functions, use))
    return need.terminals.flatMap((terminal, at): [string, string][] => (pins[at] ? [[terminal, pins[at].id]] : []))
  }

  private supplies(fitted: FittedDevice, anchor: Pad | undefined): void {
    for (const supply of fitted.device.supplies) {
      const source = this.resolved.plan.supplies[`${fitted.id}/${supply.id}`]
      const end = source && this.sourceEnd(source, anchor, `${fitted.id}.${supply.terminal}`)
      if (end) this.add(fitted, supply.terminal, end, 'supply', source, { source, gauge: gaugeFor(supply.peak) })
    }
  }

  private sourceEnd(source: string, anchor: Pad | undefined, wire: string): WireEnd | undefined {
    const id = source.slice(source.indexOf(':') + 1)
    if (source.startsWith('rail:')) {
      const pad = this.pads.ofRail(id, anchor, wire)
      return pad && this.padEnd(pad)
    }
    const [owner, output] = splitKey(id)
    const fitted = this.resolved.device(owner)
    const terminal = fitted?.device.outputs.find((one) => one.id === output)?.terminal
    return fitted && terminal ? deviceEnd(fitted, terminal) : undefined
  }

  /**
   * Each ground terminal goes to the common point: the source's ground for a device
   * fed by another, otherwise a pad beside that of its supply, so that current goes
   * and comes back side by side.
   */
  private grounds(fitted: FittedDevice, anchor: Pad | undefined): void {
    for (const terminal of fitted.device.terminals.filter((one) => one.role === 'ground')) {
      const supply = fitted.device.supplies.find((one) => one.ground === terminal.id)
      const source = supply && this.resolved.plan.supplies[`${fitted.id}/${supply.id}`]
      const end =
        (source?.startsWith('output:') && this.outputGround(source)) ||
        this.groundPad(this.supplyPad(fitted, supply) ?? anchor, `${fitted.id}.${terminal.id}`)
      const peak = supply?.peak ?? 0
      if (end) this.add(fitted, terminal.id, end, 'ground', 'GND', { gauge: gaugeFor(peak) })
    }
  }

  private supplyPad(fitted: FittedDevice, supply: Device['supplies'][number] | undefined): Pad | undefined {
    const wire = supply && this.wires.find(({ id }) => id === `${fitted.id}.${supply.terminal}`)
    return wire && this.resolved.pad(wire.to.point)
  }

  private outputGround(source: string): WireEnd | undefined {
    const [owner, output] = splitKey(source.slice('output:'.length))
    const fitted = this.resolved.device(owner)
    const ground = fitted?.device.outputs.find((one) => one.id === output)?.ground
    return fitted && ground ? deviceEnd(fitted, ground) : undefined
  }

  private groundPad(anchor: Pad | undefined, wire: string): WireEnd | undefined {
    const pad = this.pads.ground(anchor, wire)
    return pad && this.padEnd(pad)
  }

  private padEnd(pad: Pad): WireEnd {
    return boardEnd(pad, this.resolved.board.connectors.find((one) => one.id === pad.connector)?.label)
  }

  private add(
    fitted: FittedDevice,
    terminal: string,
    to: WireEnd,
    kind: WireKind,
    net: string,
    extra: Partial<Pick<Wire, 'need' | 'source' | 'gauge'>>,
  ): void {
    const id = `${fitted.id}.${terminal}`
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

function channelOf(functions: { as: string; channel?: number }[], use: string): number {
  return functions.find((does) => does.as === use)?.channel ?? 0
}

function netName({ fitted }: FittedNeed, terminal: string): string {
  const label = fitted.device.terminals.find((one) => one.id === terminal)?.label ?? terminal
  return `${fitted.instance.name} ${label}`
}

const colourByKind: Record<WireKind, WireColour> = { signal: 'WH', supply: 'RD', ground: 'BK', video: 'YE' }

function colourOf(device: Device, terminal: string, kind: WireKind): WireColour {
  const known: Terminal | undefined = device.terminals.find((one) => one.id === terminal)
  return known?.colour ?? colourByKind[kind]
}
