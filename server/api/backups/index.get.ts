import { answering } from '../../answering'
import { backupsIn } from '../../database/backup'
import { dataDirectory } from '../../database/store'

/** The backups there are, newest first. */
export default answering('GET /api/backups', () => backupsIn(dataDirectory()))
