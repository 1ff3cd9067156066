import { defineStore } from 'pinia'
import type { Finding, Fix } from '#core/checks'
import { mayDo, type Edit, type Plan } from '#core/plan'
import { Analyst } from '~/engine/analyst'
import { EngineClient } from '~/engine/client'
import { engineThread } from '~/engine/thread'
import { buildServer } from '~/session/api-server'
import { browserShelf } from '~/session/browser-shelf'
import { editCheck } from '~/session/edit-check'
import { pageSurroundings } from '~/composables/pageSurroundings'
import { BuildSession, type SessionState } from '~/session/build-session'
import { newId } from '~/composables/newId'
import { useNotices, type Notice } from './notices'
import { useSession } from './session'

/** The build on the screen: a thin face of its session. */
export const useBuild = defineStore('build', () => {
  const state = shallowRef<SessionState>()
  const shelf = browserShelf<Plan, Edit>('build', newId)
  let session: BuildSession | undefined
  /** Sessions that have left the screen and still have something to save, by build. */
  const leaving = new Map<string, BuildSession>()
  /** The build last asked for. */
  let wanted = ''

  // Pages of one browser tell each other what they have saved; what others save is looked for on coming back.
  const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('ypodoma-builds')
  channel?.addEventListener('message', ({ data }: MessageEvent<{ id: string; version: number }>) => {
    if (session?.id === data.id) void session.bringUp(data.version).catch(() => undefined)
  })
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') void session?.bringUp().catch(() => undefined)
  })
  /** The newest version of each build that this page knows. */
  const known = new Map<string, number>()

  function announce({ id, version, saveState }: SessionState) {
    const before = known.get(id)
    if (saveState !== 'saved' || before === version) return
    known.set(id, version)
    if (before !== undefined && before < version) channel?.postMessage({ id, version })
  }

  async function open(id: string) {
    wanted = id
    close()
    const opened = leaving.get(id) ?? (await openSession(id))
    if (wanted !== id) return
    leaving.delete(id)
    session = opened
    state.value = opened.state
    known.set(id, opened.state.version)
    await opened.attach()
  }

  function openSession(id: string): Promise<BuildSession> {
    return BuildSession.open(id, {
      server: buildServer,
      ...pageSurroundings(),
      analyst: () => new Analyst(new EngineClient(engineThread), new EngineClient(engineThread)),
      editCheck,
      forbids: (edit) => {
        const role = useSession().session?.role ?? 'editor'
        return mayDo(role, edit) ? undefined : `as ${role} you may not change this`
      },
      shelf,
      tellDone: (message) => offerUndo(id, message),
      changed: () => changed(id),
    })
  }

  /** The notice that offers to take back the last of so many steps. */
  let offer: { steps: number; notice: Notice } | undefined

  function offerUndo(id: string, message: string) {
    if (session?.id !== id) return
    const notice = useNotices().tell(message, { label: 'Undo', run: () => session?.undo() })
    offer = { steps: session.state.steps, notice }
  }

  /** It would take back something else than it says. */
  function withdrawOffer() {
    if (offer) useNotices().withdraw(offer.notice)
    offer = undefined
  }

  /** Shows what has changed, if it is on the screen; what has left it goes for good once it is saved. */
  function changed(id: string) {
    if (session?.id === id) {
      state.value = session.state
      announce(session.state)
      if (session.state.steps !== offer?.steps) withdrawOffer()
    }
    const gone = leaving.get(id)
    if (gone?.settled) leaving.delete(id)
    else if (gone?.state.conflict) {
      useNotices().tell(`${gone.state.plan.name} was saved elsewhere first; your changes wait.`, {
        label: 'Look at it',
        run: () => void navigateTo(`/builds/${id}`),
      })
    }
  }

  function close() {
    const gone = session
    session = undefined
    state.value = undefined
    withdrawOffer()
    if (!gone) return
    if (!gone.settled) leaving.set(gone.id, gone)
    void gone.detach()
  }

  /** Anything that was done is not kept by the server yet, in any build. */
  const unsaved = () => leaving.size > 0 || (session !== undefined && !session.settled)

  return {
    id: computed(() => state.value?.id ?? ''),
    version: computed(() => state.value?.version ?? 0),
    plan: computed(() => state.value?.plan),
    analysis: computed(() => state.value?.analysis),
    working: computed(() => state.value?.working ?? false),
    saveState: computed(() => state.value?.saveState ?? 'saved'),
    conflict: computed(() => state.value?.conflict),
    problem: computed(() => state.value?.problem ?? ''),
    undoLabel: computed(() => state.value?.undoLabel),
    redoLabel: computed(() => state.value?.redoLabel),
    open,
    close,
    unsaved,
    /** Does an edit; tells in words what it has done, with an offer to take it back, where they are given. */
    edit: (edit: Edit, words?: string) => session?.edit(edit, words),
    tryFix: (finding: Finding, fix: Fix) => session?.tryFix(finding, fix) ?? Promise.resolve(undefined),
    preview: (edit: Edit) => session?.preview(edit) ?? Promise.resolve(undefined),
    /** Takes the best allocation that was found. */
    allocate: () => {
      const proposal = state.value?.analysis?.proposal
      if (proposal) session?.edit({ type: 'assignment.adopt', assignment: proposal.assignment, supplies: proposal.supplies })
    },
    lookLonger: () => session?.lookLonger() ?? Promise.resolve(),
    stopLooking: () => session?.stopLooking(),
    undo: () => session?.undo(),
    redo: () => session?.redo(),
    save: (note?: string) => session?.save(note) ?? Promise.resolve(),
    settleConflict: (choice: 'mine' | 'merge' | 'theirs') => session?.settleConflict(choice),
  }
})
