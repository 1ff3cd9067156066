import type { Fonts } from './fonts'

/** Faces for what the product's own font has no glyphs for, by the file they lie in. */
const others = ['latin-ext', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext', 'vietnamese']

let loading: Promise<Fonts> | undefined

/** The fonts shipped for papers, read once. */
export function fontsAtHand(): Promise<Fonts> {
  return (loading ??= load())
}

async function load(): Promise<Fonts> {
  const [plain, bold, ...rest] = await Promise.all([
    read('fonts', 'atkinson-hyperlegible-latin-400-normal.woff'),
    read('fonts', 'atkinson-hyperlegible-latin-700-normal.woff'),
    ...others.map((subset) => read('more-fonts', `noto-sans-${subset}-400-normal.woff`)),
  ])
  return { plain: plain!, bold: bold!, others: others.map((name, at) => ({ name, bytes: rest[at]! })) }
}

async function read(mount: 'fonts' | 'more-fonts', file: string): Promise<Uint8Array> {
  return new Uint8Array((await useStorage(`assets:${mount}`).getItemRaw(file)) as Uint8Array)
}
