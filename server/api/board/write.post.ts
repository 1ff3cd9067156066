import { readBoardRequest, saidByBoard } from '../../board/requests'
import { writeSettings } from '../../board/write'
import { leaving } from '../../security/refusals'

/** Writes a plan's settings to the board at a loopback port: what it had before, and the ledger. */
export default defineEventHandler(async (event) => {
  const asked = await readBoardRequest(event)
  return saidByBoard(() => writeSettings({ ...asked, signal: leaving(event) }))
})
