import { describe, expect, it } from 'vitest'
import { library } from '../../../tests/helpers/plans'
import {
  blankBoard,
  boardGaps,
  deviceGaps,
  blankDevice,
  boardFields,
  deviceFields,
  fieldsOf,
  startOf,
  type Field,
  type Fields,
  type PartValues,
} from '#core/catalogue'
import { messagesUnlike } from '#core/protocols'
import { readDefinition } from '#core/schema'
import {
  columnsOf,
  fieldAt,
  headColumns,
  isLeftAlone,
  isUnknown,
  meantBy,
  ofOtherKind,
  optionsOf,
  rowColumns,
  rowsOf,
  rowsText,
  sectionsOf,
  textOf,
  unsureWords,
  valueAt,
  withUnknown,
  withValue,
} from './columns'

const definitions = [...Object.values(library.devices), ...Object.values(library.boards)]
const fieldsOfKind = ({ kind }: { kind: string }): Fields => (kind === 'board' ? boardFields : deviceFields)

interface Typed {
  at: string
  field: Field
  value: unknown
  definition: PartValues
}

/** A value, or where it is a list of rows, each value of these. */
function* each(told: Typed): Generator<Typed> {
  const rows = rowsOf(told.field)
  if (!rows) return yield told
  for (const [index, row] of ((told.value ?? []) as PartValues[]).entries())
    for (const { path, key } of rowColumns(rows)) {
      const field = fieldAt(rows, path, row)
      if (field) yield* each({ ...told, at: `${told.at}[${index}].${key}`, field, value: valueAt(row, path) })
    }
}

/** Every value of all shipped definitions that can be typed. */
function* typed(): Generator<Typed> {
  for (const shipped of definitions) {
    const definition = shipped as unknown as PartValues
    const all = fieldsOfKind(shipped)
    for (const { path, key } of headColumns(all)) {
      const field = fieldAt(all, path, definition)
      if (field) yield* each({ at: `${shipped.id} ${key}`, field, value: valueAt(definition, path), definition })
    }
    for (const section of Object.keys(sectionsOf(all))) {
      const parts = Object.entries((definition[section] ?? {}) as Record<string, PartValues>)
      const columns = columnsOf(
        all[section]!,
        parts.map(([, part]) => part),
      )
      for (const [id, part] of parts)
        for (const { path, key } of columns) {
          const field = fieldAt(fieldsOf(all[section]!, part), path, part)
          if (field) yield* each({ at: `${shipped.id} ${section}.${id}.${key}`, field, value: valueAt(part, path), definition })
        }
    }
  }
}

describe('columns of definitions', () => {
  it('show every shipped value so that, typed again, it means the same', () => {
    let count = 0
    for (const { at, field, value } of typed()) {
      if (value === undefined) continue
      const text = textOf(field, value)
      if (isLeftAlone(field, text)) continue
      count += 1
      expect(meantBy(field, text), at).toEqual(value)
    }
    expect(count).toBeGreaterThan(3000)
  })

  it('offer each choice that a shipped part has', () => {
    for (const { at, field, value, definition } of typed()) {
      const options = optionsOf(field, definition)?.map((option) => option.value)
      if (options && value !== undefined) expect(options, at).toContain(textOf(field, value))
    }
  })

  it('reach every value of a shipped part but tables of pairs', () => {
    const merlow = library.devices['merlow-n3c']! as unknown as PartValues
    const keys = columnsOf(deviceFields.needs, Object.values(merlow.needs as Record<string, PartValues>)).map(({ key }) => key)
    expect(keys.slice(0, 2)).toEqual(['label', 'kind'])
    expect(keys).toContain('feeds')
    expect(keys).toContain('options')
    expect(rowColumns(rowsOf(fieldsOf(deviceFields.needs, { kind: 'serial' }).messages!)!).map(({ key }) => key)).toEqual([
      'name',
      'direction',
      'bytes',
      'rate',
      'protocol',
    ])
    const pulse = columnsOf(deviceFields.needs, [{ kind: 'pulse' }]).map(({ key }) => key)
    expect(pulse).toEqual(expect.arrayContaining(['rate.min', 'rate.max', 'range.max', 'moves.from', 'triggers.at']))
    expect(pulse).not.toContain('leds')
  })

  it('say in few words what rows hold', () => {
    const pin = library.boards['brae-mini']!.pins.PA6!
    expect(rowsText(rowsOf(fieldsOf(boardFields.pins, {}).functions!)!, pin.functions)).toMatch(
      /^uart-rx soft1, receiver-channel 5, pulse tim3 1/,
    )
    expect(rowsText({}, [])).toBe('')
  })

  it('say what is no figure as it was typed, for the checks to name', () => {
    const mass = deviceFields.mass
    expect(meantBy(mass, '12,5')).toBe(12.5)
    expect(meantBy(mass, 'heavy')).toBe('heavy')
    expect(meantBy(mass, ' ')).toBeUndefined()
    expect(meantBy(deviceFields.summary, '')).toBe('')
  })
})

const how = (definition: object) => ({ definition: definition as PartValues, word: 'part', number: 1 })

describe('a new part', () => {
  it('has all that is read of it, in every section and of every kind, before it is saved', () => {
    const [board, device] = [blankBoard('own', 'Own'), blankDevice('own', 'Own')]
    for (const definition of [board, device] as const) {
      const all = fieldsOfKind(definition)
      for (const section of Object.keys(sectionsOf(all))) {
        const { shape } = all[section]!
        for (const kind of shape.is === 'kinds' ? Object.keys(shape.kinds) : [undefined]) {
          const part = { ...startOf(fieldsOf(all[section]!, { kind }), how(definition)), ...(kind && { kind }) }
          const parts = { ...(definition as unknown as Record<string, object>)[section], added: part }
          const changed = { ...definition, [section]: parts }
          const gaps = () =>
            changed.kind === 'board' ? boardGaps(changed) : [...deviceGaps(changed), ...messagesUnlike(changed)]
          expect(gaps, `${section} ${kind}`).not.toThrow()
          for (const field of Object.values(fieldsOf(all[section]!, part)))
            expect(() => startOf(rowsOf(field) ?? {}, how(definition))).not.toThrow()
        }
      }
    }
  })
})

describe('what is typed into a part', () => {
  const device = blankDevice('own', 'Own')
  const fields = (section: keyof typeof deviceFields, part: PartValues) => fieldsOf(deviceFields[section], part)

  it('begins a group by its first value, and takes it away with one that it has to have', () => {
    const part = { type: 'loose', pins: ['tx'] }
    const begun = withValue(fields('connectors', part), part, ['contact', 'amps'], 7, how(device))
    expect(begun).toEqual({ ...part, contact: { amps: 7, wires: 1 } })
    expect(withValue(fields('connectors', part), begun, ['contact', 'wires'], undefined, how(device))).toEqual(part)
    expect(withValue(fields('connectors', part), part, ['contact', 'wires'], undefined, how(device))).toEqual(part)
  })

  it('has no input for what belongs to a group that is missing, but for what begins it', () => {
    const [usb] = Object.values(blankBoard('own', 'Own').ports)
    const part = usb ?? { label: 'USB', kind: 'usb' }
    const port = (path: string[], of: PartValues = part) => fieldAt(fieldsOf(boardFields.ports, of), path, of)
    expect(port(['tx', 'inverter'])).toBeUndefined()
    expect(port(['tx', 'pin'])).toMatchObject({ optional: true })
    expect(port(['tx', 'inverter'], { ...part, tx: { pin: 'PA1', inverter: 'none' } })).toBeDefined()
  })

  it('takes away what may be missing and nothing beside it', () => {
    const moves = { from: -30, to: 30, unit: '°', axis: 'roll' }
    const part = { kind: 'pulse', label: 'Tilt', moves }
    const { axis: _, ...rest } = moves
    expect(withValue(fields('needs', part), part, ['moves', 'axis'], undefined, how(device))).toEqual({ ...part, moves: rest })
  })

  it('keeps what two kinds have alike, and begins the rest', () => {
    const part = { kind: 'switch', label: 'Siren', terminal: 'tx', levels: {}, current: 0.2 }
    expect(ofOtherKind(deviceFields.needs, part, 'buzzer', how(device))).toEqual({
      kind: 'buzzer',
      label: 'Siren',
      terminal: 'tx',
      current: 0.2,
    })
    const link = ofOtherKind(deviceFields.needs, part, 'serial', how(device))
    expect(link).toMatchObject({ kind: 'serial', label: 'Siren', lines: 'both', tx: 'tx', rx: 'tx' })
    expect(link).not.toHaveProperty('terminal')
  })
})

describe('a new part', () => {
  const merlow = library.devices['merlow-n3c']!
  const board = Object.values(library.boards)[0]!
  const sections = (fields: Fields) => Object.keys(sectionsOf(fields))
  const begun = (section: Field, definition: object, kind: PartValues) => ({
    ...startOf(fieldsOf(section, kind), { ...how(definition), word: section.words! }),
    ...kind,
  })

  it.each(sections(deviceFields))('of a device is one that a definition can have: %s', (section) => {
    const { shape } = (deviceFields as Fields)[section]!
    const kinds = shape.is === 'kinds' ? Object.keys(shape.kinds).map((kind) => ({ kind })) : [{}]
    for (const kind of kinds) {
      const part = begun((deviceFields as Fields)[section]!, merlow, kind)
      const whole = { ...merlow, [section]: { ...merlow[section as 'needs'], x1: part } }
      expect(() => readDefinition(whole), JSON.stringify(part)).not.toThrow()
    }
  })

  it.each(sections(boardFields))('of a board is one that a definition can have: %s', (section) => {
    const part = begun((boardFields as Fields)[section]!, board, {})
    const own = section === 'pads' ? { ...part, pin: board.pins ? Object.keys(board.pins)[0] : '' } : part
    const whole = { ...board, [section]: { ...board[section as 'pads'], x1: own } }
    expect(() => readDefinition(whole), JSON.stringify(own)).not.toThrow()
  })

  it('of an empty definition names nothing that is not there, and is refused with its place', () => {
    const empty = {
      ...blankBoard('own', 'Own'),
      can: { b1: startOf(fieldsOf(boardFields.can, {}), how(blankBoard('own', 'Own'))) },
    }
    expect(() => readDefinition(empty)).toThrow(/can\.b1\.high/)
  })
})

describe('a figure that nobody knows', () => {
  const board = blankBoard('own', 'Own')
  const { limit } = fieldsOf((boardFields as Fields).rails!, {}) as { limit: Field }

  it('is typed as a question mark, of figures alone', () => {
    expect(isUnknown(limit, ' ? ')).toBe(true)
    expect([isUnknown(limit, '1?'), isUnknown({ shape: { is: 'name' } }, '?')]).toEqual([false, false])
  })

  it('stands for one and says so, or is left out where its lack is told', () => {
    const place = 'rails.v5.limit'
    const open = withUnknown(board, { field: limit, place, without: () => board })
    expect(open).toMatchObject({ rails: board.rails })
    expect(unsureWords(open, place)).toBe('not known')
    expect(unsureWords(board, place)).toMatch(/^a guess: begun with a figure/)
    expect(unsureWords(board, 'rails.v5.dropout')).toBeUndefined()
    const { input } = fieldsOf((boardFields as Fields).rails!, {}) as { input: Field }
    const left = { ...board, summary: 'left out' }
    const none = withUnknown(board, { field: input, place: 'rails.v5.input', without: () => left })
    expect(none.summary).toBe('left out')
    expect(unsureWords(none, 'rails.v5.input')).toBeUndefined()
  })
})
