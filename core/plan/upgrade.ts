import { upgradeDefinition } from '../catalogue'
import { noControls } from './controls'
import { noLights } from './lights'
import { batteryPlace, boardId } from './parts'
import { planSchema } from './plan'
import { keyOf } from './reference'
import { padPoint } from './wire-points'

type Document = Record<string, unknown>

/** Each takes a document of the schema version it stands under to the next one. */
const upgrades: Record<number, (document: Document) => Document> = {
  0: (document) => ({ automatic: true, bans: {}, portSettings: {}, deviceSettings: {}, wires: {}, ...document, schema: 1 }),
  1: (document) => ({ placement: {}, layout: {}, built: {}, ...document, schema: 2 }),
  2: settingsByLink,
  3: wiresEndAnywhere,
  4: (document) => ({ joints: {}, extras: {}, cables: {}, colours: {}, ...document, schema: 5 }),
  5: (document) => ({ accepted: {}, ...document, schema: 6 }),
  6: (document) => ({ settings: {}, ...document, schema: 7 }),
  7: stepsKeepValues,
  8: (document) => ({ glyphs: null, controls: noControls, lights: noLights, ...document, schema: 9 }),
  9: sectionsByName,
  10: keysOfFeatures,
  11: (document) => ({ attached: {}, ...document, schema: 12 }),
}

/**
 * Brings a plan document of an older schema version to the present one, and the
 * definitions it holds to theirs.
 * @throws RangeError when the document is newer than this program or has no version.
 */
export function upgradePlan(document: Document): Document {
  const version = document.schema
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 0) {
    throw new RangeError(`schema: ${JSON.stringify(version)} is not a schema version; expected 0 to ${planSchema}`)
  }
  if (version > planSchema) {
    throw new RangeError(
      `schema: this plan has schema version ${version}, this program reads up to ${planSchema}; open it with a newer program`,
    )
  }
  let current: Document = { ...document, definitions: upgradedDefinitions(document.definitions) }
  for (let step = version; step < planSchema; step += 1) current = upgrades[step]!(current)
  return current
}

function upgradedDefinitions(groups: unknown): unknown {
  return mapValues(groups, (definitions) => mapValues(definitions, upgradeDefinition))
}

/**
 * Settings of the board's end hung on the port, though two links can share it, and
 * the board-wide feature among them. They go to each link on that port; a feature
 * that was off on a port is off for the board. What parts are where on the airframe
 * was called their placement.
 */
function settingsByLink({ portSettings, deviceSettings, placement, ...document }: Document): Document {
  const links: Record<string, Document> = {}
  const features: Record<string, boolean> = {}
  const protocols = asMap(asMap(document.definitions).protocols)
  for (const [need, assigned] of Object.entries(asMap(document.assignment))) {
    const { place, protocol } = asMap(assigned)
    const port =
      typeof place === 'string' && place.startsWith('port:') ? asMap(portSettings)[place.slice('port:'.length)] : undefined
    const { feature, ...board } = asSettings(port)
    if (Object.keys(board).length) links[need] = { board }
    const spoken = asMap(protocols[String(board.protocol ?? protocol)]).feature
    if (feature === false && typeof spoken === 'string') features[spoken] = false
  }
  for (const [need, settings] of Object.entries(asMap(deviceSettings))) {
    const { feature: _, ...device } = asSettings(settings)
    if (Object.keys(device).length) links[need] = { ...links[need], device }
  }
  return { ...document, links, features, spots: placement ?? {}, schema: 3 }
}

/**
 * A wire moved by hand could only end at a pad. The battery stood at the board's battery
 * rail unsaid, and whatever was fed from that rail hung on it.
 */
function wiresEndAnywhere({ wires, supplies, ...document }: Document): Document {
  const moved = mapValues(wires, (wire) => {
    const { pad, locked, ...rest } = asMap(wire)
    const held = Array.isArray(locked) ? locked.map((hold: unknown) => (hold === 'pad' ? 'end' : hold)) : locked
    return {
      ...rest,
      ...(pad === undefined ? {} : { end: padPoint(String(pad)) }),
      ...(locked === undefined ? {} : { locked: held }),
    }
  })
  const board = asMap(asMap(asMap(document.definitions).boards)[String(asMap(document.board).definition)])
  const inputs = Object.entries(asMap(board.rails)).filter(([, rail]) => asMap(rail).kind === 'battery' && !asMap(rail).source)
  const fed = Object.keys(asMap(supplies)).length
    ? Object.fromEntries(inputs.map(([rail]) => [keyOf(boardId, rail), batteryPlace]))
    : {}
  return { ...document, wires: moved, supplies: { ...fed, ...asMap(supplies) }, schema: 4 }
}

/** Steps of Settings were ticked among the wires, without the value they were set to. */
function stepsKeepValues({ built, ...document }: Document): Document {
  const ticked = Object.entries(asMap(built))
  const steps = ticked.flatMap(([id]) => (id.startsWith('set:') ? [[id.slice('set:'.length), '']] : []))
  return {
    log: null,
    scales: {},
    kept: null,
    displays: {},
    ...document,
    set: Object.fromEntries(steps),
    built: Object.fromEntries(ticked.filter(([id]) => !id.startsWith('set:'))),
    schema: 8,
  }
}

/** Sections that did not say what they hold: positions on the airframe and of boxes, and what the board was last read to have. */
function sectionsByName({ spots, layout, kept, ...document }: Document): Document {
  return { ...document, positions: spots, boxPositions: layout, lastRead: kept, schema: 10 }
}

/** What the board was last read to have: its features were under `feature.`. */
function keysOfFeatures({ lastRead, ...document }: Document): Document {
  if (lastRead === null) return { ...document, lastRead, schema: 11 }
  const keyed = Object.entries(asMap(asMap(lastRead).settings)).map(([key, value]) => [
    key.replace(/^feature\./, 'enabled.'),
    value,
  ])
  return { ...document, lastRead: { ...asMap(lastRead), settings: Object.fromEntries(keyed) as unknown }, schema: 11 }
}

/** Settings of one end, by their present names. */
function asSettings(value: unknown): Document {
  const { frame, ...settings } = asMap(value)
  return frame === undefined ? settings : { ...settings, format: frame }
}

function asMap(value: unknown): Document {
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Document) : {}
}

/** A map with each of its values changed; what is no map stays, for the reader to refuse. */
function mapValues(value: unknown, change: (part: unknown) => unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
  return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, change(part)]))
}
