import { readBoardRequest, saidByBoard } from '../../board/requests'
import { restoreSettings } from '../../../board-line/write'

/** Puts a backup back onto the board at a loopback port. */
export default defineEventHandler(async (event) => {
  const { reaching, backup = {} } = await readBoardRequest(event)
  return saidByBoard(async () => ({ kept: await restoreSettings(reaching, backup) }))
})
