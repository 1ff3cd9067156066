import { contactOf } from './contacts'

/** The schema version of each kind of definition that this program writes. */
export const definitionSchemas = { board: 6, device: 11, protocol: 3 } as const

type Document = Record<string, unknown>
type Step = (document: Document) => Document
type Part = (part: unknown) => unknown

/** For each kind the steps from version to version, the first from 1 to 2. */
const steps: Record<keyof typeof definitionSchemas, Step[]> = {
  board: [
    (board) => everywhere(board, ['revisions', 'firmwares'], withoutBuzzer),
    (board) => ({ receivers: 1, ...board }),
    // Contacts and what a part on a bus tells were once known by their names.
    (board) =>
      everywhere(board, ['revisions', 'firmwares'], (part) =>
        withPart(withPart(part, 'connectors', eachPart(contactByName)), 'i2c', eachPart(busByName)),
      ),
    // It may say where its figures are from, and that its drawing is a sketch.
    (board) => board,
    // Pictures and addresses may be kept with it.
    (board) => board,
  ],
  device: [
    (device) => ({ radios: {}, ...everywhere(device, ['variants'], (part) => withPart(part, 'needs', formatsOfNeeds)) }),
    (device) => ({ pads: {}, ...(opensTheBoard(device) ? withPart(device, 'needs', linksThatConfigure) : device) }),
    (device) => ({ ports: {}, ...device }),
    (device) => everywhere(device, ['variants'], (part) => withPart(part, 'settings', settingsWithKind)),
    // Settings may pair with variants, outputs and radios.
    (device) => device,
    // Pulses say what they move, strips how long they are, receivers what each channel carries, sensors what they feed.
    (device) => withPart(device, 'needs', needsThatFeed),
    // Contacts, compasses and what a setting decides of the picture were once known by names, ids and words.
    (device) => everywhere(device, ['variants'], (part) => traitsByName(part, device.class)),
    // What reaches the board when the signal is lost was known by the id of a setting and the words of its values.
    (device) => everywhere(device, ['variants'], (part) => withPart(part, 'settings', eachPart(lossByName))),
    // It may say where its figures are from.
    (device) => device,
    // Pictures and addresses may be kept with it.
    (device) => device,
  ],
  protocol: [
    ({ frame, ...protocol }) => (frame === undefined ? protocol : { ...protocol, format: frame }),
    // Which protocol carries the configuration is for the board to say.
    ({ configuration: _, ...protocol }) => protocol,
  ],
}

/** A definition changed in its base and in the differences of all its revisions, versions or variants. */
function everywhere(definition: Document, groups: string[], change: Part): Document {
  return groups.reduce((document, group) => withPart(document, group, eachDiffering(change)), change(definition) as Document)
}

/**
 * Brings a definition of an older schema version to the present one. What is not
 * a definition, or newer, is left as it is: the reader tells what is wrong with it.
 */
export function upgradeDefinition(value: unknown): unknown {
  if (!isMap(value)) return value
  const { kind, schema } = value
  if (typeof kind !== 'string' || !Object.hasOwn(steps, kind) || typeof schema !== 'number') return value
  const pending = steps[kind as keyof typeof steps].slice(schema - 1)
  if (schema < 1 || !Number.isInteger(schema) || !pending.length) return value
  return pending.reduce<Document>((document, step, at) => ({ ...step(document), schema: schema + at + 1 }), value)
}

/** What feeds the airspeed was once told by the word in a need's name. */
function needsThatFeed(needs: unknown): unknown {
  if (!isMap(needs)) return needs
  return Object.fromEntries(
    Object.entries(needs).map(([id, need]) => [
      id,
      isMap(need) && typeof need.label === 'string' && /airspeed/i.test(need.label) ? { feeds: ['airspeed'], ...need } : need,
    ]),
  )
}

/** Connectors were known by the beginning of their names. */
const contactsByName: [pattern: RegExp, contact: { amps: number; wires: number }][] = [
  [/^JST-(SH|GH)\b/, { amps: 1, wires: 1 }],
  [/^JST-(XH|EH)\b/, { amps: 3, wires: 1 }],
  [/^JST-PH\b/, { amps: 2, wires: 1 }],
  [/^0\.1 in\b/, { amps: 3, wires: 1 }],
  [/^servo plug\b/, { amps: 5, wires: 1 }],
  [/^3\.5 mm bullet\b/, { amps: 40, wires: 1 }],
  [/^battery plug\b/, { amps: 90, wires: 2 }],
  [/^(Pin rail|Y-lead)\b/, { amps: 3, wires: 3 }],
]

function contactByName(connector: Document): Document {
  const { type } = connector
  if (typeof type !== 'string' || contactOf({ type })) return connector
  const contact = contactsByName.find(([pattern]) => pattern.test(type))?.[1]
  return contact ? { contact, ...connector } : connector
}

function busByName(bus: Document): Document {
  if (!Array.isArray(bus.onBoard)) return bus
  const parts = bus.onBoard.map((part: unknown) =>
    isMap(part) && typeof part.name === 'string' && /baro/i.test(part.name) ? { feeds: ['height'], ...part } : part,
  )
  return { ...bus, onBoard: parts }
}

/** Ids that settings of displays had to have, and what their values had to be to have an effect. */
const pictureIds: Record<string, RegExp> = { grid: /^\d+×\d+$/, glyphs: /^(256|512)$/, standard: /^(automatic|PAL|NTSC)$/ }

function traitsByName(part: unknown, kind: unknown): unknown {
  const needs = eachPart((need) => {
    const compass = need.kind === 'i2c' && (kind === 'gnss' || (typeof need.label === 'string' && /compass/i.test(need.label)))
    return compass ? { feeds: ['compass'], ...need } : need
  })
  const settings = eachPart((setting, id) =>
    (kind === 'video-link' || kind === 'overlay') && decidesPicture(id, setting) ? { picture: id, ...setting } : setting,
  )
  return withPart(withPart(withPart(part, 'connectors', eachPart(contactByName)), 'needs', needs), 'settings', settings)
}

function decidesPicture(id: string, { values }: Document): boolean {
  const pattern = Object.hasOwn(pictureIds, id) ? pictureIds[id] : undefined
  return pattern !== undefined && Array.isArray(values) && values.every((value) => pattern.test(String(value)))
}

/** What a receiver's setting of this id could be set to, and what that meant. */
const lossValues: Record<string, string> = { 'no pulses': 'stops', 'holds the last': 'holds', 'goes to a preset': 'preset' }

function lossByName(setting: Document, id: string): Document {
  const { values } = setting
  if (id !== 'failsafe' || !Array.isArray(values)) return setting
  const known = values.map(String).filter((value) => Object.hasOwn(lossValues, value))
  return known.length ? { onLoss: Object.fromEntries(known.map((value) => [value, lossValues[value]])), ...setting } : setting
}

/** Changes each part of a map of such. */
function eachPart(change: (part: Document, id: string) => Document): Part {
  return (parts) =>
    isMap(parts)
      ? Object.fromEntries(Object.entries(parts).map(([id, part]) => [id, isMap(part) ? change(part, id) : part]))
      : parts
}

/** "frame" once named the format of a character on a serial line, in the options of serial needs. */
function formatsOfNeeds(needs: unknown): unknown {
  if (!isMap(needs)) return needs
  return Object.fromEntries(
    Object.entries(needs).map(([id, need]) => [
      id,
      withPart(need, 'options', (options) => (Array.isArray(options) ? options.map(formatOfOption) : options)),
    ]),
  )
}

/** Every setting was a choice, set with the device's own tool. */
function settingsWithKind(settings: unknown): unknown {
  if (!isMap(settings)) return settings
  return Object.fromEntries(
    Object.entries(settings).map(([id, setting]) => [
      id,
      isMap(setting) && 'values' in setting ? { kind: 'choice', way: 'tool', ...setting } : setting,
    ]),
  )
}

/** Adapters and bench tools were taken by their class for what a configuration program talks through. */
function opensTheBoard(device: Document): boolean {
  return device.class === 'adapter' || device.class === 'tool'
}

function linksThatConfigure(needs: unknown): unknown {
  if (!isMap(needs)) return needs
  return Object.fromEntries(
    Object.entries(needs).map(([id, need]) => [id, isMap(need) && need.kind === 'serial' ? { configures: true, ...need } : need]),
  )
}

function formatOfOption(option: unknown): unknown {
  if (!isMap(option) || !('frame' in option)) return option
  const { frame, ...rest } = option
  return { ...rest, format: frame }
}

/** What a pin drives a buzzer with was said twice, once apart from the pin. */
function withoutBuzzer(board: unknown): unknown {
  if (!isMap(board)) return board
  const { buzzer: _, ...rest } = board
  return rest
}

/** Changes the differences of each revision, version or variant. */
function eachDiffering(change: Part): Part {
  return (versions) => {
    if (!isMap(versions)) return versions
    return Object.fromEntries(Object.entries(versions).map(([id, version]) => [id, withPart(version, 'differences', change)]))
  }
}

/** A map with one of its parts changed; anything else as it is. */
function withPart(value: unknown, key: string, change: (part: unknown) => unknown): Document {
  return (isMap(value) && key in value ? { ...value, [key]: change(value[key]) } : value) as Document
}

function isMap(value: unknown): value is Document {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}
