import { useNotices } from '~/stores/notices'

/**
 * Long work of which only what was begun last counts. It says when it fails, and counts no more once its component has gone.
 * @param halt ends what is under way
 */
export function useLatest(halt = () => {}) {
  const notices = useNotices()
  const running = ref(false)
  let begun = 0
  let ending = new AbortController()

  function stop(): void {
    begun += 1
    ending.abort()
    running.value = false
    halt()
  }

  /** @param work is told by `counts` whether it still does; the signal ends what it has asked of others once it does not */
  async function begin(work: (counts: () => boolean, signal: AbortSignal) => Promise<void>): Promise<void> {
    stop()
    ending = new AbortController()
    const turn = begun
    const counts = () => turn === begun
    running.value = true
    try {
      await work(counts, ending.signal)
    } catch (error) {
      if (counts()) notices.complain((error as Error).message)
    } finally {
      if (counts()) running.value = false
    }
  }

  onScopeDispose(stop)
  return { running, begin, stop }
}
