import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const gimbal = (leftOut: string[] = []) =>
  tiny({
    devices: {
      gimbal: {
        leftOut,
        needs: { pitch: { kind: 'pulse' }, yaw: { kind: 'pulse' } },
        variants: {
          three: { name: 'three axes', differences: {} },
          two: { name: 'yaw off', differences: { needs: { yaw: null } } },
        },
      },
    },
  })

describe('PAD-07', () => {
  it('is silent when the axis is off, or nobody wants it', () => {
    expect(factsOf(edited(gimbal(), { type: 'device.variant', device: 'gimbal', variant: 'two' }), 'PAD-07')).toEqual([])
    expect(factsOf(gimbal(['yaw']), 'PAD-07')).toEqual([])
  })
  it('names the axis and switches it off', () => {
    const [found] = findingsOf(gimbal(), 'PAD-07')
    expect(found!.fact).toBe('Gimbal claims an input for “Yaw”, also when it is not used; “yaw off” frees it')
    expect(settledBy(gimbal(), found!)).toBe(true)
  })
})
