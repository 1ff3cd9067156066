import { answering } from '../../answering'
import { bodyOf } from '../../security/body'
import { personOf } from '../../security/person'
import { leaving } from '../../security/refusals'
import { workPool } from '../../work/pool'

/** What a template makes of a plan, in a thread with limits of time and memory; what is wrong in it with its line. */
export default answering('POST /api/templates/render', (event) => {
  const person = personOf(event)
  return workPool().admit('patterns', person, async () => {
    const asked = await bodyOf(event, 'POST /api/templates/render', 'patterns')
    return workPool().run('template', asked, { person, leaving: leaving(event) })
  })
})
