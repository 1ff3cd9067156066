import { defineStore } from 'pinia'
import { keptEdit, type BoardState } from '#core/settings'
import { resolvePlan } from '#core/plan'
import type { BoardAsked, BoardEvent } from '#contract'
import { callApi, callForLines } from '~/composables/useApi'
import { useBuild } from './build'
import { useNotices } from './notices'
import { useSession } from './session'

/** The line to a board, with what was done over it: it outlasts the view that shows it. */
export const useBoardLine = defineStore('board-line', () => {
  const build = useBuild()
  const notices = useNotices()
  const session = useSession()
  const typed = ref<number>()
  /** That of the simulated board beside the server, until another is typed. */
  const port = computed({
    get: () => typed.value ?? session.session?.simulated?.port ?? 4174,
    set: (given) => (typed.value = given),
  })
  const working = ref('')
  const failure = ref('')
  /** The board restarts without end. */
  const loops = ref(false)
  const events = ref<BoardEvent[]>([])
  const backup = shallowRef<BoardState>()
  /** What the last thing was that was done, and to which build. */
  const did = shallowRef<{ what: 'written' | 'read'; build: string }>()
  const right = computed(() => Number.isInteger(port.value) && port.value >= 1024 && port.value <= 65_535)
  let stopping: AbortController | undefined

  /** Does one thing at a time; why it failed is kept in words. */
  async function work(what: string, of: (body: BoardAsked, signal: AbortSignal) => Promise<void>) {
    const plan = build.plan
    if (working.value || !right.value || !plan) return
    working.value = what
    failure.value = ''
    loops.value = false
    events.value = []
    stopping = new AbortController()
    try {
      await of({ plan, port: port.value }, stopping.signal)
    } catch (error) {
      failure.value = stopping.signal.aborted
        ? 'Stopped. What was saved on the board so far stays; writing again goes on from there.'
        : (error as Error).message
    }
    working.value = ''
  }

  /** What the board has is kept with the plan. */
  function keep(what: 'written' | 'read', of: string, settings: BoardState, withBackup: boolean) {
    if (build.id !== of || !build.plan) return
    did.value = { what, build: of }
    build.edit(keptEdit(resolvePlan(build.plan), settings, withBackup))
  }

  /** Listens to work line by line. @throws Error with why it failed */
  async function listen(what: 'write' | 'rescue', body: BoardAsked, signal: AbortSignal): Promise<{ kept: BoardState }> {
    let done: { kept: BoardState } | undefined
    await callForLines<{ kept: BoardState }, `POST /api/board/${typeof what}`>(
      `POST /api/board/${what}`,
      { body, signal },
      (line) => {
        if ('event' in line) {
          events.value = [...events.value, line.event]
          if (line.event.backup) backup.value = line.event.backup
        } else if ('failed' in line) {
          loops.value = line.failed.loops
          throw new Error(line.failed.message)
        } else done = line.done
      },
    )
    if (done === undefined) throw new Error('the line to the server was cut')
    if (!done) throw new Error('the line to the server was lost')
    return done
  }

  const read = () =>
    work('Reading', async (body) => {
      const of = build.id
      const { kept } = await callApi('POST /api/board/read', { body })
      keep('read', of, kept, false)
    })
  const write = () =>
    work('Writing', async (body, signal) => {
      const of = build.id
      const { kept } = await listen('write', body, signal)
      keep('written', of, kept, true)
      notices.tell('Written and read back.', { label: 'Undo', run: () => void restore() })
    })
  const restore = () =>
    work('Putting back', async (body) => {
      const of = build.id
      const { kept } = await callApi('POST /api/board/restore', { body: { ...body, backup: backup.value } })
      keep('read', of, kept, false)
      notices.tell('The board has again what it had before.')
    })
  const rescue = () =>
    work('Rescuing', async (body, signal) => {
      const of = build.id
      const { kept } = await listen('rescue', { ...body, backup: backup.value }, signal)
      keep('read', of, kept, false)
      notices.tell(backup.value ? 'Rescued; the board has again what it had before.' : 'Rescued and erased.')
    })
  const stop = () => stopping?.abort()
  return { port, right, working, failure, loops, events, backup, did, read, write, restore, rescue, stop }
})
