import { reading } from '../../database'
import { backUp } from '../../database/backup'
import { dataDirectory } from '../../database/store'
import { workPool } from '../../work/pool'

/** Writes a backup now. */
export default defineEventHandler(async (event) => {
  const { connection } = await reading()
  const name = await backUp(connection, dataDirectory(), 'hand', (file) => workPool().run('examine', file))
  setResponseStatus(event, 201)
  return { name }
})
