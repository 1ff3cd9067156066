import type { H3Event } from 'h3'
import Joi from 'joi'
import { resolvePlan } from '#core/plan'
import { readPlan } from '#core/schema'
import { setupRounds } from '#core/settings'
import { readValid } from '../security/body'
import { refusal } from '../security/refusals'
import { BoardRefused, LinkLost, openTcpLink } from './link'
import { WrongBoard } from './write'

/** A loopback port that a board may answer at. */
export const boardPort = Joi.number().integer().min(1024).max(65_535).required()

const asked = Joi.object({ plan: Joi.object().unknown(true).required(), port: boardPort })

/** The plan that a request is about, with what is to be set, and the port of the board. */
export async function readBoardRequest(event: H3Event) {
  const { plan, port } = await readValid<{ plan: unknown; port: number }>(event, asked)
  const resolved = resolvePlan(readPlan(plan))
  return { board: resolved.board, rounds: setupRounds(resolved), open: () => openTcpLink(port) }
}

/** What a board says, with a refusal in words where it is away, another one, or unwilling. */
export async function saidByBoard<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof LinkLost || error instanceof WrongBoard || error instanceof BoardRefused)
      throw refusal(422, error.message)
    throw error
  }
}
