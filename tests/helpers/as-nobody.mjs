// Runs a module of the server as a user who may write nothing that others own: node as-nobody.mjs DIRECTORY
import { register } from 'tsx/esm/api'

register()
const { StoreKeeper } = await import('../../server/database/keeper.ts')
const { shipped } = await import('./store.ts')
if (process.getuid() === 0) process.setuid(65534)
const keeper = new StoreKeeper({ ...shipped, directory: process.argv[2] })
const said = { health: keeper.health(), builds: [], written: '' }
try {
  said.builds = keeper
    .reading()
    .builds.list()
    .builds.map(({ name }) => name)
  keeper.writing()
  said.written = 'written'
} catch (error) {
  said.written = error.message
}
keeper.close()
process.stdout.write(JSON.stringify(said))
