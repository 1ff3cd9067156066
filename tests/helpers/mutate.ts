import { drawing } from './random-packing'

export type Tree = Record<string, unknown>

const absurd = [
  null,
  -1,
  1e12,
  NaN,
  '',
  'ghost',
  'x'.repeat(5000),
  true,
  [],
  {},
  [[]],
  { a: { b: null } },
  '__proto__',
  0.1,
  'toString',
  '\u202Eabc',
  '\u001B[2J',
  ' ',
  Infinity,
  5e-324,
  -0,
] as const
/** Figures at the edges of what makes sense, of which many are taken. */
const figures = [0, 0.001, 0.1, 1, 2, 3, 5, 12, 40, 100, 499, 1000, 5000, 9600, 100_000, 1_000_000, -1, -10] as const
const names = ['Ωμέγα', 'Ещё', 'łódź ő', '<b>&"\'', '=1+1', 'a\u0300', '日本', '🛩', '--', '0'] as const

/**
 * Changes one to three places of a document: removed, doubled, pointed elsewhere, made
 * absurd, or given another figure or name of the same kind.
 */
export function mutate(document: Tree, seed: number, gentle = 0.5): Tree {
  const draw = drawing(seed)
  const copy = structuredClone(document)
  for (let times = draw.chance(gentle) ? 1 : 1 + draw.below(3); times > 0; times -= 1) {
    const mild = draw.chance(gentle)
    let [holder, key] = leafOf(copy, draw)
    for (let tries = 0; mild && tries < 8 && !isPlain(key, holder[key]); tries += 1) [holder, key] = leafOf(copy, draw)
    const value = holder[key]
    if (mild && isPlain(key, value)) {
      if (typeof value === 'number') holder[key] = draw.chance(0.3) ? value * draw.of([0.01, 0.5, 2, 100]) : draw.of(figures)
      else holder[key] = typeof value === 'boolean' ? !value : draw.of(names)
      continue
    }
    const way = draw.below(5)
    if (way === 0) delete holder[key]
    else if (way === 1) holder[`${key}${draw.below(2) ? '2' : ' '}`] = structuredClone(value)
    else if (way === 2) holder[key] = draw.of(absurd)
    else if (way === 3) holder[key] = draw.of(Object.keys(copy))
    else holder[draw.of(['source', 'pin', 'differences', 'terminal', 'constructor'])] = draw.of([...absurd, key])
  }
  return copy
}

/** A place in a document: what holds it, and its key. */
function leafOf(document: Tree, draw: ReturnType<typeof drawing>): [Tree, string] {
  let holder = document
  let key = draw.of(Object.keys(holder))
  for (;;) {
    const inner = holder[key]
    if (typeof inner !== 'object' || inner === null || !Object.keys(inner).length || draw.chance(0.1)) return [holder, key]
    holder = inner as Tree
    key = draw.of(Object.keys(holder))
  }
}

/** A figure, a switch or a name: what can be another without anything else being wrong. */
function isPlain(key: string, value: unknown): boolean {
  return (
    typeof value === 'number' ||
    typeof value === 'boolean' ||
    (typeof value === 'string' && /^(name|label|note|maker|summary)$/.test(key))
  )
}
