import type Joi from 'joi'
import { LRUCache } from 'lru-cache'
import {
  boardContradictions,
  deviceContradictions,
  differencesBetween,
  mergeDifferences,
  refuseActs,
  upgradeDefinition,
  withActs,
  type BoardDefinition,
  type Contradiction,
  type DeviceDefinition,
  type Definition,
  type Differences,
} from '../catalogue'
import { sameValue } from '../editing'
import { protocolContradictions } from '../protocols'
import { boardSchema, deviceSchema, protocolSchema } from './definitions'
import { InputError } from './error'
import { limits } from '../catalogue'
import { refuseUntold, validate } from './validate'

export type { Definition }

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
  const shaped = validate<Definition>(schema, upgradeDefinition(value))
  const definition = shaped.kind === 'board' ? readBoard(shaped) : shaped.kind === 'device' ? readDevice(shaped) : shaped
  const contradictions = contradictionsIn(definition)
  if (contradictions.length) throw new InputError(contradictions.slice(0, 20))
  known.set(text, definition)
  return definition
}

type Versions = Record<string, Version>
interface Version {
  name: string
  note: string
  differences: Differences
}

/** What belongs to a definition as a whole, and not to one of its versions. */
const wholeKeys = ['kind', 'schema', 'id', 'revisions', 'firmwares', 'variants']
const onlyVersion = { only: { name: 'only' } }

/** A definition as it would be written down for one version alone. */
function alone(merged: BoardDefinition | DeviceDefinition, { kind, schema, id }: Definition): object {
  const versions = kind === 'board' ? { revisions: onlyVersion, firmwares: onlyVersion } : { variants: onlyVersion }
  return { ...merged, kind, schema, id, ...versions }
}

function withoutWhole(definition: object): Record<string, unknown> {
  return Object.fromEntries(Object.entries(definition).filter(([key]) => !wholeKeys.includes(key)))
}

/**
 * Versions read as if each stood alone, with what is left out filled in as in a
 * definition: a pad that a revision adds without a side is on top there, too.
 */
function readVersions<D extends BoardDefinition | DeviceDefinition>(definition: D, versions: Versions, word: string): Versions {
  const read = Object.entries(versions).map(([name, version]): [string, Version] => {
    if (!Object.keys(version.differences).length) return [name, version]
    const merged = mergeDifferences(definition, version.differences)
    const filled = validate<D>(schemas[definition.kind]!, alone(merged, definition), `${word} ${name}: `)
    return [name, { ...version, differences: differencesBetween(withoutWhole(definition), withoutWhole(filled)) }]
  })
  return Object.fromEntries(read)
}

function readBoard(board: BoardDefinition): BoardDefinition {
  const combinations = Object.keys(board.revisions).length * Object.keys(board.firmwares).length
  if (combinations > limits.combinations) {
    const message = `${combinations} pairings of revision and firmware version; up to ${limits.combinations} are read`
    throw new InputError([{ place: 'revisions', message }])
  }
  const read = {
    ...board,
    revisions: readVersions(board, board.revisions, 'revision'),
    firmwares: readVersions(board, board.firmwares, 'firmware'),
  }
  for (const [revision, { differences }] of Object.entries(read.revisions)) {
    for (const [firmware, { differences: further }] of Object.entries(read.firmwares)) {
      if (!Object.keys(differences).length || !Object.keys(further).length) continue
      const both = mergeDifferences(mergeDifferences(read, differences), further)
      const place = `revision ${revision}, firmware ${firmware}: `
      const filled = validate<BoardDefinition>(boardSchema, alone(both, read), place)
      if (sameValue(withoutWhole(filled), withoutWhole(both))) continue
      throw new InputError([{ place: place.slice(0, -2), message: 'one takes away what the other changes a part of' }])
    }
  }
  return read
}

function readDevice(device: DeviceDefinition): DeviceDefinition {
  const whole = { ...device, settings: readActs(device, device, '') }
  const read = { ...whole, variants: readVersions(whole, whole.variants, 'variant') }
  for (const [name, { differences }] of Object.entries(read.variants))
    if (Object.keys(differences).length) readActs(mergeDifferences(read, differences), read, `variant ${name}: `)
  return read
}

/**
 * The settings of a device, or of a variant of it, with what each value does read as if the part were only so, and what is
 * left out there filled in.
 * @param whole the definition, of which the device may be a variant
 */
function readActs(device: DeviceDefinition, whole: DeviceDefinition, place: string): DeviceDefinition['settings'] {
  const count = Object.values(device.settings).reduce((sum, { acts = {} }) => sum + Object.keys(acts).length, 0)
  if (count > limits.actsOfDevice) {
    const message = `${count} values change what the part is; up to ${limits.actsOfDevice} are read`
    throw new InputError([{ place: `${place}settings`, message }])
  }
  return Object.fromEntries(
    Object.entries(device.settings).map(([id, setting]) => {
      const read = Object.entries(setting.acts ?? {}).map(([value, acts]): [string, Differences] => {
        const at = `${place}settings.${id}.acts.${value}`
        const refused = refuseActs(acts)
        if (refused) throw new InputError([{ place: at, message: refused }])
        const set = withActs(device, whole, acts)
        const filled = validate<DeviceDefinition>(deviceSchema, alone(set, whole), `${at}: `)
        return [value, differencesBetween(withoutWhole(device), withoutWhole(filled))]
      })
      return [id, setting.acts ? { ...setting, acts: Object.fromEntries(read) } : setting]
    }),
  )
}

function contradictionsIn(definition: Definition): Contradiction[] {
  if (definition.kind === 'protocol') return protocolContradictions(definition)
  return definition.kind === 'board' ? boardContradictions(definition) : deviceContradictions(definition)
}
