import { defineStore } from 'pinia'
import { callApi } from '~/composables/useApi'
import type { Catalogue } from '#contract'

/** All definitions at hand. */
export const useCatalogue = defineStore('catalogue', () => {
  const library = shallowRef<Catalogue>()

  let loading: Promise<Catalogue> | undefined

  /** Fetches it once, whoever asks, however many at a time. */
  async function load(again = false) {
    if (again) loading = undefined
    loading ??= callApi('GET /api/catalogue')
    try {
      library.value = await loading
    } catch (error) {
      loading = undefined
      throw error
    }
    return library.value
  }

  /** Whose a definition is, and in which version; as shipped when it is not there. */
  const standing = ({ kind, id }: { kind: string; id: string }) =>
    library.value?.standing[`${kind}:${id}`] ?? ({ origin: 'shipped', version: 0 } as const)

  /** A board as it stands; undefined before all is fetched, and where there is none. */
  const board = (id: string) => library.value?.boards[id]

  return { library, load, standing, board }
})
