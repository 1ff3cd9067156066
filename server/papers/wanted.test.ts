import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { bodies } from '../../contract/validators'
import { roomOf, Sheet, wiresOf } from '#core/harness'
import { resolvePlan } from '#core/plan'

describe('papers that are asked for', () => {
  it('are drawn as the screen has it, devices between the columns and ways round the board included', () => {
    const plan = allocated('spillway-hex')
    const resolved = resolvePlan(plan)
    const layers = { main: true, signal: true, video: true, supply: true, ground: true }
    const { arrangement } = new Sheet(resolved, wiresOf(resolved), layers, roomOf(964, 600, 8)).best()
    expect(arrangement.between?.length).toBeGreaterThan(0)
    const body = { plan: plan as unknown, parts: ['drawing'], layers, paper: 'A4', arrangement }
    const check = (of: object) => bodies['POST /api/papers'].validate(of, { convert: false }).error?.message
    expect(check(body)).toBeUndefined()
    expect(check({ ...body, arrangement: { ...arrangement, between: [{ id: 'gnss', brim: 'left', side: 'top' }] } })).toMatch(
      /brim/,
    )
    expect(check({ ...body, arrangement: { ...arrangement, between: 'gnss' } })).toMatch(/between/)
  })
})
