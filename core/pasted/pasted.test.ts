import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { resolvePlan } from '../plan'
import { renderTemplate } from '../template'
import { intendedState, ledger, setupRounds } from '../settings'
import { PatternError, readBack } from '.'

const pattern = '^- (?<key>\\w.*?): (?<value>.*)$'

it('what a template wrote is read back as it was intended', () => {
  for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
    const resolved = resolvePlan(allocated(name))
    const intended = intendedState(setupRounds(resolved))
    const text = renderTemplate(readFileSync('templates/pairs.liquid', 'utf8'), resolved)
    const rows = ledger(resolved.board, intended, {}, readBack(text, pattern, intended))
    expect(rows.filter(({ agrees }) => !agrees)).toEqual([])
    const changed = readBack(text.replace(/^(- port\..*rate: )\d+$/m, '$11200'), pattern, intended)
    expect(ledger(resolved.board, intended, {}, changed).filter(({ agrees }) => !agrees)).toHaveLength(1)
  }
})

it('values are read as what is intended: on and off, figures, text', () => {
  const intended = { a: true, b: 5, c: 'x', d: false }
  expect(readBack('a: ON\r\nb: 5.0\nc: 7\nd: 0\ne: 5', '^(?<key>\\w+): (?<value>.*)$', intended)).toEqual({
    a: true,
    b: 5,
    c: '7',
    d: false,
    e: '5',
  })
})

it('a pattern that is none, or lacks a group, is said', () => {
  expect(() => readBack('x', '(', {})).toThrow(PatternError)
  expect(() => readBack('x', '(?<key>x)', {})).toThrow('has no group (?<value>…)')
  expect(() => readBack('x'.repeat(9000), '(?<key>x)(?<value>)', {})).toThrow('more than 5000')
})

it('a pattern that would backtrack without end is matched in time that grows with the text, or refused with why', () => {
  const nested = '^(?<key>(a+)+)(?<value>b)$'
  const steps = (length: number) => readBack('a'.repeat(length), nested, {})
  expect(steps(100_000)).toEqual({})
  expect(() => readBack('x', '(?<key>a)(?=x)(?<value>b)', {})).toThrow(/looks ahead or behind/)
  expect(() => readBack('x', '(?<key>a)(?<!x)(?<value>b)', {})).toThrow(/looks ahead or behind/)
  expect(() => readBack('x', '(?<key>a)\\1(?<value>b)', {})).toThrow(/found before/)
  expect(() => readBack('x', '(?<key>(((a{100}){100}){100}))(?<value>b)', {})).toThrow(/repeat/)
})

it('keys may be words that every object has', () => {
  const read = readBack('constructor: 5\n__proto__: 6\ntoString: on', '^(?<key>\\w+): (?<value>.*)$', {})
  expect(Object.entries(read)).toEqual([
    ['constructor', '5'],
    ['__proto__', '6'],
    ['toString', 'on'],
  ])
  expect(readBack('a: constructor', '^(?<key>\\w+): (?<value>.*)$', { a: true })).toEqual({ a: 'constructor' })
})
