import { readDefinition, type Definition } from './definition'
import { InputError } from './error'
import { limits } from '../catalogue'
import { parseText } from './text'

/** A library as a file: some definitions together. */
export interface LibraryFile {
  format: 'ypodoma-library'
  schema: 1
  definitions: Definition[]
}

/** A library file of some definitions. */
export function libraryFile(definitions: Definition[]): LibraryFile {
  return { format: 'ypodoma-library', schema: 1, definitions }
}

/**
 * Reads a file of one definition or of a whole library, YAML or JSON. All or nothing.
 * @throws InputError naming definition and place
 */
export function readDefinitionsFile(text: string): Definition[] {
  const value = parseText(text)
  if (typeof value !== 'object' || value === null || !('format' in value)) return [readDefinition(value)]
  const { format, schema, definitions } = value as Partial<Record<keyof LibraryFile, unknown>>
  if (format !== 'ypodoma-library') {
    throw new InputError([
      { place: 'format', message: 'this is not a library; expected "ypodoma-library", or a single definition' },
    ])
  }
  if (schema !== 1) throw new InputError([{ place: 'schema', message: `this program reads schema 1, not ${String(schema)}` }])
  if (!Array.isArray(definitions) || definitions.length > limits.library) {
    throw new InputError([{ place: 'definitions', message: `must be a list of up to ${limits.library} definitions` }])
  }
  const problems: InputError['problems'] = []
  const seen = new Set<string>()
  const read = definitions.flatMap((document: unknown, at): Definition[] => {
    try {
      const definition = readDefinition(document)
      const key = `${definition.kind} ${definition.id}`
      if (seen.has(key)) problems.push({ place: `definitions[${at}].id`, message: `${key} is there twice` })
      seen.add(key)
      return [definition]
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      problems.push(...error.problems.map(({ place, message }) => ({ place: `definitions[${at}].${place}`, message })))
      return []
    }
  })
  if (problems.length) throw new InputError(problems.slice(0, 20))
  return read
}
