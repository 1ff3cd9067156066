import type Joi from 'joi'
import { LRUCache } from 'lru-cache'
import {
  boardContradictions,
  deviceContradictions,
  mergeDifferences,
  upgradeDefinition,
  type BoardDefinition,
  type Contradiction,
  type DeviceDefinition,
  type ProtocolDefinition,
} from '../catalogue'
import { boardSchema } from './board'
import { deviceSchema, protocolSchema } from './device'
import { InputError } from './error'
import { limits } from './limits'
import { refuseUntold, validate } from './validate'

export type Definition = BoardDefinition | DeviceDefinition | ProtocolDefinition

const schemas: Record<string, Joi.Schema> = { board: boardSchema, device: deviceSchema, protocol: protocolSchema }

/** Definitions that were read, by what they were read from, so that the same one is not looked through at each save. */
const known = new LRUCache<string, Definition>({ maxSize: 16_000_000, sizeCalculation: (_, text) => text.length + 1 })

/**
 * Reads a definition as parsed from YAML or JSON: shape, defaults, and each
 * revision or variant for itself, then contradictions. The same input gives the
 * same object, which nobody changes.
 * @throws InputError
 */
export function readDefinition(value: unknown): Definition {
  const kind = (value as { kind?: unknown } | null)?.kind
  const schema = typeof kind === 'string' && Object.hasOwn(schemas, kind) ? schemas[kind]! : undefined
  if (!schema) throw new InputError([{ place: 'kind', message: 'must be board, device or protocol' }])
  refuseUntold(value)
  const text = JSON.stringify(value)
  const before = known.get(text)
  if (before) return before
  const definition = validate<Definition>(schema, upgradeDefinition(value))
  const contradictions =
    definition.kind === 'board' ? checkBoard(definition) : definition.kind === 'device' ? checkDevice(definition) : []
  if (contradictions.length) throw new InputError(contradictions.slice(0, 20))
  known.set(text, definition)
  return definition
}

/** Each revision must by itself be a board that could have been written down. */
function checkBoard(definition: BoardDefinition): Contradiction[] {
  const { kind, schema, id, revisions, firmwares } = definition
  const combinations = Object.keys(revisions).length * Object.keys(firmwares).length
  if (combinations > limits.combinations) {
    const message = `${combinations} pairings of revision and firmware version; up to ${limits.combinations} are read`
    return [{ place: 'revisions', message }]
  }
  for (const [revision, { differences }] of Object.entries(revisions)) {
    for (const [firmware, { differences: further }] of Object.entries(firmwares)) {
      if (!Object.keys(differences).length && !Object.keys(further).length) continue
      const merged = mergeDifferences(mergeDifferences(definition, differences), further)
      const alone = { ...merged, kind, schema, id, revisions: { only: { name: 'only' } }, firmwares: { only: { name: 'only' } } }
      validate(boardSchema, alone, `revision ${revision}, firmware ${firmware}: `)
    }
  }
  return boardContradictions(definition)
}

/** Each variant must by itself be such a device. */
function checkDevice(definition: DeviceDefinition): Contradiction[] {
  const { kind, schema, id } = definition
  for (const [variant, { differences }] of Object.entries(definition.variants)) {
    if (!Object.keys(differences).length) continue
    const merged = mergeDifferences(definition, differences)
    validate(deviceSchema, { ...merged, kind, schema, id, variants: { only: { name: 'only' } } }, `variant ${variant}: `)
  }
  return deviceContradictions(definition)
}
