import { useStore } from '../../database'

/** All definitions, with which are the user's own. */
export default defineEventHandler(async () => {
  const { catalogue } = await useStore()
  return { ...catalogue.library(), origins: catalogue.origins() }
})
