import { answering } from '../../answering'
import { intendedState, ledger } from '#core/settings'
import { readBoardRequest, saidByBoard } from '../../board/requests'
import { readSettings } from '../../../board-line/write'

/** What the board at a loopback port has, beside what the plan intends. */
export default answering('POST /api/board/read', async (event) => {
  const { reaching, rounds } = await readBoardRequest(event, 'POST /api/board/read')
  return saidByBoard(async () => {
    const kept = await readSettings({ ...reaching, again: { times: 10, pause: 100 } })
    return { kept, rows: ledger(reaching.board, intendedState(rounds), {}, kept) }
  })
})
