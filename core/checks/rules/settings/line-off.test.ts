import { describe, expect, it } from 'vitest'
import { allocated } from '../../../../tests/helpers/plans'
import { adopt, analyse } from '../../../engine'
import { wiresOf } from '../../../harness'
import { applyEdit, resolvePlan, terminalPoint, type Edit, type Plan } from '../../../plan'
import { checkContext } from '../../context'
import { lineOff } from './line-off'

const reports = (plan: Plan) => [...lineOff.check(checkContext(resolvePlan(plan)))]
const after = (plan: Plan, ...edits: Edit[]) => {
  const edited = edits.reduce(applyEdit, plan)
  return adopt(edited, analyse(edited).proposal)
}
const hex = allocated('spillway-hex')
const off: Edit = { type: 'setting.set', device: 'esc', setting: 'telemetry', value: false }
const pad = wiresOf(resolvePlan(hex)).find(({ id }) => id === 'esc.tlm')!.to.point
const byHand: Edit = { type: 'wire.add', wire: 'extra.1', from: terminalPoint('esc', 'tlm'), to: `pad:${pad}` }

describe('SET-08', () => {
  it('tells of a line that is off in the part and wired by hand, and mends it both ways', () => {
    const plan = after(hex, off, byHand)
    const [report, ...more] = reports(plan)
    expect(more).toEqual([])
    expect(report!.fact).toMatch(/^ESC telemetry of ESC four-in-one is off in the part .* leads it to pad RX7/)
    expect(report!.cause).toEqual(['extra.1'])
    for (const { edit } of report!.fixes!) expect(reports(after(plan, edit))).toEqual([])
    expect(report!.fixes).toHaveLength(2)
  })

  it('tells of one whose wire is ticked as made, and of one that is done without', () => {
    const ticked = after(hex, { type: 'wire.tick', wire: 'esc.tlm', made: true }, off)
    expect(reports(ticked).map(({ fact }) => fact)).toEqual([expect.stringContaining('ticked as made')])
    for (const { edit } of reports(ticked)[0]!.fixes!) expect(reports(after(ticked, edit))).toEqual([])
    const without = after(hex, { type: 'need.leave-out', need: 'esc/telemetry', leftOut: true }, byHand)
    expect(reports(without).map(({ fact }) => fact)).toEqual([expect.stringContaining('is done without, and W')])
  })

  it('says nothing of a line that is on, nor of one that is off and not wired', () => {
    expect(reports(hex)).toEqual([])
    expect(reports(after(hex, off))).toEqual([])
    expect(reports(after(hex, { type: 'wire.tick', wire: 'esc.tlm', made: true }))).toEqual([])
  })
})
