import { copying, useBriefs, useKeeper } from '../database'
import { backUp, backupsIn, dropAbandoned, dropOld, isDue } from '../database/backup'
import { dataDirectory } from '../database/store'
import { workPool } from '../work/pool'

/** How often it is seen whether an automatic backup is due. */
const look = 10 * 60_000
/** An automatic backup is made at most once in this time, and only when something was saved since. */
const between = 60 * 60_000

/** Opens the data at start, says what is wrong with them, backs them up now and then, and closes them at the end. */
export default defineNitroPlugin(async (nitro) => {
  const keeper = await useKeeper()
  const { trouble } = keeper.health()
  if (!trouble) (await useBriefs()).catchUp()
  if (trouble) process.stderr.write(`Ypodoma: ${trouble.message}. ${trouble.todo}\n`)

  let backedUp = -1
  const backUpIfDue = async () => {
    if (!keeper.health().writable) return
    const { connection } = keeper.reading()
    const changes = connection.prepare<[], { n: number }>('SELECT total_changes() AS n').get()!.n
    if (changes === backedUp || !isDue(backupsIn(dataDirectory()), between)) return
    await backUp(connection, dataDirectory(), 'auto', (file) => workPool().run('examine', { file }))
    backedUp = changes
    dropOld(dataDirectory())
    dropAbandoned(dataDirectory())
  }
  const run = () =>
    void copying(backUpIfDue).catch((error: Error) => process.stderr.write(`Ypodoma: no backup was made: ${error.message}\n`))
  const timer = setInterval(run, look)
  timer.unref()
  setTimeout(run, 5000).unref()

  let ending = false
  const end = () => {
    if (ending) return
    ending = true
    clearInterval(timer)
    keeper.close()
  }
  nitro.hooks.hook('close', end)
  for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP'] as const) {
    process.once(signal, () => {
      end()
      process.exit(0)
    })
  }
})
