import { wireColours } from '../../units'
import type { WireColour } from '../../units'
import { limits } from '../limits'
import {
  anId,
  byDefault,
  choice,
  figure,
  group,
  keyOf,
  list,
  map,
  name,
  optional,
  parts,
  prose,
  startsAs,
  started,
  text,
  type Field,
  type FieldWords,
} from './field'

export const volts = (words?: FieldWords) => figure({ unit: 'V', min: 0, max: 100 }, words)
export const amps = (words?: FieldWords) => figure({ unit: 'A', min: 0, max: 500 }, words)
/** What something can give: never quite nothing, so that a share of it can be told. */
export const capacity = (words?: FieldWords) => figure({ unit: 'A', min: 0.0001, max: 500 }, words)
export const share = (words?: FieldWords) => figure({ min: 0.05, max: 1 }, words)
export const baud = (words?: FieldWords) => figure({ min: 300, max: 12_000_000, whole: true }, words)
export const count = (min: number, max: number, words?: FieldWords) => figure({ min, max, whole: true }, words)
export const ohms = (words?: FieldWords) => figure({ unit: 'Ω', min: 100, max: 1_000_000 }, words)
/** A place on a board, which may lie a little off it. */
export const onBoard = (words?: FieldWords) => figure({ unit: 'mm', min: -50, max: limits.board + 50 }, words)
export const label = name({ width: 110 })
export const busAddress = count(0, 127)

export const wireColour: Field<WireColour> = keyOf(
  Object.fromEntries(Object.entries(wireColours).map(([code, { name: colour }]) => [code, `${code} ${colour}`])) as Record<
    WireColour,
    string
  >,
  { head: 'lead', words: 'lead colour' },
)

/** Data bits, parity and stop bits of one character on a serial line. */
export const characterFormats = ['8N1', '8N2', '8E1', '8E2', '8O1'] as const
export const characterFormat = choice(characterFormats)

/** What an analog line tells: the battery's voltage, a current, or how well the control receiver hears. */
export const measures = { voltage: 'battery voltage', current: 'current', 'signal-strength': 'signal strength' } as const
export const measure = keyOf(measures, { words: 'what it measures' })

/** What a sensor can measure of a flight, beyond what parts of its class usually tell. */
export const feeds = list(choice(['airspeed', 'height', 'compass', 'current']), { most: 4 }, { head: 'tells of', width: 90 })
export const videoStandard = choice(['PAL', 'NTSC'])

/** What one contact of a connector bears, and how many wires it holds, where its kind does not say it. */
export const contact = startsAs(
  group({
    amps: capacity({ head: 'A each', words: 'amperes a contact bears', width: 50 }),
    wires: count(1, 20, { head: 'wires each', words: 'wires a contact holds', width: 50 }),
  }),
  { amps: 1, wires: 1 },
)

/** Where a figure or a function is from. */
export const originWords = {
  proposed: 'proposed from a label',
  guess: 'a guess',
  unknown: 'not known',
  measured: 'measured',
  maker: 'from the maker',
} as const

/** Where what stands at some places of a definition is from, by the place: `rails.v5.limit`; of the rest nothing is told. */
export const origins = optional(map('names', group({ from: keyOf(originWords), note: optional(text(300)) }), { most: 3000 }))

/** The sides of a board. */
export const boardSides = ['top', 'bottom'] as const
const millimetres = (words?: FieldWords) => figure({ unit: 'mm', min: -limits.board, max: 2 * limits.board }, words)

/** Pictures and addresses that are kept with a definition: photographs, wiring drawings, pages of a manual. */
export const attached = optional({
  ...parts(
    {
      label,
      /** The picture, by the name that its content has on this server. */
      picture: optional(anId()),
      address: started(optional(startsAs(text(300), 'https://'))),
      note: optional(text(300)),
      /** A straightened picture lies under the drawing, in mm from the top left corner as that side is seen. */
      laid: optional(
        group({
          side: choice(boardSides),
          x: millimetres(),
          y: millimetres(),
          width: millimetres(),
          height: millimetres(),
        }),
      ),
    },
    limits.attached,
    { head: 'Pictures', words: 'picture', oneOf: ['picture', 'address'] },
  ),
  byDefault: undefined,
})

/** What is noted of buying one. */
export const purchase = optional(
  group({
    price: optional(figure({ min: 0, max: 1_000_000 }, { head: 'price of one' })),
    currency: optional(name({ head: 'currency', width: 60 })),
    stock: optional(count(0, 100_000, { head: 'in stock' })),
    from: optional(name({ head: 'bought at', width: 180 })),
  }),
)

/** What every definition has. */
export const head = {
  id: anId(),
  name: label,
  maker: label,
  summary: byDefault(prose(), ''),
}

/** A map of differences: a value replaces, a nested map descends, null removes (RFC 7396). */
export interface Differences {
  [key: string]: unknown
}
export const differences: Field<Differences> = { shape: { is: 'differences' } }
/** One revision, firmware version or variant. */
export interface Version {
  name: string
  note: string
  differences: Differences
}
/** Revisions, firmware versions or variants: at least one. */
export const versions: Field<Record<string, Version>> = { shape: { is: 'versions' } }
