import { answering } from '../../answering'
import { readBoardRequest, toldLineByLine } from '../../board/requests'
import { writeSettings } from '../../../board-line/write'

/** Writes a plan's settings to the board at a loopback port, told line by line: its backup first, the ledger last. */
export default answering('POST /api/board/write', async (event) => {
  const { reaching, rounds } = await readBoardRequest(event, 'POST /api/board/write')
  return toldLineByLine(event, (tell) => writeSettings({ ...reaching, rounds, tell }))
})
