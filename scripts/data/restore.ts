// Puts a backup in the place of the data; the server must have ended: npm run restore -- FILE [--data DIR]
import { readdirSync, rmSync } from 'node:fs'
import { examine } from '../../server/database/examine'
import { putInPlace, readyToRestore } from '../../server/database/backup'
import { lockFolder } from '../../server/database/open'
import { argument, command, dataFolder } from './folder'

await command(async () => {
  const file = argument()
  if (!file) throw new Error('Which file? npm run restore -- FILE')
  const directory = dataFolder()
  const newest = readdirSync(new URL('../../server/database/migrations', import.meta.url)).length
  const unlock = lockFolder(directory)
  try {
    const { builds, versions } = examine(file, newest)
    const ready = await readyToRestore(file, directory, (copy) => examine(copy, newest))
    const aside = putInPlace(ready, directory)
    rmSync(ready, { force: true })
    const before = aside ? ` What was there is in ${aside}` : ''
    process.stdout.write(`${builds} builds with ${versions} versions are in place.${before}\n`)
  } finally {
    unlock()
  }
})
