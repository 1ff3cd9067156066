import { defineStore } from 'pinia'
import { callApi, type Catalogue } from '~/composables/useApi'

/** All definitions at hand. */
export const useCatalogue = defineStore('catalogue', () => {
  const library = shallowRef<Catalogue>()

  async function load(again = false) {
    if (!library.value || again) library.value = await callApi<Catalogue>('GET', '/api/catalogue')
    return library.value
  }

  return { library, load }
})
