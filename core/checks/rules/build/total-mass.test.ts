import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const craft = (massLimit?: number) =>
  tiny({
    devices: { camera: { mass: 4000, supply: false, terminals: { gnd: { role: 'signal' } } } },
    plan: { craft: { outline: 'quad', size: 250, ...(massLimit === undefined ? {} : { massLimit }) } },
  })

describe('MEC-01', () => {
  it('is silent below the limit or without one', () => {
    expect(factsOf(craft(5000), 'MEC-01')).toEqual([])
    expect(factsOf(craft(), 'MEC-01')).toEqual([])
  })
  it('says by how much and what weighs most', () => {
    // 10 g of board, 4000 g of camera, 4 cells of 1500 mAh at 148 g: see the mass report for the battery's figure.
    const [found] = findingsOf(craft(1000), 'MEC-01')
    expect(found).toMatchObject({ severity: 'fix', subjects: ['device:camera'] })
    const figures = /^equipment of (\S+) g is (\S+) g over the limit of 1000 g; Camera has most, 4000 g$/.exec(found!.fact)!
    const [total, over] = figures.slice(1).map(Number)
    expect(total! - over!).toBe(1000)
    expect(total).toBeGreaterThan(4010)
  })
})
