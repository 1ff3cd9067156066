import type { Plan } from '#core/plan'
import { ApiError, callApi } from '~/composables/useApi'
import { NotLedThere, SavedElsewhere, SaveRefused, StepRefused, type BuildServer, type SavedVersion } from './build-server'

/** Whether what was refused is what the steps do; not who asks, nor what is sent beside them. */
const isOfSteps = ({ problems }: ApiError) =>
  problems.some(({ place }) => place && !/^(base|saveId|author|note|steps)\b/.test(place))

const pathOf = (id: string) => `/api/builds/${encodeURIComponent(id)}`

/** The product's own server, as sessions want it. */
export const apiServer: BuildServer = {
  load: async (id) => {
    const { build, plan } = await callApi<{ build: { version: number }; plan: Plan }>('GET', pathOf(id))
    return { version: build.version, plan }
  },

  save: async (id, saving) => {
    try {
      const { version } = await callApi<{ version: number }>('PUT', pathOf(id), saving)
      return version
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (error.status === 422) throw new NotLedThere(error.message)
      if (error.status < 404 && isOfSteps(error)) throw new StepRefused(error.message)
      if (error.status !== 409) throw error.status >= 400 && error.status < 500 ? new SaveRefused(error.message) : error
      const { newest, plan, versions } = error.body as { newest: number; plan: Plan; versions: SavedVersion[] }
      throw new SavedElsewhere({ version: newest, plan }, versions)
    }
  },
}
