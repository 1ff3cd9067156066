/**
 * Where a need can be met: a serial port, a pad, a bus, the receiver inputs; and
 * a pad of another
 * part (`device:DEVICE/PAD`), the board's own memory for a log (`storage:flash`); and for supplies a rail
 * of the board or an output of a device (`output:DEVICE/OUTPUT`).
 */
export type PlaceKind = 'port' | 'pad' | 'i2c' | 'can' | 'inputs' | 'storage' | 'device' | 'rail' | 'output'
export type Place = `${PlaceKind}:${string}`

/** What a finding can be about or a user can select, besides places; a device as `device:DEVICE`. */
type ThingKind = 'need' | 'wire' | 'supply' | 'layout' | 'control' | 'job' | 'segment'
export type SubjectKind = PlaceKind | ThingKind
export type Subject = `${SubjectKind}:${string}`

/** `DEVICE/NEED`, both ids as in the plan. */
export type NeedKey = string
/** `DEVICE/SUPPLY`. */
export type SupplyKey = string

/** Writes a reference: `port:uart1`. */
export function referTo<K extends SubjectKind>(kind: K, id: string): `${K}:${string}` {
  return `${kind}:${id}`
}

/** Kind and id of a reference. */
export function partsOf<K extends SubjectKind>(reference: `${K}:${string}`): { kind: K; id: string } {
  const at = reference.indexOf(':')
  return { kind: reference.slice(0, at) as K, id: reference.slice(at + 1) }
}

/** The id in a reference of the given kind; undefined when it is of another kind or missing. */
export function idIn(kind: SubjectKind, reference: Subject | undefined): string | undefined {
  if (reference === undefined) return undefined
  const parts = partsOf(reference)
  return parts.kind === kind ? parts.id : undefined
}

/** Writes `DEVICE/PART`. */
export function keyOf(device: string, part: string): string {
  return `${device}/${part}`
}

/** Splits `DEVICE/PART` at its first slash. */
export function splitKey(key: string): [device: string, part: string] {
  const at = key.indexOf('/')
  return [key.slice(0, at), key.slice(at + 1)]
}
