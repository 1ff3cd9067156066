import { mergeValues, sameValue, type DocumentKind } from '../editing'
import type { BoardDefinition } from './board'
import type { DeviceDefinition } from './device'
import { differencesBetween, listDifferences } from './differences'
import { boardFields } from './fields/board'
import { deviceFields } from './fields/device'
import type { ProtocolDefinition } from './protocol'

/** A definition that is edited by its fields. */
export type EditableDefinition = BoardDefinition | DeviceDefinition
/** Any definition. */
export type Definition = EditableDefinition | ProtocolDefinition

/** A value put at a place of a document, or nothing where it goes. */
interface Change {
  path: string[]
  value?: unknown
}

/** What is changed of a definition, and in words what that does. A list of places: differences of variants hold nulls themselves. */
export interface DefinitionEdit {
  label: string
  changes: Change[]
}

/** The edit that takes a definition to another. */
export function editBetween(from: EditableDefinition, to: EditableDefinition, label = wordsOf(from, to)): DefinitionEdit {
  return { label, changes: changesBetween(from as unknown as Tree, to as unknown as Tree) }
}

type Tree = Readonly<Record<string, unknown>>
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)

function changesBetween(from: Tree, to: Tree, path: string[] = []): Change[] {
  return [...new Set([...Object.keys(from), ...Object.keys(to)])].flatMap((key) => {
    const [before, after, place] = [from[key], to[key], [...path, key]]
    if (sameValue(before, after)) return []
    if (isTree(before) && isTree(after)) return changesBetween(before, after, place)
    return [after === undefined ? { path: place } : { path: place, value: after }]
  })
}

/** @throws Error where what is to be changed within is not there */
function changed(tree: Tree, [key, ...rest]: string[], value: unknown, at = ''): Tree {
  const place = at ? `${at}.${key}` : key!
  if (rest.length) {
    const inner = tree[key!]
    if (!isTree(inner)) throw new Error(`${place} is not there`)
    return { ...tree, [key!]: changed(inner, rest, value, place) }
  }
  if (value !== undefined) return { ...tree, [key!]: value }
  const { [key!]: _, ...others } = tree
  return others
}

function wordsOf(from: EditableDefinition, to: EditableDefinition): string {
  const [first, ...others] = listDifferences(
    from.kind === 'board' ? boardFields : deviceFields,
    differencesBetween(from as unknown as Record<string, unknown>, to as unknown as Record<string, unknown>),
  )
  const place = first?.path.split('.').slice(0, 3).join('.') ?? 'nothing'
  return others.length ? `change ${place} and ${others.length} more` : `change ${place}`
}

/** Definitions as documents that are edited. */
export const definitionKind: DocumentKind<EditableDefinition, DefinitionEdit> = {
  apply: (definition, { changes }) =>
    changes.reduce<Tree>(
      (tree, { path, value }) => changed(tree, path, value),
      definition as unknown as Tree,
    ) as unknown as EditableDefinition,
  describe: ({ label }) => label,
  inverse: (from, to, label) => editBetween(to, from, label),
  merge: (base, first, second) => {
    const { value, ...rest } = mergeValues(base, first, second)
    return { document: value, ...rest }
  },
}
