import type { DefinitionEdit, EditableDefinition } from '#core/catalogue'
import { sameValue } from '#core/editing'
import type { Edit, Plan } from '#core/plan'
import type { StaleBuild, StaleDefinition } from '#contract'
import { ApiError, callApi } from '~/composables/useApi'
import { NotLedThere, SavedElsewhere, SaveRefused, StepRefused, type DocumentServer } from './document-server'

/** Whether what was refused is what the steps do; not who asks, nor what is sent beside them. */
const isOfSteps = ({ problems }: ApiError) =>
  problems.some(({ place }) => place && !/^(base|saveId|stepIds|author|note|steps)\b/.test(place))

const savedElsewhere = ({ newest, plan, versions, known, since }: StaleBuild) =>
  new SavedElsewhere({ version: newest, document: plan }, versions, known, since)

/** Builds at the product's own server, as sessions want them. */
export const buildServer: DocumentServer<Plan, Edit> = {
  load: async (id) => {
    const { build, plan } = await callApi('GET /api/builds/:id', { id })
    return { version: build.version, document: plan }
  },

  save: async (id, { document: plan, ...saving }) => {
    try {
      const answer = await callApi('PUT /api/builds/:id', { id, body: { ...saving, plan } })
      // All that was sent had come in before.
      if ('newest' in answer) throw savedElsewhere(answer)
      return answer
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (error.status === 422 && error.problems.length) throw new NotLedThere(error.message)
      if (error.status < 404 && isOfSteps(error)) throw new StepRefused(error.message)
      if (error.status !== 409) throw error.status >= 400 && error.status < 500 ? new SaveRefused(error.message) : error
      throw savedElsewhere(error.body as StaleBuild)
    }
  },
}

/**
 * Own definitions at the product's own server.
 * @param load the definition as it stands, of an id such as `board/corran-7`
 */
export function definitionServer(
  load: DocumentServer<EditableDefinition, DefinitionEdit>['load'],
): DocumentServer<EditableDefinition, DefinitionEdit> {
  return {
    load,
    save: async (id, { document: definition, base, author, note }) => {
      try {
        const body = { definition, base, author, note }
        const [kind, name] = id.split('/') as [string, string]
        const { version } = await callApi('PUT /api/definitions/:kind/:id', { kind, id: name, body })
        return { version, again: false }
      } catch (error) {
        if (!(error instanceof ApiError)) throw error
        if (error.status !== 409) throw error.status >= 400 && error.status < 500 ? new SaveRefused(error.message) : error
        const stale = error.body as StaleDefinition
        // The answer to a save that had come in was lost.
        if (sameValue(stale.definition, definition)) return { version: stale.newest, again: true }
        const version = { number: stale.newest, savedAt: '', author: stale.author, note: '', steps: [] }
        throw new SavedElsewhere({ version: stale.newest, document: stale.definition ?? definition }, [version])
      }
    },
  }
}
