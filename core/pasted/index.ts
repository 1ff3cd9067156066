/** What a board printed, read by a pattern of the user's. Apart from the rest, since screens do without it. */
import { RE2JS, RE2JSException, type Matcher } from 're2js'
import type { BoardState, BoardValue } from '../settings'

/** Most lines of a pasted text in which values are looked for. */
const mostFound = 5000

/** A pattern that values cannot be picked with, and why. */
export class PatternError extends Error {}

/**
 * Picks settings out of whatever a board printed, by a pattern of the user's with the named groups `key` and
 * `value`, looked for in each line. A value is read as what is intended for its key: a number, on or off, or text.
 * @param pattern a regular expression in the syntax of RE2, which is matched in time that grows with the text and no
 * faster; so nothing in it looks ahead, behind, or for what was found before
 * @throws PatternError when it is none, or lacks a group
 */
export function readBack(text: string, pattern: string, intended: BoardState): BoardState {
  const matcher = compiled(pattern).matcher(text.replace(/\r\n?/g, '\n'))
  const found = new Map<string, BoardValue>()
  for (let count = 0; matcher.find(); count += 1) {
    if (count === mostFound) throw new PatternError(`it finds more than ${mostFound} values`)
    const key = groupOf(matcher, 'key')
    // A key may be any word, such as one that every object has.
    if (key) found.set(key, valueOf(groupOf(matcher, 'value'), Object.hasOwn(intended, key) ? intended[key] : undefined))
  }
  return Object.fromEntries(found)
}

const groupOf = (matcher: Matcher, name: string) => matcher.group(name)?.trim() ?? ''

function compiled(pattern: string): RE2JS {
  let expression: RE2JS
  try {
    expression = RE2JS.compile(pattern, RE2JS.MULTILINE)
  } catch (error) {
    if (!(error instanceof RE2JSException)) throw error
    throw new PatternError(whatIsWrong(pattern, error.message))
  }
  const groups = expression.namedGroups()
  for (const group of ['key', 'value']) if (!(group in groups)) throw new PatternError(`it has no group (?<${group}>…)`)
  return expression
}

function whatIsWrong(pattern: string, said: string): string {
  if (/\(\?<?[=!]/.test(pattern))
    return 'it looks ahead or behind, with (?= or (?<!; leave that out, since it could run without end'
  if (/\\([1-9]|k<)/.test(pattern))
    return 'it asks for what was found before, with \\1 or \\k; leave that out, since it could run without end'
  return said.replace(/^error parsing regexp: /, '')
}

const words: Record<string, boolean> = { on: true, true: true, yes: true, off: false, false: false, no: false }

function valueOf(text: string, intended: BoardValue | undefined): BoardValue {
  const word = text.toLowerCase()
  if (typeof intended === 'boolean')
    return Object.hasOwn(words, word) ? words[word]! : text === '1' ? true : text === '0' ? false : text
  return typeof intended === 'number' && text !== '' && Number.isFinite(Number(text)) ? Number(text) : text
}
