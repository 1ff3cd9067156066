import { answering } from '../../answering'
import { askBoard } from '../../../board-line/answers'
import { saidByBoard } from '../../board/requests'
import { openTcpLink } from '../../../board-line/link'
import { bodyOf } from '../../security/body'

/** Sends text to the display of the board at a loopback port, and says what it shows then. */
export default answering('POST /api/board/display', async (event) => {
  const { port, ...params } = await bodyOf(event, 'POST /api/board/display')
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
