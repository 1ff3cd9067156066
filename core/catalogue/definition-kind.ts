import jsonPatch, { type Operation } from 'fast-json-patch'
import { mergeValues, type DocumentKind } from '../editing'
import type { BoardDefinition } from './board'
import type { DeviceDefinition } from './device'
import { differencesBetween, listDifferences } from './differences'
import { boardFields } from './fields/board'
import { deviceFields } from './fields/device'

/** A definition that is edited by its fields. */
export type EditableDefinition = BoardDefinition | DeviceDefinition

/** What is changed of a definition (a JSON Patch, RFC 6902: differences of variants hold nulls), and in words what that does. */
export interface DefinitionEdit {
  label: string
  patch: Operation[]
}

/** The edit that takes a definition to another. */
export function editBetween(from: EditableDefinition, to: EditableDefinition, label = wordsOf(from, to)): DefinitionEdit {
  return { label, patch: jsonPatch.compare(from, to) }
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
  apply: (definition, { patch }) =>
    patch.length ? jsonPatch.applyPatch(definition, patch, true, false).newDocument : definition,
  describe: ({ label }) => label,
  inverse: (from, to, label) => editBetween(to, from, label),
  merge: (base, first, second) => {
    const { value, ...rest } = mergeValues(base, first, second)
    return { document: value, ...rest }
  },
}
