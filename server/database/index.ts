import { dataDirectory, openStore, type Store } from './store'

let opening: Promise<Store> | undefined

/** The one open database of this server. */
export function useStore(): Promise<Store> {
  opening ??= openFromAssets()
  return opening
}

async function openFromAssets(): Promise<Store> {
  const catalogue = await assetTexts('assets:catalogue')
  const inFolder = (folder: string) => catalogue.filter(({ name }) => name.startsWith(`${folder}:`))
  const migrations = await assetTexts('assets:migrations')
  return openStore({
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
