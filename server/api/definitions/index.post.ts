import { answering } from '../../answering'
import { boardFields, deviceFields, differencesBetween, listDifferences, protocolFields } from '#core/catalogue'
import type { Definition } from '#core/schema'
import { sameValue } from '#core/editing'
import { changing } from '../../database'
import type { DefinitionRepository } from '../../database/definitions'
import { bodyOf } from '../../security/body'
import { authorOf } from '../../security/gate'
import { leaving } from '../../security/refusals'
import { workPool } from '../../work/pool'

/**
 * Takes in a file of one definition or of a whole library, YAML or JSON: all of it or
 * nothing. 409 with those that would be replaced, until it is said what becomes of them.
 */
export default answering('POST /api/definitions', async (event) => {
  const { file, there, author } = await bodyOf(event, 'POST /api/definitions')
  const definitions = await workPool().run('definitionsFile', file, { leaving: leaving(event) })
  return changing(({ catalogue }) => {
    const others = definitions.filter((definition) => isOther(catalogue, definition))
    if (others.length && !there) {
      setResponseStatus(event, 409)
      return {
        replaces: others.map((definition) => ({ ...named(definition), differences: differencesFrom(catalogue, definition) })),
      }
    }
    const wanted = there === 'keep' ? definitions.filter((definition) => !others.includes(definition)) : definitions
    const fresh = wanted.filter((definition) => others.includes(definition) || !isThere(catalogue, definition))
    catalogue.saveAll(fresh, { author: authorOf(event, author), note: 'Imported from a file' })
    setResponseStatus(event, 201)
    return { taken: fresh.map(named), left: definitions.length - fresh.length }
  })
})

/** Differences that are told at most. */
const most = 40

/** In what a definition of the file says otherwise than what is there; nothing when that cannot be read. */
function differencesFrom(catalogue: DefinitionRepository, definition: Definition) {
  try {
    const there = catalogue.find(definition.kind, definition.id)!.definition as unknown as Record<string, unknown>
    const file = definition as unknown as Record<string, unknown>
    const fields = { board: boardFields, device: deviceFields, protocol: protocolFields }[definition.kind]
    const now = new Map(listDifferences(fields, differencesBetween(file, there)).map(({ path, becomes }) => [path, becomes]))
    return listDifferences(fields, differencesBetween(there, file))
      .slice(0, most)
      .map(({ path, becomes }) => ({ path, now: now.get(path) ?? 'as a whole', then: becomes }))
  } catch {
    return []
  }
}

const named = ({ kind, id, name }: Definition) => ({ kind, id, name })

function isThere(catalogue: DefinitionRepository, { kind, id }: Definition): boolean {
  return catalogue.raw(kind, id) !== undefined
}

/** There is one of this name that says something else, or cannot be read. */
function isOther(catalogue: DefinitionRepository, definition: Definition): boolean {
  if (!isThere(catalogue, definition)) return false
  try {
    return !sameValue(catalogue.find(definition.kind, definition.id)!.definition, definition)
  } catch {
    return true
  }
}
