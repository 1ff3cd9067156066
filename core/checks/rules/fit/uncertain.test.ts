import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import { allocated } from '../../../../tests/helpers/plans'
import { withOrigins, type BoardDefinition, type DeviceDefinition, type Origins } from '../../../catalogue'
import { analyse } from '../../../engine'
import { resolvePlan } from '../../../plan'

const guess = { from: 'guess' as const }
const plan = (origins: Origins = {}, ofDevice: Origins = {}) =>
  tiny({
    ports: { p1: {} },
    pads: { M1: [{ as: 'pulse', of: 't' }], M2: [{ as: 'pulse', of: 't' }], M3: [{ as: 'pulse', of: 't' }] },
    board: { origins },
    devices: {
      gnss: { needs: { fix: serial() }, supply: { typical: 0.1, peak: 0.2 }, origins: ofDevice },
      esc: { needs: { a: { kind: 'pulse' }, b: { kind: 'pulse' } } },
    },
    at: { 'gnss/fix': 'port:p1', 'esc/a': 'pad:M1', 'esc/b': 'pad:M2' },
  })

describe('FIT-03', () => {
  it('is silent where nothing is a guess', () => {
    expect(findingsOf(plan(), 'FIT-03')).toEqual([])
    expect(findingsOf(plan({ 'rails.v5.limit': { from: 'measured' } }), 'FIT-03')).toEqual([])
  })
  it('weighs a guessed limit of what something is fed from', () => {
    expect(findingsOf(plan({ 'rails.v5.limit': guess }), 'FIT-03')).toMatchObject([
      {
        severity: 'weigh',
        subjects: ['rail:v5'],
        fact: expect.stringMatching(
          /^not known: how much 5 V gives\. 2 A is a guess; \d+ mA is drawn from it typically, \d+ mA at peak$/,
        ) as string,
      },
    ])
  })
  it('is silent about what nothing is fed from', () => {
    const bare = tiny({ board: { origins: { 'rails.v5.limit': guess, 'timers.t': guess } } })
    expect(findingsOf(bare, 'FIT-03')).toEqual([])
  })
  it('weighs a part whose current is a guess', () => {
    expect(factsOf(plan({}, { 'supplies.main.peak': guess }), 'FIT-03')).toEqual([
      'not known: how much Gnss draws. 200 mA at peak is a guess',
    ])
    expect(factsOf(plan({}, { supplies: guess }), 'FIT-03')).toEqual([
      'not known: how much Gnss draws. 100 mA typically and 200 mA at peak are guesses',
    ])
    expect(factsOf(plan({}, { supplies: guess, 'supplies.main.peak': { from: 'unknown' } }), 'FIT-03')).toEqual([
      'not known: how much Gnss draws. 100 mA typically is a guess, 200 mA at peak only stands for it',
    ])
  })
  it('notes pads in use that are what their labels seem to say', () => {
    const proposed = { from: 'proposed' as const }
    expect(findingsOf(plan({ 'pads.M1': proposed, 'pads.M3': proposed }), 'FIT-03')).toMatchObject([
      {
        severity: 'note',
        subjects: ['pad:M1'],
        fact: 'wires end at M1: what that is is read from the label, and not accepted yet',
      },
    ])
  })
  it('follows a wire that is moved by hand', () => {
    const moved = edited(plan({ 'pads.M3': { from: 'proposed' } }), { type: 'wire.set', wire: 'esc.a', set: { end: 'pad:M3' } })
    expect(factsOf(moved, 'FIT-03')).toHaveLength(1)
  })
  it('notes outputs of which nobody knows whether they share a timer, where there are two', () => {
    expect(factsOf(plan({ 'timers.t': guess }), 'FIT-03')).toEqual([
      'not known: which of M1, M2 share a timer. They are taken to share one, and to run at one rate',
    ])
    const one = edited(plan({ 'timers.t': guess }), { type: 'wire.set', wire: 'esc.b', set: { omitted: true } })
    expect(factsOf(one, 'FIT-03')).toEqual([])
  })
})

describe('calling figures a guess', () => {
  it.each(['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)(
    'takes no finding from %s, and says so of each',
    (name) => {
      const before = allocated(name)
      const guessed = <D extends BoardDefinition | DeviceDefinition>(definition: D): D => {
        const places =
          definition.kind === 'board'
            ? [
                ...Object.keys(definition.rails).map((id) => `rails.${id}.limit`),
                ...Object.keys(definition.timers).map((id) => `timers.${id}`),
              ]
            : [
                ...Object.keys(definition.supplies).map((id) => `supplies.${id}`),
                ...Object.keys(definition.outputs).map((id) => `outputs.${id}.limit`),
              ]
        return withOrigins(definition, Object.fromEntries(places.map((place) => [place, guess])))
      }
      const all = <D extends BoardDefinition | DeviceDefinition>(of: Record<string, D>) =>
        Object.fromEntries(Object.entries(of).map(([id, definition]) => [id, guessed(definition)]))
      const { boards, devices } = before.definitions
      const after = { ...before, definitions: { ...before.definitions, boards: all(boards), devices: all(devices) } }
      const told = analyse(after).findings
      const known = new Set(told.map(({ id, severity, fact }) => `${id} ${severity} ${fact}`))
      for (const { id, severity, fact } of analyse(before).findings) expect(known, fact).toContain(`${id} ${severity} ${fact}`)
      const uncertain = told.filter(({ rule }) => rule === 'FIT-03').flatMap(({ subjects }) => subjects)
      const fed = resolvePlan(after).supplies.filter(({ fitted }) => fitted.id !== 'board')
      expect(fed.length).toBeGreaterThan(5)
      for (const { fitted } of fed) expect(uncertain).toContain(`device:${fitted.id}`)
    },
  )
})
