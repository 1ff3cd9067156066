// Moves a data folder aside, so that the next start begins anew: tsx scripts/data/fresh.ts [--data DIR]
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { stampOf, underNewName } from '../../server/database/names'
import { lockFolder } from '../../server/database/open'
import { accessFile } from '../../server/security/access'
import { command, dataFolder } from './folder'

await command(() => {
  const directory = dataFolder()
  if (!existsSync(directory) || !readdirSync(directory).length) return
  const unlock = lockFolder(directory)
  try {
    const name = underNewName(dirname(directory), `${basename(directory)}.before-${stampOf(new Date())}`, '', (path) => {
      // A folder would be moved into one that is there and empty.
      if (existsSync(path)) throw Object.assign(new Error(path), { code: 'EEXIST' })
      renameSync(directory, path)
    })
    const aside = join(dirname(directory), name)
    // Who may come in stays as it was.
    if (existsSync(accessFile(aside))) {
      mkdirSync(directory, { recursive: true })
      copyFileSync(accessFile(aside), accessFile(directory))
    }
    process.stdout.write(`What was there is in ${aside}\n`)
  } finally {
    unlock()
  }
})
