import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { cook, readLibrary, type Library } from '#core/schema'
import type { Plan } from '#core/plan'

const catalogue = fileURLToPath(new URL('../catalogue', import.meta.url))

function texts(folder: string): { name: string; text: string }[] {
  return readdirSync(join(catalogue, folder))
    .filter((file) => file.endsWith('.yaml'))
    .sort()
    .map((file) => ({ name: `catalogue/${folder}/${file}`, text: readFileSync(join(catalogue, folder, file), 'utf8') }))
}

let library: Library | undefined

/** The definitions shipped with the product; read once. */
export function shippedLibrary(): Library {
  return (library ??= readLibrary(['protocols', 'devices', 'boards'].flatMap(texts)))
}

/** The demo builds, as plans not yet allocated. */
export function demoPlans(library = shippedLibrary()): { id: string; plan: Plan }[] {
  return texts('demo').map(({ text }) => cook(text, library))
}
