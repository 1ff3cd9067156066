import { defineStore } from 'pinia'
import type { Finding } from '#core/checks'
import type { Analysis } from '#core/engine'
import {
  applyEdit,
  doEdit,
  followUp,
  rebase,
  redo as redoStep,
  startHistory,
  undo as undoStep,
  type Edit,
  type History,
  type Plan,
  type Rebase,
  type Step,
} from '#core/plan'
import { ApiError, callApi, type SavedVersion } from '~/composables/useApi'
import { useEngine } from '~/composables/useEngine'
import { useNotices } from './notices'

export type SaveState = 'saved' | 'changed' | 'saving' | 'conflict' | 'failed'

/** Another tab or person saved first. */
export interface Conflict {
  newest: number
  theirs: Plan
  versions: SavedVersion[]
  merged: Rebase
}

/** What an edit would change. */
export interface Preview {
  settles: Finding[]
  brings: Finding[]
  moves: { need: string; to?: string }[]
}

const saveDelay = 700

/** The open build: its plan with undo and redo, its analysis, and its saving. */
export const useBuild = defineStore('build', () => {
  const id = ref('')
  const version = ref(0)
  const history = shallowRef<History>()
  const analysis = shallowRef<Analysis>()
  const working = ref(false)
  const saveState = ref<SaveState>('saved')
  const conflict = shallowRef<Conflict>()
  const problem = ref('')
  /** Steps since the last saved version. */
  let pending: Step[] = []
  let engine: ReturnType<typeof useEngine> | undefined
  let timer: ReturnType<typeof setTimeout> | undefined

  const plan = computed(() => history.value?.plan)
  const undoLabel = computed(() => history.value?.done.at(-1)?.label)
  const redoLabel = computed(() => history.value?.undone.at(-1)?.label)

  async function open(buildId: string) {
    close()
    engine = useEngine()
    id.value = buildId
    const found = await callApi<{ build: { version: number }; plan: Plan }>('GET', `/api/builds/${encodeURIComponent(buildId)}`)
    version.value = found.build.version
    history.value = startHistory(found.plan)
    await analyse()
  }

  function close() {
    if (timer) void save()
    engine?.stop()
    engine = undefined
    history.value = undefined
    analysis.value = undefined
    pending = []
    saveState.value = 'saved'
    conflict.value = undefined
  }

  async function analyse() {
    const asked = history.value?.plan
    if (!asked || !engine) return
    working.value = true
    try {
      const answer = await engine.settle(asked)
      if (!answer || history.value?.plan !== asked) return
      const changed = JSON.stringify([asked.assignment, asked.supplies]) !== JSON.stringify([answer.assignment, answer.supplies])
      if (changed) answerEdit({ type: 'assignment.adopt', assignment: answer.assignment, supplies: answer.supplies })
      analysis.value = answer.analysis
      problem.value = ''
    } catch (error) {
      problem.value = (error as Error).message
    }
    working.value = false
  }

  /** The engine's answer becomes part of the step it answers. */
  function answerEdit(edit: Edit) {
    const before = history.value!
    history.value = followUp(before, edit)
    const step = history.value.done.at(-1)!
    if (pending.length && pending.at(-1) === before.done.at(-1)) pending[pending.length - 1] = step
    else pending.push({ ...step, edits: [edit] })
    changed()
  }

  /** Does an edit; says why when it does not fit. */
  function edit(value: Edit) {
    if (!history.value) return
    try {
      const next = doEdit(history.value, value)
      if (next === history.value) return
      history.value = next
      pending.push(next.done.at(-1)!)
      changed()
      void analyse()
    } catch (error) {
      useNotices().complain((error as Error).message)
    }
  }

  /** What an edit would lead to, without doing it. */
  async function preview(value: Edit): Promise<Preview> {
    const before = { plan: history.value!.plan, findings: analysis.value?.findings ?? [] }
    const after = await engine!.preview(applyEdit(before.plan, value))
    const facts = (findings: Finding[]) => new Set(findings.map((one) => one.fact))
    const [known, now] = [facts(before.findings), facts(after.analysis.findings)]
    return {
      settles: before.findings.filter((one) => !now.has(one.fact)),
      brings: after.analysis.findings.filter((one) => !known.has(one.fact)),
      moves: Object.keys(before.plan.assignment)
        .filter((key) => after.assignment[key]?.place !== before.plan.assignment[key]!.place)
        .map((need) => ({ need, to: after.assignment[need]?.place })),
    }
  }

  function undo() {
    const step = history.value?.done.at(-1)
    if (!step) return
    history.value = undoStep(history.value!)
    if (pending.at(-1) === step) pending.pop()
    else pending.push({ label: `Undo: ${step.label}`, edits: [step.undo], undo: step.undo })
    changed()
    void analyse()
  }

  function redo() {
    const step = history.value?.undone.at(-1)
    if (!step) return
    history.value = redoStep(history.value!)
    pending.push(step)
    changed()
    void analyse()
  }

  function changed() {
    saveState.value = 'changed'
    clearTimeout(timer)
    timer = setTimeout(() => void save(), saveDelay)
  }

  async function save(note = '') {
    clearTimeout(timer)
    timer = undefined
    if (!history.value || conflict.value || (saveState.value === 'saved' && !note)) return
    const saving = { plan: history.value.plan, steps: pending, id: id.value }
    pending = []
    saveState.value = 'saving'
    try {
      const { version: number } = await callApi<{ version: number }>('PUT', `/api/builds/${encodeURIComponent(saving.id)}`, {
        base: version.value,
        plan: saving.plan,
        edits: saving.steps.flatMap((step) => step.edits),
        steps: saving.steps.map((step) => step.label),
        author: localStorage.getItem('ypodoma.author') ?? 'me',
        note,
      })
      version.value = number
      if (saveState.value === 'saving') saveState.value = 'saved'
    } catch (error) {
      pending = [...saving.steps, ...pending]
      if (error instanceof ApiError && error.status === 409)
        showConflict(error.body as { newest: number; plan: Plan; versions: SavedVersion[] })
      else failed(error as Error)
    }
  }

  function failed(error: Error) {
    saveState.value = 'failed'
    problem.value = `not saved: ${error.message}`
    timer = setTimeout(() => void save(), 5000)
  }

  function showConflict({ newest, plan: theirs, versions }: { newest: number; plan: Plan; versions: SavedVersion[] }) {
    saveState.value = 'conflict'
    conflict.value = {
      newest,
      theirs,
      versions: versions.filter((one) => one.number > version.value),
      merged: rebase(theirs, pending),
    }
  }

  /** Goes on from the newest version with theirs, mine, or both. Mine can be had back by undo. */
  async function resolveConflict(choice: 'merge' | 'mine' | 'theirs') {
    const { newest, theirs, merged } = conflict.value!
    const before = history.value!.plan
    version.value = newest
    conflict.value = undefined
    if (choice !== 'mine') {
      const { format: _format, schema: _schema, ...sections } = choice === 'theirs' ? theirs : merged.plan
      const next = doEdit(history.value!, {
        type: 'sections.restore',
        of: choice === 'theirs' ? 'take theirs' : 'merge with theirs',
        sections,
      })
      history.value = next
      pending = choice === 'theirs' ? [] : pending
      if (choice === 'theirs') saveState.value = 'saved'
    }
    if (choice !== 'theirs') changed()
    if (history.value!.plan !== before) await analyse()
  }

  return {
    id,
    version,
    plan,
    analysis,
    working,
    saveState,
    conflict,
    problem,
    undoLabel,
    redoLabel,
    open,
    close,
    edit,
    preview,
    undo,
    redo,
    save,
    resolveConflict,
  }
})
