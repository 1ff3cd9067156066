import Joi from 'joi'
import { openTcpLink } from '../../board/link'
import { boardPort, saidByBoard } from '../../board/requests'
import { readValid } from '../../security/body'

interface Body {
  settings: Record<string, string | number | boolean>
  port: number
}

const value = Joi.alternatives(Joi.boolean(), Joi.number(), Joi.string().allow('').max(200))
const body = Joi.object({ settings: Joi.object().pattern(Joi.string().max(200), value).max(2000).required(), port: boardPort })

/** Puts a backup back onto the board at a loopback port. */
export default defineEventHandler(async (event) => {
  const { settings, port } = await readValid<Body>(event, body)
  return saidByBoard(async () => {
    const link = await openTcpLink(port)
    try {
      await link.call('restore', { settings })
    } finally {
      link.close()
    }
    return { restored: Object.keys(settings).length }
  })
})
