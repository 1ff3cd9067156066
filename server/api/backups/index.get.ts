import { backupsIn } from '../../database/backup'
import { dataDirectory } from '../../database/store'

/** The backups there are, newest first. */
export default defineEventHandler(() => backupsIn(dataDirectory()))
