import {
  choices,
  measures,
  pairedJobs,
  pictureTraits,
  settingWays,
  type Contact,
  type DeviceDefinition,
  type DeviceSetting,
  type PairedJob,
  type SettingPair,
} from '#core/catalogue'
import { wireColours } from '#core/units'

/** A part of a device as it is being typed: whatever its kind, with some of its fields. */
export type DraftPart = Record<string, unknown>

/** One column of a table of parts: a field, how it is typed, and what may stand in it. */
export interface Column {
  field: string
  head: string
  /** What it is called for who cannot see the table. */
  words: string
  type: 'text' | 'figure' | 'choice' | 'flag' | 'list'
  /** Width of what is typed. */
  width?: number
  choices?: (device: DeviceDefinition) => { value: string; title: string }[]
  /** Where the field is not a plain value. */
  read?: (part: DraftPart) => string
  write?: (text: string, part: DraftPart) => unknown
  /** Of parts that have no such field nothing is typed. */
  of?: (part: DraftPart) => boolean
}

/** A group of a device's parts that can be edited as a table. */
export interface PartGroup {
  title: string
  /** What one of them is called. */
  word: string
  columns: Column[]
  /** A new one, of that number. */
  fresh: (number: number, device: DeviceDefinition) => DraftPart
}

const plain = (values: readonly string[]) => () => values.map((value) => ({ value, title: value }))
const none = { value: '', title: 'none' }
const terminals = (roles: readonly string[]) => (device: DeviceDefinition) =>
  Object.entries(device.terminals)
    .filter(([, { role }]) => roles.includes(role))
    .map(([value, { label }]) => ({ value, title: `${value} ${label}` }))
const firstTerminal = (device: DeviceDefinition, role: string) => terminals([role])(device)[0]?.value ?? role

const label: Column = { field: 'label', head: 'label', words: 'label', type: 'text', width: 110 }
const figure = (field: string, head: string, words = head): Column => ({ field, head, words, type: 'figure' })
const flag = (field: string, head: string): Column => ({ field, head, words: head, type: 'flag' })
const terminal = (field: string, roles: readonly string[], optional = false): Column => ({
  field,
  head: field,
  words: field,
  type: 'choice',
  choices: (device) => [...(optional ? [none] : []), ...terminals(roles)(device)],
})

const isSerial = ({ kind }: DraftPart) => kind === 'serial'
/** Words of a list, parted by semicolons: values may hold commas. */
const listOf = (field: string): Column => ({
  field,
  head: field,
  words: field,
  type: 'list',
  read: (part) => (Array.isArray(part[field]) ? part[field].join('; ') : ''),
  write: (text) =>
    text
      .split(';')
      .map((each) => each.trim())
      .filter(Boolean),
})

const kindIs =
  (...kinds: DeviceSetting['kind'][]) =>
  ({ kind }: DraftPart) =>
    kinds.includes(kind as DeviceSetting['kind'])

/** A figure of a connector's contacts, where its kind does not say it; without the one figure the other goes too. */
const ofContact = (field: 'amps' | 'wires', head: string, words: string): Column => ({
  field: 'contact',
  head,
  words,
  type: 'text',
  width: 50,
  read: ({ contact }) => String((contact as Contact | undefined)?.[field] ?? ''),
  write: (text, { contact }) =>
    text.trim() === '' ? undefined : { amps: 1, wires: 1, ...(contact as Contact | undefined), [field]: valueOf(text) },
})

/** What a setting pairs with, as one word of a list; pairs with tables are written in the source. */
function pairText(pairs: SettingPair | undefined): string {
  if (!pairs) return ''
  if ('need' in pairs) return `need ${pairs.need} ${pairs.with}`
  if ('radio' in pairs) return `radio ${pairs.radio}`
  if ('output' in pairs) return `output ${pairs.output}`
  if ('job' in pairs) return `job ${pairs.job}`
  if ('levels' in pairs) return `levels ${pairs.levels.join(' ')}`
  return 'table'
}
function pairOf(text: string): SettingPair | undefined {
  const [what, id = '', by, ...more] = text.split(' ')
  if (what === 'need') return { need: id, with: by as 'baud' }
  if (what === 'radio') return { radio: id }
  if (what === 'job') return { job: id as PairedJob }
  if (what === 'levels') return { levels: [id, by, ...more].filter((each) => each !== undefined) }
  return what === 'output' ? { output: id } : undefined
}
function pairChoices({ needs, radios, outputs }: DeviceDefinition) {
  const serial = Object.entries(needs as Record<string, { kind: string; label: string }>).filter(
    ([, { kind }]) => kind === 'serial',
  )
  const pulses = Object.entries(needs as Record<string, { kind: string }>).flatMap(([id, { kind }]) =>
    kind === 'pulse' ? [id] : [],
  )
  return [
    none,
    ...serial.flatMap(([id, need]) => [
      { value: `need ${id} baud`, title: `rate of ${need.label}` },
      { value: `need ${id} protocol`, title: `protocol of ${need.label}` },
    ]),
    ...Object.entries(radios).map(([id, radio]) => ({ value: `radio ${id}`, title: `MHz of ${radio.label}` })),
    ...Object.entries(outputs).map(([id, output]) => ({ value: `output ${id}`, title: `volts of ${output.label}` })),
    ...pairedJobs.map((job) => ({ value: `job ${job}`, title: `channel of ${job}` })),
    ...(pulses.length ? [{ value: `levels ${pulses.join(' ')}`, title: 'levels its axes itself' }] : []),
    { value: 'table', title: 'another setting or the variant (in the source)' },
  ]
}

/** A value of a setting as typed: a figure where it is one. */
const valueOf = (text: string) => (text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : text)

/** The groups of parts, each with its columns. */
export const deviceParts = {
  terminals: {
    title: 'Terminals',
    word: 'terminal',
    fresh: (number) => ({ label: `T${number}`, role: 'signal', direction: 'passive' }),
    columns: [
      label,
      { field: 'role', head: 'role', words: 'role', type: 'choice', choices: plain(choices.terminalRole) },
      { field: 'direction', head: 'direction', words: 'direction', type: 'choice', choices: plain(choices.terminalDirection) },
      figure('high', 'high V', 'high level'),
      figure('maxIn', 'max in V', 'highest input'),
      figure('minHigh', 'min high V', 'lowest high'),
      {
        field: 'colour',
        head: 'lead',
        words: 'lead colour',
        type: 'choice',
        choices: () => [none, ...Object.entries(wireColours).map(([value, { name }]) => ({ value, title: `${value} ${name}` }))],
      },
      { field: 'side', head: 'side', words: 'side', type: 'text' },
    ],
  },
  supplies: {
    title: 'Supplies',
    word: 'supply',
    fresh: (_, device) => ({
      terminal: firstTerminal(device, 'supply'),
      ground: firstTerminal(device, 'ground'),
      min: 4.5,
      max: 5.5,
      typical: 0.1,
      peak: 0.2,
    }),
    columns: [
      terminal('terminal', ['supply']),
      terminal('ground', ['ground'], true),
      figure('min', 'min V', 'lowest volts'),
      figure('max', 'max V', 'highest volts'),
      figure('typical', 'typical A', 'typical current'),
      figure('peak', 'peak A', 'peak current'),
      { field: 'alternative', head: 'one of', words: 'group of alternatives', type: 'text' },
      flag('filtered', 'filtered'),
    ],
  },
  outputs: {
    title: 'Outputs',
    word: 'output',
    fresh: (number, device) => ({
      label: `OUT ${number}`,
      terminal: firstTerminal(device, 'supply'),
      ground: firstTerminal(device, 'ground'),
      volts: 5,
      limit: 1,
      kind: 'switching',
    }),
    columns: [
      label,
      terminal('terminal', ['supply']),
      terminal('ground', ['ground']),
      { field: 'kind', head: 'kind', words: 'kind', type: 'choice', choices: plain(choices.outputKind) },
      figure('volts', 'V', 'volts'),
      figure('limit', 'limit A', 'limit'),
      figure('efficiency', 'efficiency'),
      figure('dropout', 'drop-out V', 'drop-out'),
      flag('filtered', 'filtered'),
      flag('main', 'main'),
    ],
  },
  pads: {
    title: 'Pads',
    word: 'pad',
    fresh: (number, device) => ({ label: `P${number}`, terminal: firstTerminal(device, 'signal'), as: 'pulse' }),
    columns: [
      label,
      terminal('terminal', ['signal']),
      { field: 'as', head: 'as', words: 'use', type: 'choice', choices: plain(choices.devicePadUse) },
      {
        field: 'group',
        head: 'rates by',
        words: 'setting with the rates',
        type: 'choice',
        choices: (device) => [none, ...Object.entries(device.settings).map(([value, { label: title }]) => ({ value, title }))],
      },
      figure('max', 'max V', 'highest input'),
      {
        field: 'measures',
        head: 'measures',
        words: 'what it measures',
        type: 'choice',
        choices: () => [none, ...plain(Object.keys(measures))()],
      },
      figure('drive', 'drive A', 'drive'),
    ],
  },
  ports: {
    title: 'Ports',
    word: 'port',
    fresh: (number, device) => ({ label: `Port ${number}`, tx: firstTerminal(device, 'signal'), protocols: ['msp'] }),
    columns: [label, terminal('tx', ['signal'], true), terminal('rx', ['signal'], true), { ...listOf('protocols'), width: 200 }],
  },
  connectors: {
    title: 'Connectors',
    word: 'connector',
    fresh: (_, device) => ({ type: 'solder pads', pins: Object.keys(device.terminals).slice(0, 1) }),
    columns: [
      { field: 'type', head: 'type', words: 'type', type: 'text', width: 130 },
      { ...listOf('pins'), head: 'terminals from contact 1 on', width: 260 },
      ofContact('amps', 'A each', 'amperes a contact bears'),
      ofContact('wires', 'wires each', 'wires a contact holds'),
    ],
  },
  needs: {
    title: 'Needs',
    word: 'need',
    fresh: (number, device) => ({
      kind: 'serial',
      label: `Link ${number}`,
      lines: 'from-device',
      tx: firstTerminal(device, 'signal'),
      options: [{ protocol: 'msp', bauds: [115_200], default: 115_200 }],
    }),
    columns: [
      { ...label, width: 150 },
      { field: 'kind', head: 'kind', words: 'kind', type: 'text', width: 110, write: (text) => text },
      { ...terminal('terminal', ['signal', 'video']), of: ({ terminal: at }) => at !== undefined },
      { field: 'lines', head: 'lines', words: 'lines', type: 'choice', choices: plain(choices.linkLines), of: isSerial },
      { ...terminal('tx', ['signal'], true), of: isSerial },
      { ...terminal('rx', ['signal'], true), of: isSerial },
      {
        field: 'states',
        head: 'runs',
        words: 'flight states',
        type: 'choice',
        choices: plain(choices.flightStates),
        of: isSerial,
      },
      { ...flag('interruptible', 'may be interrupted'), of: isSerial },
      { ...flag('takesTurns', 'takes turns'), of: isSerial },
      { ...flag('configures', 'configures the board'), of: isSerial },
      { ...figure('leds', 'LEDs'), of: ({ kind }) => kind === 'led-data' },
      { ...figure('pitch', 'pitch mm', 'distance of lights'), of: ({ kind }) => kind === 'led-data' },
      { ...figure('channels', 'channels'), of: ({ kind }) => kind === 'control' },
      { ...listOf('feeds'), head: 'tells of', width: 90 },
    ],
  },
  radios: {
    title: 'Radios',
    word: 'radio',
    fresh: () => ({ label: 'Radio', megahertz: 2400, sends: true }),
    columns: [
      label,
      figure('megahertz', 'MHz', 'frequency'),
      flag('sends', 'sends'),
      figure('antenna', 'antenna mm', 'antenna'),
      figure('velocity', 'velocity'),
      flag('canBeOff', 'can be off'),
    ],
  },
  settings: {
    title: 'Settings',
    word: 'setting',
    fresh: (number) => ({ label: `Setting ${number}`, way: 'tool', kind: 'choice', values: ['one', 'two'], default: 'one' }),
    columns: [
      { ...label, width: 150 },
      { field: 'kind', head: 'kind', words: 'kind', type: 'choice', choices: plain(choices.settingKind) },
      {
        field: 'values',
        head: 'values',
        words: 'values',
        type: 'list',
        width: 150,
        of: kindIs('choice'),
        read: ({ values }) => (Array.isArray(values) ? values.join('; ') : ''),
        write: (text) =>
          text
            .split(';')
            .map((each) => each.trim())
            .filter(Boolean)
            .map(valueOf),
      },
      { ...figure('min', 'min', 'least'), of: kindIs('number') },
      { ...figure('max', 'max', 'most'), of: kindIs('number') },
      { ...figure('step', 'step'), of: kindIs('number') },
      { field: 'unit', head: 'unit', words: 'unit', type: 'text', width: 50, of: kindIs('number') },
      { ...figure('longest', 'longest', 'most signs'), of: kindIs('text') },
      {
        field: 'default',
        head: 'ships as',
        words: 'value as it ships',
        type: 'text',
        read: ({ default: value }) =>
          value === true ? 'on' : value === false ? 'off' : String((value as string | number | undefined) ?? ''),
        write: (text, part) => (kindIs('switch')(part) && ['on', 'off'].includes(text) ? text === 'on' : valueOf(text)),
      },
      {
        field: 'way',
        head: 'is set',
        words: 'way of setting',
        type: 'choice',
        choices: () => Object.entries(settingWays).map(([value, title]) => ({ value, title })),
      },
      {
        field: 'pairs',
        head: 'pairs with',
        words: 'pair',
        type: 'choice',
        choices: pairChoices,
        read: ({ pairs }) => pairText(pairs as SettingPair | undefined),
        write: pairOf,
      },
      {
        field: 'picture',
        head: 'decides',
        words: 'what it decides of the picture',
        type: 'choice',
        choices: () => [none, ...plain(pictureTraits)()],
      },
      { field: 'note', head: 'note', words: 'note', type: 'text', width: 160 },
    ],
  },
} satisfies Record<string, PartGroup>

export type PartGroupId = keyof typeof deviceParts
