import { answering } from '../answering'
import { useKeeper } from '../database'

/** Whether the data can be read and written, and what is wrong with them if not. */
export default answering('GET /api/health', async (event) => {
  const health = (await useKeeper()).health()
  if (!health.ready) setResponseStatus(event, 503)
  return health
})
