import { answering } from '../../answering'
import { copying, reading } from '../../database'
import { backUp } from '../../database/backup'
import { dataDirectory } from '../../database/store'
import { bodyOf } from '../../security/body'
import { workPool } from '../../work/pool'

/** Writes a backup now, after those under way. */
export default answering('POST /api/backups', async (event) => {
  await bodyOf(event, 'POST /api/backups')
  const name = await copying(async () => {
    const { connection } = await reading()
    return backUp(connection, dataDirectory(), 'hand', (file) => workPool().run('examine', { file }))
  })
  setResponseStatus(event, 201)
  return { name }
})
