/** Makes something of each thing once: asked again for the same object, it gives the same answer. */
export function oncePer<T extends object, R>(make: (thing: T) => R): (thing: T) => R {
  const known = new WeakMap<T, { made: R }>()
  return (thing) => {
    const before = known.get(thing)
    if (before) return before.made
    const made = make(thing)
    known.set(thing, { made })
    return made
  }
}

/** Makes something of a thing in a setting that is told by a text; the same again while both stay the same. The last one is kept. */
export function whileSame<T extends object, R>(make: (thing: T, setting: string) => R): (thing: T, setting: string) => R {
  const known = new WeakMap<T, { setting: string; made: R }>()
  return (thing, setting) => {
    const before = known.get(thing)
    if (before?.setting === setting) return before.made
    const made = make(thing, setting)
    known.set(thing, { setting, made })
    return made
  }
}
