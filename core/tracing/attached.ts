import { limits, type BoardDefinition, type EditableDefinition } from '../catalogue'
import { InputError } from '../schema'
import type { Laying } from './laying'
import { frameOf } from './straightened'

/** What is kept with a definition: a picture, a page or an address. */
export type Attached = NonNullable<BoardDefinition['attached']>[string]

/** A definition with something kept with it. @throws InputError where it has as many as it can */
export function withAttached<D extends EditableDefinition>(definition: D, part: Attached): D {
  const { attached = {} } = definition
  if (Object.keys(attached).length >= limits.attached)
    throw new InputError([{ place: 'attached', message: `up to ${limits.attached} pictures and addresses are kept` }])
  let number = 1
  while (attached[`p${number}`]) number += 1
  return { ...definition, attached: { ...attached, [`p${number}`]: part } }
}

/** The same definition with other things kept with it; none at all leaves the field out. */
export function withAllAttached<D extends EditableDefinition>(definition: D, all: Readonly<Record<string, Attached>>): D {
  const { attached: _, ...rest } = definition
  return (Object.keys(all).length ? { ...rest, attached: all } : rest) as D
}

/**
 * A board with a straightened picture under the drawing of one side; what lay there before stays kept and lies there no more.
 * The outline becomes the one that the picture tells. Pads that lie in their order alone stay a sketch.
 * @throws InputError where it has as many pictures as it can
 */
export function withLaidPicture(
  board: BoardDefinition,
  { label, picture, side }: { label: string; picture: string; side: 'top' | 'bottom' },
  { outline }: Laying,
): BoardDefinition {
  const others = Object.fromEntries(
    Object.entries(board.attached ?? {}).map(([id, part]) => {
      if (part.laid?.side !== side) return [id, part]
      const { laid: _, ...kept } = part
      return [id, kept]
    }),
  )
  const isSketch = board.outline.sketch && Object.keys(board.pads).length > 0
  const laid = { side, ...frameOf(outline) }
  return withAttached(
    { ...board, attached: others, outline: { ...outline, ...(isSketch ? { sketch: true } : {}) } },
    { label, picture, laid },
  )
}

/** The picture that lies under the drawing of a side, and where. */
export function laidOn(
  { attached = {} }: Pick<BoardDefinition, 'attached'>,
  side: 'top' | 'bottom',
): (NonNullable<Attached['laid']> & { picture: string }) | undefined {
  const found = Object.values(attached).find((part) => part.picture !== undefined && part.laid?.side === side)
  return found && { ...found.laid!, picture: found.picture! }
}
