import { answering } from '../../answering'
import { bodyOf } from '../../security/body'
import { personOf } from '../../security/person'
import { leaving } from '../../security/refusals'
import { workPool } from '../../work/pool'

/** What a board printed, beside what the plan intends: picked out by a pattern, in a thread that can be stopped. */
export default answering('POST /api/board/pasted', (event) => {
  const person = personOf(event)
  return workPool().admit('patterns', person, async () => {
    const asked = await bodyOf(event, 'POST /api/board/pasted', 'patterns')
    return workPool().run('readBack', asked, { person, leaving: leaving(event) })
  })
})
