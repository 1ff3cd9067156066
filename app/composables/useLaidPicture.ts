import type { Board, BoardSide } from '#core/catalogue'
import { laidOn } from '#core/tracing'
import { pictureAddress } from '~/pictures/address'

/** The picture under the drawing of a side, with its address. */
export function useLaidPicture(board: () => Pick<Board, 'attached'>, side: () => BoardSide) {
  return computed(() => {
    const found = laidOn(board(), side())
    return found && { ...found, address: pictureAddress(found.picture) }
  })
}
