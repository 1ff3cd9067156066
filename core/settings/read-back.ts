import type { BoardState, BoardValue } from './step'

/** Most lines of a pasted text in which values are looked for. */
const mostFound = 5000

/** A pattern that values cannot be picked with, and why. */
export class PatternError extends Error {}

/**
 * Picks settings out of whatever a board printed, by a pattern of the user's with the named groups `key` and
 * `value`, looked for in each line. A value is read as what is intended for its key: a number, on or off, or text.
 * @param pattern a regular expression of ECMAScript; it may take long, so run this where it can be stopped
 * @throws PatternError when it is none, or lacks a group
 */
export function readBack(text: string, pattern: string, intended: BoardState): BoardState {
  let expression: RegExp
  try {
    expression = new RegExp(pattern, 'gmu')
  } catch (error) {
    throw new PatternError((error as Error).message)
  }
  for (const group of ['key', 'value'])
    if (!pattern.includes(`(?<${group}>`)) throw new PatternError(`has no group (?<${group}>…)`)
  const found: BoardState = {}
  let count = 0
  for (const { groups } of text.matchAll(expression)) {
    count += 1
    if (count > mostFound) throw new PatternError(`finds more than ${mostFound} values`)
    const key = groups?.key?.trim()
    if (key) found[key] = valueOf(groups?.value?.trim() ?? '', intended[key])
  }
  return found
}

const words: Record<string, boolean> = { on: true, true: true, yes: true, off: false, false: false, no: false }

function valueOf(text: string, intended: BoardValue | undefined): BoardValue {
  if (typeof intended === 'boolean') return words[text.toLowerCase()] ?? (text === '1' ? true : text === '0' ? false : text)
  return typeof intended === 'number' && text !== '' && Number.isFinite(Number(text)) ? Number(text) : text
}
