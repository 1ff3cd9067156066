/** What is read of watched things while something is worked out: mostly nothing, so that lists are made when there is something. */
interface Reading {
  keys?: Set<PropertyKey>
  /** Reads that are among it already. */
  counted?: Set<ReadonlySet<PropertyKey>>
}

/** Missing where nobody asks. */
let reading: Reading | undefined

const noReads: ReadonlySet<PropertyKey> = new Set()

/** Stands for all that a thing has: whoever lists its keys reads all of them. */
export const everything = Symbol('everything')

/** The same thing; what is read of it is noted for whoever asks by `readsOf`. What its properties hold is not watched in turn. */
export function watched<T extends object>(thing: T): T {
  return new Proxy(thing, {
    get(target, key) {
      note(key)
      return Reflect.get(target, key) as unknown
    },
    has(target, key) {
      note(key)
      return Reflect.has(target, key)
    },
    ownKeys(target) {
      note(everything)
      return Reflect.ownKeys(target)
    },
  })
}

/** The members of a watched thing's list; what is read of each is noted as `list.property`. */
export function watchedMembers<T extends object>(list: string, members: T[]): T[] {
  return members.map((member) => {
    const seen = {} as T
    for (const key of Object.keys(member) as (keyof T & string)[]) {
      const property = `${list}.${key}`
      const get = () => {
        note(property)
        return member[key]
      }
      Object.defineProperty(seen, key, { enumerable: true, get })
    }
    return seen
  })
}

/** Works something out and tells which properties of watched things were read for it, through what is made once too. */
export function readsOf<R>(make: () => R): { made: R; reads: ReadonlySet<PropertyKey> } {
  const around = reading
  const own: Reading = {}
  reading = own
  try {
    const made = make()
    return { made, reads: own.keys ?? noReads }
  } finally {
    reading = around
    if (own.keys) noteAll(own.keys)
  }
}

function note(key: PropertyKey): void {
  if (reading) (reading.keys ??= new Set()).add(key)
}

function noteAll(reads: ReadonlySet<PropertyKey>): void {
  if (!reading || !reads.size || reading.counted?.has(reads)) return
  ;(reading.counted ??= new Set()).add(reads)
  for (const key of reads) note(key)
}

/** Makes something of each thing once: asked again for the same object, it gives the same answer, and counts as having read the same. */
export function memo<T extends object, R>(make: (thing: T) => R): (thing: T) => R {
  const known = new WeakMap<T, { made: R; reads: ReadonlySet<PropertyKey> }>()
  return (thing) => {
    let answer = known.get(thing)
    if (answer) noteAll(answer.reads)
    else known.set(thing, (answer = readsOf(() => make(thing))))
    return answer.made
  }
}

/**
 * Makes something of a thing in a setting; the same again while both stay the same. The last one is kept.
 * @param alike whether two settings are the same
 * @param isKept whether what was made may serve again
 */
export function whileSame<T extends object, S, R>(
  make: (thing: T, setting: S) => R,
  alike: (one: S, other: S) => boolean = Object.is,
  isKept: (made: R) => boolean = () => true,
): (thing: T, setting: S) => R {
  const known = new WeakMap<T, { setting: S; made: R }>()
  return (thing, setting) => {
    const before = known.get(thing)
    if (before && alike(before.setting, setting)) return before.made
    const made = make(thing, setting)
    if (isKept(made)) known.set(thing, { setting, made })
    return made
  }
}

/** A thing whose parts are each made once, from the others, when they are first asked for. */
export function inParts<T extends object>(parts: { [K in keyof T]: (whole: T) => T[K] }): T {
  const whole = {} as T
  for (const key of Object.keys(parts) as (keyof T)[]) {
    const part = memo(parts[key])
    Object.defineProperty(whole, key, { enumerable: true, get: () => part(whole) })
  }
  return whole
}
