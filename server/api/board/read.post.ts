import Joi from 'joi'
import { resolvePlan } from '#core/plan'
import { readPlan } from '#core/schema'
import { intendedState, ledger, setupRounds } from '#core/settings'
import { openTcpLink } from '../../board/link'
import { boardPort, saidByBoard } from '../../board/requests'
import { readSettings } from '../../board/write'
import { readValid } from '../../security/body'

interface Body {
  plan: unknown
  port: number
}

const body = Joi.object({ plan: Joi.object().unknown(true).required(), port: boardPort })

/** What the board at a loopback port has, beside what the plan intends. */
export default defineEventHandler(async (event) => {
  const { plan, port } = await readValid<Body>(event, body)
  const resolved = resolvePlan(readPlan(plan))
  return saidByBoard(async () => {
    const kept = await readSettings({ open: () => openTcpLink(port), board: resolved.board, again: { times: 2, pause: 100 } })
    return { kept, rows: ledger(resolved.board, intendedState(setupRounds(resolved)), {}, kept) }
  })
})
