import type { Draft } from 'immer'
import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '../../catalogue'
import type { Plan } from '../plan'
import { idIn, type Place } from '../reference'
import { readPoint } from '../wire-points'
import { requireKey, type EditGroup } from './kind'

export interface BoardEdits {
  'board.choose': { definition: BoardDefinition; revision: string; firmware: string }
  'board.revision': { revision: string }
  'board.firmware': { firmware: string }
  'definition.update': { definition: BoardDefinition | DeviceDefinition | ProtocolDefinition }
}

/** Which board, and the definitions that the plan holds. */
export const boardEdits: EditGroup<BoardEdits> = {
  'board.choose': {
    apply: (plan, { definition, revision, firmware }) => {
      requireKey(definition.revisions, revision, 'board.revision')
      requireKey(definition.firmwares, firmware, 'board.firmware')
      plan.definitions.boards = { [definition.id]: definition }
      plan.board = { definition: definition.id, revision, firmware }
      forgetPlaces(plan)
      // Another board has nothing yet of what was set on this one.
      plan.lastRead = null
      for (const step of Object.keys(plan.set)) if (!step.startsWith('setting:')) delete plan.set[step]
    },
    words: ({ definition }) => `Take board ${definition.name}`,
    shape: ({ board, id }) => ({ definition: board.required(), revision: id.required(), firmware: id.required() }),
  },
  'board.revision': {
    apply: (plan, { revision }) => {
      requireKey(boardOf(plan).revisions, revision, 'board.revision')
      plan.board.revision = revision
    },
    words: ({ revision }) => `Take revision ${revision}`,
    shape: ({ id }) => ({ revision: id.required() }),
  },
  'board.firmware': {
    apply: (plan, { firmware }) => {
      requireKey(boardOf(plan).firmwares, firmware, 'board.firmware')
      plan.board.firmware = firmware
    },
    words: ({ firmware }) => `Take board firmware ${firmware}`,
    shape: ({ id }) => ({ firmware: id.required() }),
  },
  'definition.update': {
    apply: (plan, { definition }) => {
      if (definition.kind === 'board') takeBoard(plan, definition)
      else if (definition.kind === 'device') takeDevice(plan, definition)
      else plan.definitions.protocols[definition.id] = definition
    },
    words: ({ definition }) => `Take the newer definition of ${definition.name}`,
    shape: ({ joi, board, device, protocol }) => ({ definition: joi.alternatives(board, device, protocol).required() }),
  },
}

function boardOf(plan: Draft<Plan>): Draft<BoardDefinition> {
  return plan.definitions.boards[plan.board.definition]!
}

function takeBoard(plan: Draft<Plan>, definition: BoardDefinition): void {
  requireKey(plan.definitions.boards, definition.id, 'definitions.boards')
  plan.definitions.boards[definition.id] = definition
  plan.board.revision = keepOrFirst(definition.revisions, plan.board.revision)
  plan.board.firmware = keepOrFirst(definition.firmwares, plan.board.firmware)
}

function takeDevice(plan: Draft<Plan>, definition: DeviceDefinition): void {
  requireKey(plan.definitions.devices, definition.id, 'definitions.devices')
  plan.definitions.devices[definition.id] = definition
  for (const device of plan.devices) {
    if (device.definition === definition.id) device.variant = keepOrFirst(definition.variants, device.variant)
  }
}

function keepOrFirst(map: object, key: string): string {
  return Object.hasOwn(map, key) ? key : Object.keys(map)[0]!
}

/**
 * Places belong to a board; a new board starts without them, and without what was
 * set at its ends of links. Supplies from other devices, what a wire is made of and
 * what is set in the devices stay.
 */
function forgetPlaces(plan: Draft<Plan>): void {
  plan.assignment = {}
  plan.bans = {}
  plan.features = {}
  for (const [need, ends] of Object.entries(plan.links)) {
    if (ends.device) plan.links[need] = { device: ends.device }
    else delete plan.links[need]
  }
  for (const [wire, override] of Object.entries(plan.wires)) {
    if (override.end && 'pad' in readPoint(override.end)) delete override.end
    delete override.locked
    if (!Object.keys(override).length) delete plan.wires[wire]
  }
  for (const [wire, { from, to }] of Object.entries(plan.extras)) {
    if ([from, to].some((end) => 'pad' in readPoint(end))) delete plan.extras[wire]
  }
  plan.cables = {}
  const stays = ([, place]: [string, Place]) => idIn('output', place) !== undefined
  plan.supplies = Object.fromEntries(Object.entries(plan.supplies).filter(stays))
  plan.locks = Object.fromEntries(Object.entries(plan.locks).filter(stays))
}
