import { fetchAhead } from '~/composables/useApi'
import { startAhead } from '~/engine/thread'
import { openShelfAhead } from '~/session/browser-shelf'

/** Where a build is opened by its address, build and engine are under way before the page is loaded. */
export default defineNuxtPlugin({
  // Before the router, which waits for the page.
  order: -60,
  setup() {
    const id = /^\/builds\/([^/]+)/.exec(window.location.pathname)?.[1]
    if (!id) return
    const path = `/api/builds/${id}`
    fetchAhead(path)
    openShelfAhead()
    startAhead(path)
  },
})
