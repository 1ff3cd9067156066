import { Briefs } from '../work/briefs'
import { workPool } from '../work/pool'
import { StoreKeeper } from './keeper'
import { dataDirectory, type Store } from './store'
import { Turns } from '../work/turns'

let making: Promise<StoreKeeper> | undefined

/** The keeper of this server's data. */
export function useKeeper(): Promise<StoreKeeper> {
  return (making ??= makeKeeper())
}

/** Changes the data at once, for a request; what comes back is on the disk. @throws StoreTrouble, or what `run` throws */
export async function changing<T>(run: (store: Store) => T): Promise<T> {
  return (await useKeeper()).change(run)
}

/** The data, for a request that only reads. @throws StoreTrouble */
export async function reading(): Promise<Store> {
  return (await useKeeper()).reading()
}

/** Copies that may wait for those before them. */
const mostCopies = 20
const copies = new Turns(mostCopies)

/** Does work that copies the data or puts a copy in their place: one after the other. @throws NotDone where too many wait */
export function copying<T>(work: () => Promise<T>): Promise<T> {
  return copies.run(work)
}

let looking: Briefs | undefined

/** What looks at builds once they are saved. */
export async function useBriefs(): Promise<Briefs> {
  const keeper = await useKeeper()
  return (looking ??= new Briefs(keeper, (plan) => workPool().run('brief', plan)))
}

async function makeKeeper(): Promise<StoreKeeper> {
  const catalogue = await assetTexts('assets:catalogue')
  const inFolder = (folder: string) => catalogue.filter(({ name }) => name.startsWith(`${folder}:`))
  const migrations = await assetTexts('assets:migrations')
  return new StoreKeeper(
    {
      directory: dataDirectory(),
      migrations: migrations.map(({ name, text }) => ({ name, sql: text })),
      definitions: ['protocols', 'devices', 'boards'].flatMap(inFolder),
      demo: process.env.YPODOMA_DEMO === 'off' ? [] : inFolder('demo'),
    },
    undefined,
    (message) => process.stderr.write(`Ypodoma: ${message}\n`),
  )
}

async function assetTexts(mount: string): Promise<{ name: string; text: string }[]> {
  const storage = useStorage(mount)
  const keys = (await storage.getKeys()).sort()
  return Promise.all(keys.map(async (name) => ({ name, text: textOf(await storage.getItemRaw(name)) })))
}

/** Assets come as text or as bytes, depending on how the server was built. */
function textOf(raw: unknown): string {
  return typeof raw === 'string' ? raw : new TextDecoder().decode(raw as Uint8Array)
}
