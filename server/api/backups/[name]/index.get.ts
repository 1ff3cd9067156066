import { createReadStream } from 'node:fs'
import { join } from 'node:path'
import { backupFolder, backupsIn } from '../../../database/backup'
import { dataDirectory } from '../../../database/store'
import { notThere, refusal } from '../../../security/refusals'

/** A backup as a file. It holds everything, so it is for editors only. */
export default defineEventHandler((event) => {
  if (event.context.role !== 'editor') throw refusal(403, 'backups are for editors')
  const name = getRouterParam(event, 'name')!
  const found = backupsIn(dataDirectory()).find((backup) => backup.name === name)
  if (!found) throw notThere('this backup')
  setResponseHeaders(event, {
    'content-type': 'application/vnd.sqlite3',
    'content-length': found.bytes,
    'content-disposition': `attachment; filename="${name}"`,
  })
  return sendStream(event, createReadStream(join(backupFolder(dataDirectory()), name)))
})
