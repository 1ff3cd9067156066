// Backs the data up, also while the server runs: npm run backup [-- --data DIR]
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { backUp, backupFolder } from '../../server/database/backup'
import { databaseFile } from '../../server/database/open'
import { StoreTrouble } from '../../server/database/trouble'
import { command, dataFolder } from './folder'

await command(async () => {
  const directory = dataFolder()
  const file = databaseFile(directory)
  if (!existsSync(file)) throw new StoreTrouble('unreachable', `${file} is not there`)
  const connection = new Database(file, { fileMustExist: true, timeout: 5000 })
  try {
    const name = await backUp(connection, directory, 'hand')
    process.stdout.write(`${join(backupFolder(directory), name)}\n`)
  } finally {
    connection.close()
  }
})
