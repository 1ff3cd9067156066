import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { add, allocated, library } from '../../tests/helpers/plans'
import { resolveDevice, type DeviceDefinition, type SettingValue } from '../catalogue'
import { settle } from '../engine'
import { applyEdit } from '../plan'
import { InputError } from './error'
import { readDefinition } from './definition'

/** A shipped adapter whose radio setting does something else. */
function doing(acts: unknown, part = 'tether-b', setting = 'radio'): unknown {
  const definition = structuredClone(library.devices[part]!) as unknown as {
    settings: Record<string, { acts?: unknown }>
  }
  definition.settings[setting]!.acts = acts
  return definition
}
const refusal = (value: unknown) => {
  try {
    readDefinition(value)
  } catch (error) {
    expect(error).toBeInstanceOf(InputError)
    return String(error)
  }
  return 'taken'
}

describe('what a setting does', () => {
  it.each<[unknown, string]>([
    [{ always: { terminals: 5 } }, 'settings.radio.acts.always: "terminals" has to be a map of parts'],
    [{ always: { terminals: { en: null } } }, 'settings.radio.acts.always: cannot take terminal "en" away'],
    [{ always: { settings: null } }, 'settings.radio.acts.always: cannot change "settings"'],
    [{ always: { name: 'Another' } }, 'settings.radio.acts.always: cannot change "name"'],
    [{ always: { needs: { config: { messages: 7 } } } }, 'settings.radio.acts.always: needs.config.messages'],
    [{ always: { supplies: { more: { terminal: 'vcc' } } } }, 'settings.radio.acts.always: supplies.more.min'],
    [{ sometimes: {} }, 'settings.radio.acts.sometimes: is no value that it can have'],
  ])('%j is refused with its place', (acts, words) => expect(refusal(doing(acts))).toContain(words))

  it('of more values than can be looked through is refused', () => {
    const acts = Object.fromEntries(Array.from({ length: 41 }, (_, at) => [`v${at}`, {}]))
    expect(refusal(doing(acts))).toContain('41 values change what the part is; up to 40 are read')
  })

  it('has filled in what it leaves out of a new part', () => {
    const overlay = resolveDevice(library.devices['scrivel-t']!, 'h2', { source: 'own input' })
    expect(overlay.supplies.find(({ id }) => id === 'sense')).toMatchObject({ terminal: 'sense', filtered: false })
  })

  it('to a part that a variant or another setting has taken away is nothing', () => {
    const definition = structuredClone(library.devices['gault-4x40']!)
    const { telemetry, pulses } = definition.settings
    pulses!.acts!['pulse width'] = { needs: { telemetry: { label: 'Slow telemetry' } } }
    const read = readDefinition(definition) as DeviceDefinition
    expect(telemetry!.acts).toBeDefined()
    const both = resolveDevice(read, 'standard', { telemetry: false, pulses: 'pulse width' })
    expect(both.needs.some(({ id }) => id === 'telemetry')).toBe(false)
    const one = resolveDevice(read, 'standard', { pulses: 'pulse width' })
    expect(one.needs.find(({ id }) => id === 'telemetry')?.label).toBe('Slow telemetry')
  })

  it('can be worked out whatever the settings of shipped parts are together', () => {
    const parts = Object.values(library.devices).filter(({ settings }) => Object.values(settings).some(({ acts }) => acts))
    fc.assert(
      fc.property(fc.constantFrom(...parts), fc.array(fc.nat(), { minLength: 12, maxLength: 12 }), (part, picks) => {
        const variants = Object.keys(part.variants)
        const start = allocated('spillway-hex', add(part.id, 'tried', variants[picks[0]! % variants.length]))
        const plan = Object.entries(part.settings).reduce((made, [setting, { acts }], at) => {
          const values = Object.keys(acts ?? {})
          const written = values[picks[at % picks.length]! % values.length]
          if (written === undefined) return made
          const given = part.settings[setting]!
          const value: SettingValue =
            given.kind === 'switch'
              ? written === 'true'
              : ((given.kind === 'choice' ? given.values.find((each) => String(each) === written) : undefined) ?? written)
          return applyEdit(made, { type: 'setting.set', device: 'tried', setting, value })
        }, start)
        expect(settle({ ...plan, automatic: true }).analysis.wires.length).toBeGreaterThan(40)
      }),
      { seed: seedOf(3650), numRuns: amount(25) },
    )
  })
})
