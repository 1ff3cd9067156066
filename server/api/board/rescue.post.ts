import { answering } from '../../answering'
import { readBoardRequest, toldLineByLine } from '../../board/requests'
import { rescueBoard } from '../../../board-line/write'

/** Rescues and erases a board that restarts without end, and puts the backup back that came with the request. */
export default answering('POST /api/board/rescue', async (event) => {
  const { reaching, backup } = await readBoardRequest(event, 'POST /api/board/rescue')
  return toldLineByLine(event, async (tell) => ({ kept: await rescueBoard({ ...reaching, tell }, backup) }))
})
