import { sameValue } from '../editing'
import type { BoardDefinition } from './board'
import type { Definition } from './definition-kind'
import { differencesBetween, listDifferences, valueWords } from './differences'
import { boardFields } from './fields/board'
import { deviceFields } from './fields/device'
import { protocolFields } from './fields/protocol'
import type { Fields } from './fields/field'
import { valueAtPlace } from './version-table'

/** One value that another text of a definition has otherwise. */
export interface DefinitionChange {
  path: string
  words?: string
  /** As it was and as it is, in words and units; empty where it is not there. */
  was: string
  becomes: string
}

const fieldsOfKind: Readonly<Record<Definition['kind'], Fields>> = {
  board: boardFields,
  device: deviceFields,
  protocol: protocolFields,
}

/** What of a definition is not the thing itself, but what is told of it. */
const besides = ['schema', 'origins', 'attached', 'purchase'] as const

type Values = Record<string, unknown>

function toldAs(fields: Fields, path: string, value: unknown): string {
  if (value === undefined) return ''
  if (typeof value === 'object') return valueWords(value)
  // In the words of the field: as if it were the only difference.
  const alone = path.split('.').reduceRight<unknown>((inner, key) => ({ [key]: inner }), value) as Values
  const told = listDifferences(fields, alone)
  return told.length === 1 ? told[0]!.becomes : JSON.stringify(value)
}

/** What differs from one text of a definition to another: first of the thing itself, then what is told of it. */
export function definitionChanges(before: Definition, after: Definition): DefinitionChange[] {
  const fields = fieldsOfKind[after.kind]
  const found = listDifferences(fields, differencesBetween(before as never, after as never)).map(
    ({ path, words }): DefinitionChange => ({
      path,
      words,
      was: toldAs(fields, path, valueAtPlace(before, path)),
      becomes: toldAs(fields, path, valueAtPlace(after, path)),
    }),
  )
  const isBeside = ({ path }: DefinitionChange) => besides.some((key) => path === key || path.startsWith(`${key}.`))
  return [...found.filter((change) => !isBeside(change)), ...found.filter(isBeside)]
}

type PadPart = BoardDefinition['pads'][string]

/** A pad that lies elsewhere, or is only there, in one of two texts of a board. */
export interface PadChange {
  id: string
  label: string
  how: 'added' | 'gone' | 'moved' | 'changed'
  /** Where it was, and where it is. */
  from?: Pick<PadPart, 'x' | 'y' | 'side'>
  to?: Pick<PadPart, 'x' | 'y' | 'side'>
}

const placeOf = ({ x, y, side }: PadPart) => ({ x, y, side })

/** Pads that are added, gone, moved, or otherwise changed from one text of a board to another. */
export function padChanges(before: Pick<BoardDefinition, 'pads'>, after: Pick<BoardDefinition, 'pads'>): PadChange[] {
  const ids = new Set([...Object.keys(before.pads), ...Object.keys(after.pads)])
  return [...ids].flatMap((id): PadChange[] => {
    const [was, is] = [before.pads[id], after.pads[id]]
    if (!was) return [{ id, label: is!.label, how: 'added', to: placeOf(is!) }]
    if (!is) return [{ id, label: was.label, how: 'gone', from: placeOf(was) }]
    const where = { id, label: is.label, from: placeOf(was), to: placeOf(is) }
    if (!sameValue(where.from, where.to)) return [{ ...where, how: 'moved' }]
    return sameValue(was, is) ? [] : [{ ...where, how: 'changed' }]
  })
}
