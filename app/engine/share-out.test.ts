import { describe, expect, it } from 'vitest'
import { shareOut } from './share-out'

const hundred = Array.from({ length: 100 }, (_, at) => at)
const turns = async (count: number) => {
  for (let turn = 0; turn < count; turn += 1) await Promise.resolve()
}

/** Workers that take so many turns for each thing, and what each of them was given. */
function crew(...speeds: number[]) {
  const given: number[][][] = speeds.map(() => [])
  const work = async (worker: number, share: number[]) => {
    given[worker]!.push(share)
    await turns(share.length * speeds[worker]!)
  }
  return { workers: speeds.map((_, at) => at), given, work }
}

describe('things that are shared out', () => {
  it.each([1, 2, 3])('are each given once, in order, to %i workers, the last by themselves', async (count) => {
    const { workers, given, work } = crew(...Array.from({ length: count }, () => 1))
    await shareOut(workers, hundred, work)
    expect(given.flat(2).sort((one, other) => one - other)).toEqual(hundred)
    for (const shares of given)
      expect(shares.map(([first]) => first)).toEqual(shares.map(([first]) => first).sort((a, b) => a! - b!))
    expect(given.flat().find((share) => share.includes(99))).toEqual([99])
  })

  it('go to the quicker one more than to the slower one', async () => {
    const { workers, given, work } = crew(1, 4)
    await shareOut(workers, hundred, work)
    const [quick, slow] = given.map((shares) => shares.flat().length)
    expect(quick! + slow!).toBe(100)
    expect(quick).toBeGreaterThan(1.5 * slow!)
  })

  it('are given to nobody where there are none, nor once it is not to go on', async () => {
    const { workers, given, work } = crew(1, 1)
    await shareOut(workers, [], work)
    expect(given).toEqual([[], []])
    let shares = 0
    await shareOut(workers, hundred, work, () => (shares += 1) <= 3)
    expect(given.flat()).toHaveLength(3)
  })

  it('are waited for where one fails, and given no more; what failed is told', async () => {
    const ended: string[] = []
    const work = async (worker: string, share: number[]) => {
      if (worker === 'bad') throw new Error(`not ${share[0]}`)
      await turns(50)
      ended.push(`${worker} ${share.length}`)
    }
    await expect(shareOut(['good', 'bad'], hundred, work)).rejects.toThrow('not 25')
    expect(ended).toEqual(['good 25'])
  })
})
