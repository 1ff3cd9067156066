import { sameValue } from './same'

type Tree = Record<string, unknown>

/**
 * Whether two things made from the same one say otherwise of the same place in it: both have changed it, or one has
 * taken away what the other changed. Lists of things with ids are compared thing by thing, other lists whole.
 * @param base what both were made from
 */
export function disagree(base: unknown, one: unknown, other: unknown): boolean {
  if (sameValue(one, base) || sameValue(other, base) || sameValue(one, other)) return false
  const trees = [base, one, other].map(treeOf)
  if (!trees.every((tree): tree is Tree => tree !== undefined)) return true
  const [ofBase, ofOne, ofOther] = trees as [Tree, Tree, Tree]
  return [...new Set(trees.flatMap((tree) => Object.keys(tree)))].some((key) => disagree(ofBase[key], ofOne[key], ofOther[key]))
}

/** What has places of its own: an object, or a list of things by their ids. */
function treeOf(value: unknown): Tree | undefined {
  if (!Array.isArray(value)) return typeof value === 'object' && value !== null ? (value as Tree) : undefined
  const ids = value.map((each: unknown) => (each as { id?: unknown } | null)?.id)
  if (!ids.every((id) => typeof id === 'string') || new Set(ids).size < ids.length) return undefined
  return Object.fromEntries(value.map((each: unknown, at) => [ids[at] as string, each]))
}
