import type { ResolvedPlan } from '../plan'
import type { Wire, WireKind } from './wires'

/** Wires that run as one cable from a device's connector to one of the board's. */
export interface Cable {
  device: string
  deviceConnector: string
  /** Id, label and type of the board's connector. */
  connector: string
  boardConnector: string
  boardType: string
  contacts: { wire: string; label: string; kind: WireKind; device: number; board: number }[]
}

/** The cables of a harness: two or more wires that share their connectors at both ends. */
export function cablesOf(resolved: ResolvedPlan, wires: Wire[]): Cable[] {
  const cables = new Map<string, Cable>()
  for (const wire of wires) {
    const pad = wire.to.device ? undefined : resolved.pad(wire.to.point)
    if (wire.omitted || !pad?.connector || pad.position === undefined || !wire.from.device || wire.from.contact === undefined)
      continue
    const connector = resolved.board.connectors.find(({ id }) => id === pad.connector)
    const key = `${wire.from.device} ${wire.from.connector} ${pad.connector}`
    const cable = cables.get(key) ?? {
      device: wire.from.device,
      deviceConnector: wire.from.connector ?? '',
      connector: pad.connector,
      boardConnector: connector?.label ?? pad.connector,
      boardType: connector?.type ?? '',
      contacts: [],
    }
    cable.contacts.push({
      wire: wire.id,
      label: wire.from.label,
      kind: wire.kind,
      device: wire.from.contact,
      board: pad.position,
    })
    cables.set(key, cable)
  }
  return [...cables.values()].filter(({ contacts }) => contacts.length > 1 && contacts.some(({ kind }) => kind === 'signal'))
}
