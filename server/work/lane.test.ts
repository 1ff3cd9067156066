import { describe, expect, it } from 'vitest'
import { Lane, NotDone } from './lane'

const limits = { threads: 1, inAll: 5, ofOne: 2, longestWait: 60_000, milliseconds: 60_000 }

/** Work that ends when it is told to, in the order in which it was begun. */
function work() {
  const begun: string[] = []
  const ends = new Map<string, () => void>()
  const of = (name: string) => () =>
    new Promise<string>((resolve) => {
      begun.push(name)
      ends.set(name, () => resolve(name))
    })
  const settle = () => new Promise((resolve) => setTimeout(resolve, 0))
  const end = async (name: string) => {
    ends.get(name)!()
    await settle()
  }
  return { begun, of, end, settle }
}

describe('a lane', () => {
  it('serves in turn those who were served longest ago, however much one asks for', async () => {
    const lane = new Lane(limits)
    const { begun, of, end, settle } = work()
    const all = [
      lane.run('one', of('one.1')),
      lane.run('one', of('one.2')),
      lane.run('one', of('one.3')),
      lane.run('two', of('two.1')),
    ]
    await settle()
    for (const name of ['one.1', 'two.1', 'one.2', 'one.3']) await end(name)
    expect(begun).toEqual(['one.1', 'two.1', 'one.2', 'one.3'])
    expect(await Promise.all(all)).toHaveLength(4)
  })

  it('lets in only so many, in all and of one, says when to ask again, and lets the next in once one is out', async () => {
    const lane = new Lane(limits)
    const { of, end, settle } = work()
    const inside = ['a', 'a', 'b', 'b', 'c'].map((person, at) => lane.admit(person, of(`${at}`)))
    const refused = await lane.admit('d', of('x')).catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(NotDone)
    expect(refused).toMatchObject({ kind: 'busy', seconds: expect.any(Number) as number })
    await settle()
    await end('4')
    await expect(lane.admit('a', of('x'))).rejects.toMatchObject({ message: 'you have asked for too much of this at once' })
    const next = lane.admit('d', of('d'))
    for (const name of ['0', '1', '2', '3', 'd']) await end(name)
    expect(await Promise.all([...inside, next])).toEqual(['0', '1', '2', '3', '4', 'd'])
  })

  it('ends what takes too long, what waits too long, and what nobody waits for, and goes on with the next', async () => {
    const lane = new Lane({ ...limits, milliseconds: 20, longestWait: 40 })
    const never = (signal: AbortSignal) =>
      new Promise<string>((_, reject) => signal.addEventListener('abort', () => reject(new Error('aborted'))))
    await expect(lane.run('one', never)).rejects.toMatchObject({ kind: 'too-long' })
    const gone = new AbortController()
    const left = lane.run('one', never, { leaving: gone.signal, milliseconds: 60_000 })
    const waiting = lane.run('two', () => Promise.resolve('done'))
    await expect(waiting).rejects.toMatchObject({ kind: 'busy' })
    gone.abort()
    await expect(left).rejects.toMatchObject({ kind: 'left' })
    expect(await lane.run('two', () => Promise.resolve('done'))).toBe('done')
  })

  it('counts no time for making ready', async () => {
    const lane = new Lane({ ...limits, milliseconds: 20 })
    const ready = () => new Promise((resolve) => setTimeout(resolve, 60))
    expect(await lane.run('one', () => Promise.resolve('done'), { ready })).toBe('done')
  })
})
