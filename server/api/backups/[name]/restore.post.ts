import { join } from 'node:path'
import Joi from 'joi'
import { useKeeper } from '../../../database'
import { backupFolder, backupsIn, restore } from '../../../database/backup'
import { dataDirectory } from '../../../database/store'
import { readValid } from '../../../security/body'
import { notThere } from '../../../security/refusals'

/** Puts a backup in the place of the data, once it is seen to be whole; what was there is kept beside. */
export default defineEventHandler(async (event) => {
  await readValid(event, Joi.object({}))
  const name = getRouterParam(event, 'name')!
  if (!backupsIn(dataDirectory()).some((backup) => backup.name === name)) throw notThere('this backup')
  const keeper = await useKeeper()
  keeper.exchange(() => restore(join(backupFolder(dataDirectory()), name), dataDirectory(), keeper.schema))
  return keeper.health()
})
