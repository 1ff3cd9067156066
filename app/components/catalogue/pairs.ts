import type { PartValues, SettingPair } from '#core/catalogue'

interface Option {
  value: string
  title: string
}

/**
 * What a setting pairs with, as one word of a list. The ways in which settings pair differ too much for columns of their
 * own; those with a table of values are written in the source.
 */
export function pairText(pairs: SettingPair | undefined): string {
  if (!pairs) return ''
  if ('need' in pairs) return `need ${pairs.need} ${pairs.with}`
  if ('radio' in pairs) return `radio ${pairs.radio}`
  if ('output' in pairs) return `output ${pairs.output}`
  if ('job' in pairs) return `job ${pairs.job}`
  if ('levels' in pairs) return `levels ${pairs.levels.join(' ')}`
  return pairTable
}
/** Stands for pairs with a table of values. */
export const pairTable = 'table'

/** The pair that such a word stands for. */
export function pairOf(text: string): SettingPair | undefined {
  const [what, id = '', by, ...more] = text.split(' ')
  if (what === 'need') return { need: id, with: by === 'protocol' ? 'protocol' : 'baud' }
  if (what === 'radio') return { radio: id }
  if (what === 'job') return { job: id } as SettingPair
  if (what === 'levels') return { levels: [id, by, ...more].filter((each) => each !== undefined) }
  return what === 'output' ? { output: id } : undefined
}

type Labelled = Record<string, { kind?: string; label: string }>

/** What may be chosen of a device. */
export function pairChoices(definition: PartValues, jobs: readonly string[]): Option[] {
  const of = (section: string) => Object.entries((definition[section] ?? {}) as Labelled)
  const pulses = of('needs').flatMap(([id, { kind }]) => (kind === 'pulse' ? [id] : []))
  return [
    ...of('needs').flatMap(([id, { kind, label }]) =>
      kind !== 'serial'
        ? []
        : [
            { value: `need ${id} baud`, title: `rate of ${label}` },
            { value: `need ${id} protocol`, title: `protocol of ${label}` },
          ],
    ),
    ...of('radios').map(([id, { label }]) => ({ value: `radio ${id}`, title: `MHz of ${label}` })),
    ...of('outputs').map(([id, { label }]) => ({ value: `output ${id}`, title: `volts of ${label}` })),
    ...jobs.map((job) => ({ value: `job ${job}`, title: `channel of ${job}` })),
    ...(pulses.length ? [{ value: `levels ${pulses.join(' ')}`, title: 'levels its axes itself' }] : []),
    { value: pairTable, title: 'another setting or the variant (in the source)' },
  ]
}
