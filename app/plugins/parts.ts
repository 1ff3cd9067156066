import { useNotices } from '~/stores/notices'

/** Says so where a part of a page is asked for and cannot be loaded: browsers do not ask for it again before the page is loaded anew. */
export default defineNuxtPlugin((app) => {
  const unloaded = new WeakSet<object>()
  app.hook('app:chunkError', ({ error }) => void unloaded.add(error as object))
  app.hook('vue:error', (error) => {
    if (unloaded.has(error as object))
      useNotices().complain(
        'This could not be loaded: the server does not answer. Load the page again when it does; nothing is lost.',
      )
  })
})
