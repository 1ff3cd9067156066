import { answering } from '../../../answering'
import { createReadStream } from 'node:fs'
import { join } from 'node:path'
import { backupFolder, backupsIn } from '../../../database/backup'
import { dataDirectory } from '../../../database/store'
import { notThere } from '../../../security/refusals'

/** A backup as a file. */
export default answering('GET /api/backups/:name', (event) => {
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
