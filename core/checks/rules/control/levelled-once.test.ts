import { describe, expect, it } from 'vitest'
import { controlled, passed, told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const byBoard = passed(11, { by: 'level', axis: 'pitch' })
const itself = (value: boolean) => ({ type: 'setting.set', device: 'gimbal', setting: 'stabilise', value }) as const

describe('CHN-11', () => {
  it('is silent on the demo builds, and where the board levels and the gimbal does as it should', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-11'), name).toEqual([])
    const both = { 'gimbal/pitch': byBoard, 'gimbal/roll': { ...byBoard, axis: 'roll' as const } }
    expect(factsOf(controlled({ outputs: both }), 'CHN-11')).toEqual([])
  })
  it('tells of an axis that is levelled twice', () => {
    const plan = edited(controlled({ outputs: { 'gimbal/pitch': byBoard } }), itself(true))
    expect(told('CHN-11', plan)).toEqual({
      facts: [
        'Gimbal: Pitch pulse is levelled twice, by the board and by Gimbal itself: it tilts the other way as far as the craft tilts',
      ],
      severities: ['fix'],
      settled: true,
    })
  })
  it('notes an axis that nobody levels', () => {
    expect(told('CHN-11', edited(allocated('spillway-hex'), itself(false)))).toMatchObject({
      facts: [
        'Gimbal: Pitch pulse is levelled by nobody: it tilts with the craft',
        'Gimbal: Roll pulse is levelled by nobody: it tilts with the craft',
      ],
      severities: ['note', 'note'],
      settled: true,
    })
  })
})
