import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { InputError, limits, parseJson, readDefinition, readDefinitionsFile, readPlan } from './index'
import { parseText } from './text'
import { resolveBoard } from '../catalogue'
import { allocated, library } from '../../tests/helpers/plans'

const refusal = (run: () => unknown) => {
  try {
    run()
  } catch (error) {
    if (error instanceof InputError) return error.message
    throw error
  }
  return 'taken'
}

describe('the text of a file', () => {
  it.each([
    ['a key twice, in JSON', '{"a": 1,\n "a": 2}', /^line 2, column 2: the key "a" is there twice/],
    ['a key twice, deep, in JSON', '{"x": [{"b": 1, "b": 2}]}', /"b" is there twice/],
    ['a key twice, in YAML', 'x:\n  a: 1\n  a: 2\n', /^line 3, column 3: the key "a" is there twice/],
    ['a comment in JSON', '{"a": 1 /* no */}', /not JSON/],
    ['a control sign in a string', '{"a": "\u0007"}', /not JSON/],
    ['deep nesting in JSON', '['.repeat(2_000_000), /nested more than 40 deep/],
    ['deep nesting in YAML', `a: ${'{a: '.repeat(100_000)}`, /nested more than 40 deep/],
    ['60 000 keys in YAML', Array.from({ length: 60_000 }, (_, at) => `k${at}: ${at}`).join('\n'), /more than 60000 signs/],
    ['many anchors', Array.from({ length: 20_000 }, (_, at) => `k${at}: &a${at} x`).join('\n'), /anchors/],
    [
      'aliases of aliases',
      `a: &a [x, x]\n${Array.from({ length: 40 }, (_, at) => `b${at}: &b${at} [*${at ? `b${at - 1}` : 'a'}, *${at ? `b${at - 1}` : 'a'}]`).join('\n')}`,
      /alias/,
    ],
    ['a long YAML file', `a: |\n${'  x\n'.repeat(400_000)}`, /up to 1 MiB/],
    ['very many keys', `{${Array.from({ length: 210_000 }, (_, at) => `"k${at}":1`).join(',')}}`, /more than 200000 keys/],
  ])('is refused, soon, for %s', (_, text, words) => {
    expect(refusal(() => parseText(text))).toMatch(words)
  })

  it('is read with a byte order mark, and with keys that differ', () => {
    expect(parseText('\uFEFF{"a": {"a": 1}, "b": {"a": 1}}')).toEqual({ a: { a: 1 }, b: { a: 1 } })
    expect(parseText('\uFEFFa: 1\nb:\n  a: 1\n')).toEqual({ a: 1, b: { a: 1 } })
    expect(parseJson('\uFEFF[]')).toEqual([])
  })
})

describe('names', () => {
  const device = (name: unknown) => ({ ...structuredClone(Object.values(library.devices)[0]!), name })
  it.each([
    ['a sign that turns the text round', 'a\u202Eb', /U\+202E/],
    ['an escape', '\u001B[31mred', /U\+001B/],
    ['a line break', 'a\nb', /U\+000A/],
    ['nothing to be seen', ' \u00A0 ', /nothing that can be seen/],
    ['half a sign', 'a\uD800', /U\+D800/],
    ['81 signs', 'x'.repeat(81), /80/],
  ])('are refused with %s', (_, name, words) => {
    expect(refusal(() => readDefinition(device(name)))).toMatch(words)
  })
  it('are taken in any script, and trimmed', () => {
    for (const name of ['Ωμέγα', 'Ещё', 'łódź', '日本', 'می\u200Cخواهم', '🛩 1']) {
      expect(readDefinition(device(`  ${name} `)).name).toBe(name)
    }
  })
  it('that every object has of itself name no part', () => {
    for (const name of ['toString', 'constructor', 'valueOf', '__proto__', 'hasOwnProperty']) {
      const file = JSON.stringify(device('X')).replace(/"terminals":\{/, `"terminals":{"${name}":{},`)
      expect(
        refusal(() => readDefinitionsFile(file)),
        name,
      ).toMatch(/this name cannot be used/)
      expect(
        refusal(() => readDefinition({ ...device('X'), id: name })),
        name,
      ).not.toBe('taken')
    }
  })
})

describe('definitions within a plan', () => {
  it('are read as if they stood alone, each revision and variant', () => {
    const plan = JSON.parse(JSON.stringify(allocated('spillway-hex'))) as ReturnType<typeof allocated>
    const board = plan.definitions.boards['corran-7']!
    board.revisions.B!.differences = { outline: { width: 1e9 } }
    expect(refusal(() => readPlan(plan))).toMatch(
      /^definitions\.boards\.corran-7, revision B: outline\.width: .*less than or equal to 500/m,
    )
  })
  it('have no more pairings of revision and firmware than are looked through', () => {
    const board = structuredClone(library.boards['corran-7']!)
    const many = (prefix: string) =>
      Object.fromEntries(Array.from({ length: 20 }, (_, at) => [`${prefix}${at}`, { name: `${at}`, note: '', differences: {} }]))
    expect(refusal(() => readDefinition({ ...board, revisions: many('r'), firmwares: many('f') }))).toMatch(
      /400 pairings of revision and firmware version; up to 48 are read/,
    )
  })
  it('are filled in as the base is, also where a revision adds to it or takes a whole map away', () => {
    const board = structuredClone(library.boards['corran-7']!)
    const [revision] = Object.keys(board.revisions)
    board.revisions[revision!]!.differences = {
      pads: { NEW: { label: 'New', x: 1, y: 1, kind: 'ground' } },
      can: null,
      exclusions: null,
    }
    const [firmware] = Object.keys(board.firmwares)
    const read = readDefinition(board) as typeof board
    const resolved = resolveBoard(read, revision!, firmware!)
    expect(resolved.pads.find(({ id }) => id === 'NEW')).toMatchObject({ side: 'top', kind: 'ground' })
    expect(resolved).toMatchObject({ can: [], exclusions: [] })
    expect(readDefinition(JSON.parse(JSON.stringify(read)))).toEqual(read)
  })
  it('are refused where a revision takes away what a firmware version changes a part of', () => {
    const board = structuredClone(library.boards['corran-7']!)
    const [port] = Object.keys(board.ports)
    board.revisions = { a: { name: 'a', note: '', differences: { timers: null, ports: { [port!]: null } } } }
    board.firmwares = { f: { name: 'f', note: '', differences: { ports: { [port!]: { halfDuplex: true } } } } }
    expect(refusal(() => readDefinition(board))).toMatch(/revision a, firmware f/)
  })
  it('hold only figures', () => {
    const board = structuredClone(library.boards['corran-7']!) as unknown as { mass: number }
    board.mass = NaN
    expect(refusal(() => readDefinition(board))).toBe('mass: must be a finite number')
    expect(refusal(() => readDefinitionsFile('kind: board\nmass: .inf\n'))).toBe('mass: must be a finite number')
  })
})

describe('docs/formats.md', () => {
  it('states the limits that hold', () => {
    const text = readFileSync('docs/formats.md', 'utf8')
    const table = Object.fromEntries(
      [...text.matchAll(/^\| `(\w+)` +\| ([\d ]+?) +\|/gm)].map(([, name, figure]) => [
        name,
        Number(figure!.replaceAll(' ', '')),
      ]),
    )
    expect(table).toEqual(limits)
  })
})
