import { intendedState, ledger } from '#core/settings'
import { readBoardRequest, saidByBoard } from '../../board/requests'
import { readSettings } from '../../board/write'

/** What the board at a loopback port has, beside what the plan intends. */
export default defineEventHandler(async (event) => {
  const { board, rounds, open } = await readBoardRequest(event)
  return saidByBoard(async () => {
    const kept = await readSettings({ open, board, again: { times: 2, pause: 100 } })
    return { kept, rows: ledger(board, intendedState(rounds), {}, kept) }
  })
})
