import { limits } from '../catalogue'
import { sameValue } from '../editing'
import { InputError } from './error'
import type { Definition } from './definition'
import { readDefinitionsFile } from './library-file'

/** What became of one of several files. */
export interface FileReport {
  file: string
  /** Names of the definitions in it. */
  read: string[]
  /** Why it is not taken; nothing of such a file is. */
  problems: InputError['problems']
}

/**
 * The definitions of several files, each of one or of a library; a file that cannot be read keeps none of the others back.
 * One definition may stand in several files if it is the same in all.
 */
export function readDefinitionFiles(files: readonly { name: string; text: string }[]): {
  definitions: Definition[]
  report: FileReport[]
} {
  const found = new Map<string, { definition: Definition; file: string }>()
  const report = files.map(({ name: file, text }): FileReport => {
    try {
      const read = readDefinitionsFile(text)
      const problems = read.flatMap((definition) => clashWith(found.get(keyOf(definition)), definition))
      if (found.size + read.length > limits.library)
        problems.push({ place: '', message: `up to ${limits.library} definitions are taken in at once` })
      if (problems.length) return { file, read: [], problems }
      for (const definition of read) if (!found.has(keyOf(definition))) found.set(keyOf(definition), { definition, file })
      return { file, read: read.map(({ name }) => name), problems: [] }
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      return { file, read: [], problems: error.problems }
    }
  })
  return { definitions: [...found.values()].map(({ definition }) => definition), report }
}

const keyOf = ({ kind, id }: Definition) => `${kind} ${id}`

function clashWith(before: { definition: Definition; file: string } | undefined, definition: Definition): InputError['problems'] {
  if (!before || sameValue(before.definition, definition)) return []
  return [{ place: keyOf(definition), message: `says otherwise in ${before.file}` }]
}
