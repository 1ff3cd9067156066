import { defineStore } from 'pinia'
import { callApi, type Catalogue } from '~/composables/useApi'

/** All definitions at hand. */
export const useCatalogue = defineStore('catalogue', () => {
  const library = shallowRef<Catalogue>()

  async function load(again = false) {
    if (!library.value || again) library.value = await callApi<Catalogue>('GET', '/api/catalogue')
    return library.value
  }

  /** Whose a definition is, and in which version; as shipped when it is not there. */
  const standing = ({ kind, id }: { kind: string; id: string }) =>
    library.value?.standing[`${kind}:${id}`] ?? ({ origin: 'shipped', version: 0 } as const)

  return { library, load, standing }
})
