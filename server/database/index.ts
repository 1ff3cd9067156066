import { Briefs } from '../work/briefs'
import { workPool } from '../work/pool'
import { StoreKeeper } from './keeper'
import { dataDirectory, type Store } from './store'

let making: Promise<StoreKeeper> | undefined

/** The keeper of this server's data. */
export function useKeeper(): Promise<StoreKeeper> {
  return (making ??= makeKeeper())
}

/** The data, for a request that changes them. @throws StoreTrouble */
export async function writing(): Promise<Store> {
  return (await useKeeper()).writing()
}

/** The data, for a request that only reads. @throws StoreTrouble */
export async function reading(): Promise<Store> {
  return (await useKeeper()).reading()
}

let looking: Briefs | undefined

/** What looks at builds once they are saved. */
export async function useBriefs(): Promise<Briefs> {
  const keeper = await useKeeper()
  return (looking ??= new Briefs(
    () => keeper.writing(),
    (plan) => workPool().run('brief', plan),
  ))
}

async function makeKeeper(): Promise<StoreKeeper> {
  const catalogue = await assetTexts('assets:catalogue')
  const inFolder = (folder: string) => catalogue.filter(({ name }) => name.startsWith(`${folder}:`))
  const migrations = await assetTexts('assets:migrations')
  return new StoreKeeper({
    directory: dataDirectory(),
    migrations: migrations.map(({ name, text }) => ({ name, sql: text })),
    definitions: ['protocols', 'devices', 'boards'].flatMap(inFolder),
    demo: process.env.YPODOMA_DEMO === 'off' ? [] : inFolder('demo'),
  })
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
