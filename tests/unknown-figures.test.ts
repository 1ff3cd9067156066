import { expect, it } from 'vitest'
import { boardFields, deviceFields, eachTold, withOrigins, type BoardDefinition, type DeviceDefinition } from '#core/catalogue'
import { analyse } from '#core/engine'
import type { Plan } from '#core/plan'
import { readDefinition } from '#core/schema'
import { amount, seedOf } from './helpers/amount'
import { allocated } from './helpers/plans'
import { drawing } from './helpers/random-packing'

type Definition = BoardDefinition | DeviceDefinition
interface Place {
  of: 'boards' | 'devices'
  id: string
  place: string
  optional: boolean
}

/** Every figure of every definition of a plan. */
function figuresOf({ definitions }: Plan): Place[] {
  return (['boards', 'devices'] as const).flatMap((of) =>
    Object.entries(definitions[of]).flatMap(([id, definition]) =>
      [...eachTold(of === 'boards' ? boardFields : deviceFields, definition as never)].flatMap(({ field, value, place }) =>
        typeof value === 'number' &&
        field.shape.is === 'figure' &&
        !/^(schema|outline|usb|attached)/.test(place) &&
        !place.includes('[')
          ? [{ of, id, place, optional: Boolean(field.optional) }]
          : [],
      ),
    ),
  )
}

/** A plan with one of its definitions changed; nothing where that could not be. */
function withDefinition(plan: Plan, { of, id }: Place, change: (definition: Definition) => Definition): Plan | undefined {
  const changed = change(structuredClone(plan.definitions[of][id]!))
  try {
    readDefinition(JSON.parse(JSON.stringify(changed)))
  } catch {
    return undefined
  }
  return { ...plan, definitions: { ...plan.definitions, [of]: { ...plan.definitions[of], [id]: changed } } }
}

/** Puts a figure at a place, or takes it away. */
function put(definition: Definition, place: string, to: (value: number) => number | undefined): Definition {
  const keys = place.split('.')
  const last = keys.pop()!
  const part = keys.reduce((at, key) => at[key] as Record<string, unknown>, definition as unknown as Record<string, unknown>)
  const value = to(part[last] as number)
  if (value === undefined) delete part[last]
  else part[last] = value
  return definition
}

const severe = (plan: Plan) => analyse(plan).findings.filter(({ severity }) => severity === 'stop' || severity === 'fix')

it.each(['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)(
  'a figure of %s by which something is stop or fix is, made unknown, told as not known',
  (name) => {
    const plan = allocated(name)
    const before = new Set(severe(plan).map(({ id, fact }) => `${id} ${fact}`))
    const places = figuresOf(plan)
    const draw = drawing(seedOf(38_400 + name.length))
    const [silent, counted]: [string[], { made: number }] = [[], { made: 0 }]
    for (let turn = 0; turn < amount(90); turn += 1) {
      const figure = places[draw.below(places.length)]!
      const factor = [0.01, 0.2, 5, 100][draw.below(4)]!
      const known = withDefinition(plan, figure, (definition) =>
        put(definition, figure.place, (value) => (Number.isInteger(value) ? Math.round(value * factor) : value * factor)),
      )
      if (!known) continue
      const made = severe(known).filter(({ id, fact }) => !before.has(`${id} ${fact}`))
      if (!made.length) continue
      counted.made += 1
      const ways = [
        withDefinition(plan, figure, (definition) => withOrigins(definition, { [figure.place]: { from: 'unknown' } })),
        // Where a setting has no steps, it is told that any value goes.
        ...(figure.optional && !figure.place.endsWith('.step')
          ? [withDefinition(plan, figure, (definition) => put(definition, figure.place, () => undefined))]
          : []),
      ]
      for (const [way, unknown] of ways.entries()) {
        if (!unknown) continue
        const { findings } = analyse(unknown)
        const left = new Set(findings.map(({ id }) => id))
        const isSaid = findings.some(({ rule, fact }) => (rule === 'FIT-03' || rule === 'FIT-04') && fact.startsWith('not known'))
        const lost = made.filter(({ id }) => !left.has(id))
        if (lost.length && !isSaid)
          silent.push(`${way ? 'without' : 'unknown'} ${figure.id} ${figure.place} ×${factor}: ${lost[0]!.fact}`)
      }
    }
    expect(silent).toEqual([])
    expect(counted.made).toBeGreaterThan(2)
  },
)
