import type { Body } from '#contract'
import { answering } from '../../answering'
import Joi from 'joi'
import { askBoard } from '../../../board-line/answers'
import { saidByBoard } from '../../board/requests'
import { openTcpLink } from '../../../board-line/link'
import { readValid } from '../../security/body'

const asked = Joi.object({
  port: Joi.number().integer().min(1024).max(65_535).required(),
  columns: Joi.number().integer().min(1).max(200).required(),
  rows: Joi.number().integer().min(1).max(100).required(),
  // As they go over its text link.
  bytes: Joi.array().items(Joi.number().integer().min(0).max(255)).max(20_000).required(),
})

/** Sends text to the display of the board at a loopback port, and says what it shows then. */
export default answering('POST /api/board/display', async (event) => {
  const { port, ...params } = await readValid<Body<'POST /api/board/display'>>(event, asked)
  return saidByBoard(async () => {
    const link = await openTcpLink(port)
    try {
      // Bytes go to a board and to nothing else.
      await askBoard(link, 'hello')
      return { shown: await askBoard(link, 'display', params) }
    } finally {
      link.close()
    }
  })
})
