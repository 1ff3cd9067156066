import type Joi from 'joi'
import { parse, printParseErrorCode, type ParseError } from 'jsonc-parser'
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
import { resolvePlan, splitKey, upgradePlan, type Plan } from '../plan'
import { boardSchema } from './board'
import { deviceSchema, protocolSchema } from './device'
import { InputError } from './error'
import { planDocumentSchema } from './plan'

/** Largest plan or definition file read, in bytes. */
export const largestFile = 8 * 1024 * 1024

export type Definition = BoardDefinition | DeviceDefinition | ProtocolDefinition

const schemas: Record<string, Joi.Schema> = { board: boardSchema, device: deviceSchema, protocol: protocolSchema }

/**
 * Validates a value and fills in defaults.
 * @throws InputError naming each wrong place, at most twenty of them.
 */
export function validate<T>(schema: Joi.Schema, value: unknown, prefix = ''): T {
  const result = schema.validate(value, { abortEarly: false, convert: false, errors: { wrap: { label: false }, label: 'key' } })
  if (!result.error) return result.value as T
  const problems = result.error.details.slice(0, 20).map(({ path, message }) => ({ place: prefix + pathText(path), message }))
  throw new InputError(problems)
}

function pathText(path: (string | number)[]): string {
  return path.map((step, at) => (typeof step === 'number' ? `[${step}]` : at ? `.${step}` : step)).join('')
}

/**
 * Reads a definition as parsed from YAML or JSON: shape, defaults, and each
 * revision or variant for itself, then contradictions.
 * @throws InputError
 */
export function readDefinition(value: unknown): Definition {
  const kind = (value as { kind?: unknown } | null)?.kind
  const schema = typeof kind === 'string' && Object.hasOwn(schemas, kind) ? schemas[kind]! : undefined
  if (!schema) throw new InputError([{ place: 'kind', message: 'must be board, device or protocol' }])
  refusePrototypeKeys(value)
  const definition = validate<Definition>(schema, upgradeDefinition(value))
  if (definition.kind === 'protocol') return definition
  const contradictions = definition.kind === 'board' ? checkBoard(definition) : checkDevice(definition)
  if (contradictions.length) throw new InputError(contradictions)
  return definition
}

/** Each revision must by itself be a board that could have been written down. */
function checkBoard(definition: BoardDefinition): Contradiction[] {
  const { kind, schema, id } = definition
  for (const [revision, { differences }] of Object.entries(definition.revisions)) {
    for (const [firmware, { differences: further }] of Object.entries(definition.firmwares)) {
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

/** Keys that would reach an object's prototype are refused anywhere in the input. */
function refusePrototypeKeys(value: unknown, path = '', depth = 0): void {
  if (typeof value !== 'object' || value === null) return
  if (depth > 40) throw new InputError([{ place: path, message: 'is nested more than 40 deep' }])
  for (const [key, inner] of Object.entries(value)) {
    const place = path ? `${path}.${key}` : key
    if (key === '__proto__' || key === 'constructor' || key === 'prototype') {
      throw new InputError([{ place, message: 'this name cannot be used' }])
    }
    refusePrototypeKeys(inner, place, depth + 1)
  }
}

/**
 * Reads a plan document: version, shape, definitions, and that all it names is there.
 * @throws InputError
 */
export function readPlan(value: unknown): Plan {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    throw new InputError([{ place: '', message: 'a plan is a JSON object' }])
  }
  const document = value as Record<string, unknown>
  if (document.format !== 'ypodoma-plan') {
    throw new InputError([{ place: 'format', message: 'this is not a plan file; expected "ypodoma-plan"' }])
  }
  refusePrototypeKeys(value)
  let upgraded: Record<string, unknown>
  try {
    upgraded = upgradePlan(document)
  } catch (error) {
    throw new InputError([{ place: '', message: (error as Error).message }])
  }
  const plan = validate<Plan>(planDocumentSchema, upgraded)
  const problems = Object.entries(plan.definitions).flatMap(([group, definitions]) =>
    Object.entries(definitions as Record<string, Definition>).flatMap(([id, definition]) => {
      const place = `definitions.${group}.${id}`
      if (definition.id !== id) return [{ place: `${place}.id`, message: `"${definition.id}" is not the name it stands under` }]
      const found =
        definition.kind === 'board'
          ? boardContradictions(definition)
          : definition.kind === 'device'
            ? deviceContradictions(definition)
            : []
      return found.map((contradiction) => ({ place: `${place}: ${contradiction.place}`, message: contradiction.message }))
    }),
  )
  problems.push(...danglingIn(plan))
  if (problems.length) throw new InputError(problems.slice(0, 20))
  return plan
}

function danglingIn(plan: Plan): { place: string; message: string }[] {
  const problems: { place: string; message: string }[] = []
  const ids = new Set<string>()
  plan.devices.forEach((device, at) => {
    if (ids.has(device.id)) problems.push({ place: `devices[${at}].id`, message: `"${device.id}" is used twice` })
    ids.add(device.id)
  })
  for (const section of ['assignment', 'supplies', 'locks', 'bans', 'links'] as const) {
    for (const key of Object.keys(plan[section])) {
      if (!ids.has(splitKey(key)[0])) problems.push({ place: `${section}.${key}`, message: 'no such device in devices' })
    }
  }
  if (problems.length) return problems
  try {
    resolvePlan(plan)
  } catch (error) {
    const [place, ...rest] = (error as Error).message.split(': ')
    problems.push(rest.length ? { place: place!, message: rest.join(': ') } : { place: 'board', message: place! })
  }
  return problems
}

/**
 * Reads the text of a plan file.
 * @throws InputError with line and column when it is not JSON.
 */
export function parsePlan(text: string): Plan {
  if (text.length > largestFile) {
    const megabytes = (text.length / 1048576).toFixed(1)
    throw new InputError([
      { place: '', message: `the file has ${megabytes} MB; plans of up to ${largestFile / 1048576} MB are read` },
    ])
  }
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new InputError([{ place: '', message: `not JSON: ${jsonPlace(text)}` }])
  }
  return readPlan(value)
}

/** Line, column and kind of the first fault in a text that is not JSON. */
function jsonPlace(text: string): string {
  const faults: ParseError[] = []
  parse(text, faults, { disallowComments: true })
  const { offset, error } = faults[0]!
  const before = text.slice(0, offset).split('\n')
  const what =
    offset >= text.trimEnd().length
      ? 'the file ends in the middle'
      : printParseErrorCode(error).replace(/(?!^)([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`)
  return `line ${before.length}, column ${before.at(-1)!.length + 1}: ${what}`
}
