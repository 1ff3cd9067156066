import { answering } from '../../answering'
import { readBoardRequest, saidByBoard } from '../../board/requests'
import { restoreSettings } from '../../../board-line/write'

/** Puts a backup back onto the board at a loopback port. */
export default answering('POST /api/board/restore', async (event) => {
  const { reaching, backup = {} } = await readBoardRequest(event, 'POST /api/board/restore')
  return saidByBoard(async () => ({ kept: await restoreSettings(reaching, backup) }))
})
