import Joi from 'joi'
import { resolvePlan } from '#core/plan'
import { readPlan } from '#core/schema'
import { setupRounds } from '#core/settings'
import { openTcpLink } from '../../board/link'
import { boardPort, saidByBoard } from '../../board/requests'
import { writeSettings } from '../../board/write'
import { readValid } from '../../security/body'

interface Body {
  plan: unknown
  port: number
}

const body = Joi.object({ plan: Joi.object().unknown(true).required(), port: boardPort })

/** Writes a plan's settings to the board at a loopback port: what it had before, and the ledger. */
export default defineEventHandler(async (event) => {
  const { plan, port } = await readValid<Body>(event, body)
  const resolved = resolvePlan(readPlan(plan))
  const gone = new AbortController()
  event.node.req.once('close', () => event.node.res.writableEnded || gone.abort())
  return saidByBoard(() =>
    writeSettings({
      open: () => openTcpLink(port),
      board: resolved.board,
      rounds: setupRounds(resolved),
      signal: gone.signal,
    }),
  )
})
