import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '../catalogue'
import type {
  DeviceInstance,
  LinkSettings,
  NeedKey,
  Place,
  Placement,
  Plan,
  Priority,
  Spot,
  SupplyKey,
  WireOverride,
} from './plan'

/** The parts of a plan that an undo puts back. */
export type PlanSections = Partial<Omit<Plan, 'format' | 'schema'>>

/** Every change to a plan is one of these values. */
export type Edit =
  | { type: 'plan.rename'; name: string }
  | { type: 'plan.note'; note: string }
  | { type: 'plan.automatic'; automatic: boolean }
  | { type: 'craft.set'; craft: Plan['craft'] }
  | { type: 'battery.set'; battery: Plan['battery'] }
  | { type: 'board.choose'; definition: BoardDefinition; revision: string; firmware: string }
  | { type: 'board.revision'; revision: string }
  | { type: 'board.firmware'; firmware: string }
  | { type: 'device.add'; device: DeviceInstance; definition: DeviceDefinition; protocols: ProtocolDefinition[] }
  | { type: 'device.remove'; device: string }
  | { type: 'device.rename'; device: string; name: string }
  | { type: 'device.priority'; device: string; priority: Priority }
  | { type: 'device.variant'; device: string; variant: string }
  | { type: 'need.leave-out'; need: NeedKey; leftOut: boolean }
  | { type: 'need.lock'; need: NeedKey; place: Place }
  | { type: 'need.unlock'; need: NeedKey }
  | { type: 'need.ban'; need: NeedKey; place: Place }
  | { type: 'need.allow'; need: NeedKey; place: Place }
  | { type: 'assignment.adopt'; assignment: Record<NeedKey, Placement>; supplies: Record<SupplyKey, Place> }
  | { type: 'supply.choose'; supply: SupplyKey; source: Place }
  | { type: 'port.set'; port: string; settings: LinkSettings | null }
  | { type: 'link.set'; need: NeedKey; settings: LinkSettings | null }
  | { type: 'wire.set'; wire: string; override: WireOverride | null }
  | { type: 'device.place'; device: string; spot: Spot | null }
  | { type: 'box.move'; box: string; at: { x: number; y: number } | null }
  | { type: 'wire.tick'; wire: string; made: boolean }
  | { type: 'definition.update'; definition: BoardDefinition | DeviceDefinition | ProtocolDefinition }
  | { type: 'sections.restore'; of: string; sections: PlanSections }
  | { type: 'several'; label: string; edits: Edit[] }

/** An edit that does not fit the plan it was applied to. */
export class EditError extends Error {
  constructor(
    readonly place: string,
    message: string,
  ) {
    super(`${place}: ${message}`)
    this.name = 'EditError'
  }
}
