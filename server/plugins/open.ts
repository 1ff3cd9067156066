import { useStore } from '../database'

/** Opens the database at start, so that the first request does not wait for it and a fault shows at once. */
export default defineNitroPlugin(async () => {
  await useStore()
})
