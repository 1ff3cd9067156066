// Runs a module of the server as a user who may write nothing that others own: as-nobody DIRECTORY
import { StoreKeeper } from '../../server/database/keeper'
import { shipped } from './store'

if (process.getuid!() === 0) process.setuid!(65534)
const keeper = new StoreKeeper({ ...shipped, directory: process.argv[2]! })
const said = { health: keeper.health(), builds: [] as string[], written: '' }
try {
  said.builds = keeper
    .reading()
    .builds.list()
    .builds.map(({ name }) => name)
  keeper.change(({ builds }) => builds.setRemoved('spillway-hex', true))
  said.written = 'written'
} catch (error) {
  said.written = (error as Error).message
}
keeper.close()
process.stdout.write(JSON.stringify(said))
