import { answering } from '../../../answering'
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { copying, useKeeper } from '../../../database'
import { backupFolder, backupsIn, putInPlace, readyToRestore } from '../../../database/backup'
import { dataDirectory } from '../../../database/store'
import { CopyTrouble } from '../../../database/trouble'
import { bodyOf } from '../../../security/body'
import { notThere } from '../../../security/refusals'
import { workPool } from '../../../work/pool'

/** Puts a backup in the place of the data, once it is seen to be whole, and after copies under way; what was there is kept beside. */
export default answering('POST /api/backups/:name/restore', async (event) => {
  await bodyOf(event, 'POST /api/backups/:name/restore')
  const name = getRouterParam(event, 'name')!
  const directory = dataDirectory()
  if (!backupsIn(directory).some((backup) => backup.name === name)) throw notThere('this backup')
  const keeper = await useKeeper()
  return copying(async () => {
    const look = (file: string) => workPool().run('examine', { file, newest: keeper.schema })
    const ready = await readyToRestore(join(backupFolder(directory), name), directory, look)
    try {
      keeper.exchange((aside) => putInPlace(ready, directory, new Date(), aside))
    } catch (error) {
      throw CopyTrouble.of(error) ?? error
    } finally {
      rmSync(ready, { force: true })
    }
    return keeper.health()
  })
})
