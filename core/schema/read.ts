import { batteryId, boardId, danglingKeys, resolvePlan, upgradePlan, type Plan } from '../plan'
import { readDefinition, type Definition } from './definition'
import { InputError } from './error'
import { limits } from '../catalogue'
import { planShellSchema } from './plan'
import { parseJson } from './text'
import { refuseUntold, validate } from './validate'

type Problems = InputError['problems']

/**
 * Reads a plan document: version, shape, each definition for itself, and that all
 * it names is there.
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
  refuseUntold(value)
  let upgraded: Record<string, unknown>
  try {
    upgraded = upgradePlan(document)
  } catch (error) {
    // Words of its own for a version it does not know; anything else means that the shape is not one of that version.
    const message = error instanceof TypeError ? `is not a plan of schema ${String(document.schema)}` : (error as Error).message
    throw new InputError([{ place: 'schema', message }])
  }
  const shell = validate<Plan>(planShellSchema, upgraded)
  const problems: Problems = []
  const plan = { ...shell, definitions: readDefinitions(shell.definitions, problems) }
  if (!problems.length) problems.push(...danglingIn(plan))
  if (problems.length) throw new InputError(problems.slice(0, 20))
  return plan
}

/** What kind of definition each group of a plan holds. */
const groups = { boards: 'board', devices: 'device', protocols: 'protocol' } as const

function readDefinitions(definitions: Plan['definitions'], problems: Problems): Plan['definitions'] {
  const readOne = (group: keyof typeof groups, id: string, value: unknown): Definition | undefined => {
    const place = `definitions.${group}.${id}`
    try {
      const definition = readDefinition(value)
      if (definition.kind !== groups[group]) problems.push({ place: `${place}.kind`, message: `must be ${groups[group]}` })
      else if (definition.id !== id)
        problems.push({ place: `${place}.id`, message: `"${definition.id}" is not the name it stands under` })
      return definition
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      problems.push(...error.problems.map((problem) => ({ place: placeWithin(place, problem.place), message: problem.message })))
      return undefined
    }
  }
  return Object.fromEntries(
    Object.entries(definitions).map(([group, map]) => [
      group,
      Object.fromEntries(Object.entries(map).map(([id, value]) => [id, readOne(group as keyof typeof groups, id, value)])),
    ]),
  ) as unknown as Plan['definitions']
}

/** "revision B: pads.x" within "definitions.boards.y". */
function placeWithin(outer: string, inner: string): string {
  return inner.includes(': ') ? `${outer}, ${inner}` : `${outer}.${inner}`
}

function danglingIn(plan: Plan): Problems {
  const problems: Problems = []
  const ids = new Set<string>()
  plan.devices.forEach((device, at) => {
    if (ids.has(device.id)) problems.push({ place: `devices[${at}].id`, message: `"${device.id}" is used twice` })
    ids.add(device.id)
  })
  for (const joint of Object.keys(plan.joints)) {
    if (ids.has(joint) || joint === boardId || joint === batteryId)
      problems.push({ place: `joints.${joint}`, message: `"${joint}" is the id of another part` })
  }
  for (const { section, key } of danglingKeys(plan)) {
    problems.push({ place: `${section}.${key}`, message: 'no such device in devices' })
  }
  if (problems.length) return problems
  try {
    const { devices } = resolvePlan(plan)
    const needs = devices.reduce((sum, { device }) => sum + device.needs.length, 0)
    if (needs > limits.needs)
      problems.push({ place: 'devices', message: `${needs} needs together; up to ${limits.needs} are read` })
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
  return readPlan(parseJson(text))
}
