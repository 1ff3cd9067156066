import { answering } from '../answering'
import { fontsAtHand } from '../papers/fonts-at-hand'
import { bodyOf } from '../security/body'
import { personOf } from '../security/person'
import { leaving } from '../security/refusals'
import { workPool } from '../work/pool'

/** The papers of a plan as one PDF: drawing and tables, as many as are asked for. */
export default answering('POST /api/papers', (event) => {
  const person = personOf(event)
  return workPool().admit('papers', person, async () => {
    const { plan, ...wanted } = await bodyOf(event, 'POST /api/papers', 'papers')
    const date = new Date().toISOString().slice(0, 10)
    const asked = { plan, wanted: { ...wanted, date }, fonts: await fontsAtHand() }
    const pdf = await workPool().run('papers', asked, { person, leaving: leaving(event) })
    setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'attachment' })
    return Buffer.from(pdf)
  })
})
