import { answering } from '../../answering'
import { reading } from '../../database'

/** All definitions that can be read, whose they are and in which version, and those that cannot be read. */
export default answering('GET /api/catalogue', async () => {
  const { catalogue } = await reading()
  const { library, unreadable } = catalogue.library()
  return { ...library, standing: catalogue.standing(), unreadable }
})
