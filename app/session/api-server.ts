import type { Plan } from '#core/plan'
import { ApiError, callApi } from '~/composables/useApi'
import { NotLedThere, SavedElsewhere, SaveRefused, StepRefused, type BuildServer, type SavedVersion } from './build-server'

/** Whether what was refused is what the steps do; not who asks, nor what is sent beside them. */
const isOfSteps = ({ problems }: ApiError) =>
  problems.some(({ place }) => place && !/^(base|saveId|stepIds|author|note|steps)\b/.test(place))

/** What came in first. */
interface Stale {
  newest: number
  plan: Plan
  versions: SavedVersion[]
  known: string[]
  since?: string[]
}

const savedElsewhere = ({ newest, plan, versions, known, since }: Stale) =>
  new SavedElsewhere({ version: newest, plan }, versions, known, since)

const pathOf = (id: string) => `/api/builds/${encodeURIComponent(id)}`

/** The product's own server, as sessions want it. */
export const apiServer: BuildServer = {
  load: async (id) => {
    const { build, plan } = await callApi<{ build: { version: number }; plan: Plan }>('GET', pathOf(id))
    return { version: build.version, plan }
  },

  save: async (id, saving) => {
    try {
      const answer = await callApi<{ version: number; again: boolean } | Stale>('PUT', pathOf(id), saving)
      // All that was sent had come in before.
      if ('newest' in answer) throw savedElsewhere(answer)
      return answer
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (error.status === 422 && error.problems.length) throw new NotLedThere(error.message)
      if (error.status < 404 && isOfSteps(error)) throw new StepRefused(error.message)
      if (error.status !== 409) throw error.status >= 400 && error.status < 500 ? new SaveRefused(error.message) : error
      throw savedElsewhere(error.body as Stale)
    }
  },
}
