import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/helpers/plans'
import { edited } from '../../../tests/helpers/findings'
import { readPlan } from '../../schema'
import { applyEdit, type Edit } from '../index'

const plan = edited(
  demo('spillway-hex'),
  { type: 'joint.add', joint: 'joint-1', kind: 'splice', name: 'Splice 1' },
  { type: 'wire.add', wire: 'extra.1', from: 'terminal:joint-1/c', to: 'terminal:camera/gnd' },
)

describe('joints and wires of one’s own', () => {
  it.each<[string, Edit, string]>([
    ['a joint of a device’s id', { type: 'joint.add', joint: 'camera', kind: 'splice', name: 'x' }, 'this id is taken'],
    [
      'a wire of a part that is not there',
      { type: 'wire.add', wire: 'extra.2', from: 'terminal:ghost/c', to: 'pad:G1' },
      'no such device',
    ],
    [
      'a wire from pad to pad',
      { type: 'wire.add', wire: 'extra.2', from: 'pad:G1', to: 'pad:G2' },
      'one end at least is at a part',
    ],
    [
      'a wire to itself',
      { type: 'wire.add', wire: 'extra.2', from: 'terminal:camera/gnd', to: 'terminal:camera/gnd' },
      'two ends',
    ],
    ['a wire twice', { type: 'wire.add', wire: 'extra.1', from: 'terminal:camera/gnd', to: 'pad:G2' }, 'such a wire already'],
    ['a joint that is gone', { type: 'joint.remove', joint: 'joint-9' }, 'no such joint'],
  ])('refuse %s', (_, edit, words) => {
    expect(() => applyEdit(plan, edit)).toThrow(words)
  })
  it('go with the device they end at, and are kept in a file', () => {
    expect(readPlan(JSON.parse(JSON.stringify(plan)))).toEqual(plan)
    expect(applyEdit(plan, { type: 'device.remove', device: 'camera' }).extras).toEqual({})
  })
  it('are refused in a file where a joint has the id of another part', () => {
    for (const id of ['camera', 'battery', 'board']) {
      const joints = { [id]: { kind: 'splice', name: 'x' } }
      expect(() => readPlan({ ...JSON.parse(JSON.stringify(plan)), joints })).toThrow(`joints.${id}`)
    }
  })
})
