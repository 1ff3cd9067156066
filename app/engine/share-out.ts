/**
 * Deals things out to workers that go on side by side, in shares that grow smaller, so that a quicker one takes more of them.
 * Ends early where it is not to go on, or where one fails: what the others are at is waited for.
 * @throws what the first of them threw
 */
export async function shareOut<W, T>(
  workers: readonly W[],
  things: readonly T[],
  work: (worker: W, share: T[]) => Promise<unknown>,
  goesOn = () => true,
): Promise<void> {
  let dealt = 0
  let failed = false
  const ends = await Promise.allSettled(
    workers.map(async (worker) => {
      while (dealt < things.length && !failed && goesOn()) {
        const share = things.slice(dealt, dealt + Math.ceil((things.length - dealt) / (2 * workers.length)))
        dealt += share.length
        await work(worker, share).catch((reason: unknown) => {
          failed = true
          throw reason
        })
      }
    }),
  )
  for (const end of ends) if (end.status === 'rejected') throw end.reason
}
