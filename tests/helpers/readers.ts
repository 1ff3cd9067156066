import { encode } from 'fast-png'
import { stringify } from 'yaml'
import { bdfOf, GlyphFileError, ownGlyphs, pixelsOfPng, setFromBdf, setFromSheet, sheetOf } from '#core/display'
import { parseModule, takeModule } from '#core/modules'
import { PatternError, readBack } from '#core/pasted'
import { resolvePlan } from '#core/plan'
import {
  displayFileOf,
  InputError,
  padTableCsv,
  parsePlan,
  readDefinitionsFile,
  readDisplayFile,
  withPadTable,
} from '#core/schema'
import { renderTemplate, TemplateError } from '#core/template'
import { allocated, library } from './plans'

/** A reader of a kind of file, with one that is sound; bytes where it is no text. */
export interface Reader {
  name: string
  sample: string | Uint8Array
  read: (file: string, bytes: Uint8Array) => unknown
}

const plan = allocated('spillway-hex')
const board = library.boards['corran-7']!
const sheet = sheetOf(ownGlyphs(256))
const [layout] = Object.values(plan.displays)
const resolved = resolvePlan(plan)

/** Every reader of files there is. */
export const readers: Reader[] = [
  { name: 'glyphs as BDF', sample: bdfOf(ownGlyphs(256)), read: (text) => setFromBdf(text, 'Read', 512) },
  {
    name: 'glyphs as PNG',
    sample: new Uint8Array(encode({ width: sheet.width, height: sheet.height, data: sheet.data, channels: 4, depth: 8 })),
    read: (_, bytes) => setFromSheet(pixelsOfPng(bytes), 'Read'),
  },
  { name: 'layout', sample: displayFileOf(layout!), read: readDisplayFile },
  { name: 'plan with its handset', sample: JSON.stringify(plan), read: parsePlan },
  { name: 'pad table', sample: padTableCsv(board), read: (text) => withPadTable(board, text) },
  { name: 'definition as YAML', sample: stringify(board), read: readDefinitionsFile },
  {
    name: 'definition as JSON',
    sample: JSON.stringify(library.devices['merlow-n5'] ?? Object.values(library.devices)[0]),
    read: readDefinitionsFile,
  },
  { name: 'module', sample: JSON.stringify(takeModule(plan, [plan.devices[0]!.id], 'Some')), read: parseModule },
  {
    name: 'template',
    sample: '{% for i in (1..9) %}{{ i | times: 3 }}{{ build.name | slice: 0, 4 }}{% endfor %}',
    read: (text) => renderTemplate(text, resolved),
  },
  {
    name: 'pattern',
    sample: '^(?<key>[a-z.0-9]{1,40}) = (?<value>.{0,20})$',
    read: (text) => readBack('a.1 = 5\n'.repeat(2000), text, {}),
  },
]

/** What a reader may say of a file that it does not take: each names a place or a reason. */
export function isRefusal(error: unknown): boolean {
  return (
    [InputError, GlyphFileError, TemplateError, PatternError].some((kind) => error instanceof kind) &&
    (error as Error).message.length > 5
  )
}

/** Figures that no size should be. */
const odd = ['0', '-1', '-5', '1.5', '1e9', '99999999', '-2147483648', '1e308', 'NaN', '', '0x10', '55296', '8238']

/** A file with one or two of its figures replaced by odd ones, or some of its bytes. */
export function disturbed(sample: string | Uint8Array, below: (limit: number) => number): { text: string; bytes: Uint8Array } {
  if (typeof sample !== 'string') {
    const bytes = Uint8Array.from(sample)
    // The head, where sizes stand, more often than what follows.
    for (let turn = 0; turn <= below(3); turn += 1) bytes[below(below(2) ? 40 : bytes.length)] = [0, 255, 128, 1][below(4)]!
    return { text: '', bytes: below(8) ? bytes : bytes.slice(0, below(bytes.length)) }
  }
  let text = sample
  for (let turn = 0; turn <= below(2); turn += 1) {
    const figures = [...text.matchAll(/-?\d+(?:\.\d+)?/g)]
    const found = figures[below(below(2) ? Math.min(40, figures.length) : figures.length)]
    if (found) text = text.slice(0, found.index) + odd[below(odd.length)]! + text.slice(found.index + found[0].length)
  }
  return { text, bytes: new TextEncoder().encode(text) }
}
