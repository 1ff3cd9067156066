import { limits } from '../limits'
import { differences, label } from './common'
import {
  byDefault,
  choice,
  either,
  figure,
  flag,
  group,
  keyOf,
  list,
  map,
  name,
  optional,
  refersTo,
  startsAs,
  text,
  type FieldWords,
  type KindOf,
} from './field'

/** By what means a setting of a device is changed, in words that follow "set". */
export const settingWays = {
  tool: 'with its own tool, at its own adapter',
  board: 'from the board, over its link',
  bridge: 'through the board: a bridge to its port',
  menu: 'in its own menu',
  file: 'by a file on its card',
  buttons: 'with its buttons',
  jumper: 'with a jumper or solder bridge',
} as const

/** What channels switch on the board that a part's setting can have to agree with. */
export const pairedJobs = ['arm', 'lights', 'beeper', 'log', 'video'] as const

/**
 * What a setting decides of the picture that text is drawn on: how many columns and rows, such as 50×18; how many glyphs
 * the set has; the standard of an analogue picture.
 */
export const pictureTraits = ['grid', 'glyphs', 'standard'] as const

/** What a setting of a device may be set to. */
export const settingValue = either([flag(), figure({}), text(limits.name)])

/** What a setting has to agree with. */
const pairs = either(
  [
    /** The board's end of the link of a need. */
    group({ need: refersTo({ section: 'needs', mayLack: true }), with: choice(['baud', 'protocol']) }),
    /** Another setting of the same device: for each of its values the one wanted here. */
    group({ setting: refersTo({ section: 'settings' }), values: map('names', settingValue, { most: 60 }) }),
    /** The variant of the device: for each the value that fits it. */
    group({ variants: map('ids', settingValue, { least: 1, most: 60 }) }),
    /** A supply output of the device, which gives so many volts as this says. */
    group({ output: refersTo({ section: 'outputs' }) }),
    /** A radio of the device, which works at so many MHz as this says. */
    group({ radio: refersTo({ section: 'radios' }) }),
    /** The channel that switches something on the board: the setting is its number. */
    group({ job: choice(pairedJobs) }),
    /** The part levels the axes of these needs by itself, so that the board must not. */
    group({ levels: list(refersTo({ section: 'needs' }), { least: 1, most: 6 }) }),
  ],
  { head: 'pairs with', words: 'pair' },
)

/** What reaches the board when the signal of a receiver is lost. */
export const lossKinds = ['stops', 'holds', 'preset'] as const

/** What every setting has. */
export const ofAllSettings = {
  label: name({ width: 150 }),
  way: byDefault(keyOf(settingWays, { head: 'is set', words: 'way of setting' }), 'tool'),
  pairs: optional(pairs),
  picture: optional(choice(pictureTraits, { head: 'decides', words: 'what it decides of the picture' })),
  /**
   * What the part is with each value: differences to its definition, laid over those of its variant. A radio that is off, a
   * link that says nothing, a protocol that it is bound to are told so, and all that looks at the part knows of it.
   */
  acts: optional(map('names', differences, { least: 1, most: 60 })),
  /** How much a need says with it: in proportion to a number as it ships, or the share of what is told for each value. */
  paces: optional(
    group({
      need: refersTo({ section: 'needs', mayLack: true }, { head: 'paces', words: 'need that it paces' }),
      shares: optional(map('names', figure({ above: 0, max: 100 }), { most: 60 })),
    }),
  ),
  /** What of each value comes to the board when the signal is lost. */
  onLoss: optional(map('names', choice(lossKinds), { most: 60 })),
  /** Why nothing here hangs on it: it is a matter of taste, of the place, or of what is seen in flight. */
  taste: optional({ ...label, head: 'beside the point', words: 'why nothing hangs on it', width: 160 }),
  /** What it does, or what to mind. */
  note: optional({ ...label, width: 160 }),
}

const finite = (words?: FieldWords) => figure({ min: -1e9, max: 1e9 }, words)
const shipsAs: FieldWords = { head: 'ships as', words: 'value as it ships' }

/** What a setting of each kind holds besides. */
export const settingFields = {
  choice: {
    values: startsAs(list(either([name(), figure({})]), { least: 1, most: 60 }, { width: 150 }), ['one', 'two']),
    default: startsAs(either([name(), figure({})], shipsAs), 'one'),
  },
  number: {
    min: startsAs(finite({ words: 'least', atMost: 'max' }), 0),
    max: startsAs(finite({ words: 'most' }), 100),
    step: optional(figure({ above: 0, max: 1e9 })),
    unit: optional(name({ width: 50 })),
    default: startsAs(finite(shipsAs), 0),
  },
  switch: { default: startsAs(flag(shipsAs), false) },
  text: {
    longest: startsAs(figure({ min: 1, max: limits.name, whole: true }, { words: 'most signs' }), 20),
    default: startsAs(text(limits.name, shipsAs), ''),
  },
}

export type SettingDefinition = KindOf<typeof ofAllSettings, typeof settingFields>
