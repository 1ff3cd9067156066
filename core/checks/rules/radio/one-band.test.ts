import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import { tiny } from '../../../../tests/helpers/tiny'

const radio = (megahertz: number, sends: boolean) => ({ radios: { main: { label: 'Radio', megahertz, sends } } })
const facts = (megahertz: number, { sends = true, x = 300, classes = ['telemetry', 'adapter'] } = {}) =>
  factsOf(
    tiny({
      devices: { one: { class: classes[0], ...radio(2400, false) }, other: { class: classes[1], ...radio(megahertz, sends) } },
      plan: { positions: { one: { x: 0, y: 0 }, other: { x, y: 400 } } },
    }),
    'RFI-02',
  )

describe('RFI-02', () => {
  it('gives both frequencies and the distance', () => {
    expect(facts(2440)).toEqual(['One (2400 MHz) and Other (2440 MHz) are 500 mm apart on one band'])
  })
  it('is silent on unlike bands, far apart, or when neither sends', () => {
    expect(facts(2600)).toEqual([])
    expect(facts(2440, { x: 1000 })).toEqual([])
    expect(facts(2440, { sends: false })).toEqual([])
  })
  it('leaves an adapter beside the control receiver to RFI-03', () => {
    expect(facts(2440, { classes: ['receiver', 'adapter'] })).toEqual([])
  })
})

it('switches off by its setting what may be off in flight, and nothing else', () => {
  const plan = allocated('spillway-hex')
  const [found] = findingsOf(plan, 'RFI-02')
  expect(found!.fixes.map(({ label }) => label)).toEqual(['Own radio of Traffic receiver: off'])
  expect(settledBy(plan, found!)).toBe(true)
})
