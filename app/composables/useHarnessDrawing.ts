import { Sheet, wiresOf, type Arrangement } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { useBuild } from '~/stores/build'
import { useSheet, type Drawn } from '~/stores/sheet'
import { usePlan } from './usePlan'
import { useQuestions } from './useQuestions'

/** The harness drawing of the open build: drawn at once in the arrangement there was, bettered in a worker. */
export function useHarnessDrawing() {
  const build = useBuild()
  const plan = usePlan()
  const questions = useQuestions()
  const kept = useSheet()
  const layers = toRef(kept, 'layers')
  const drawn = computed(() => (kept.drawn?.build === build.id ? kept.drawn : undefined))
  const drawing = computed(() => drawn.value?.drawing)
  /** A better arrangement is being looked for; the last drawing stays meanwhile. */
  const improving = ref(false)
  /** How far that has come, from 0 to 1. */
  const progress = ref(0)
  let asked = 0

  /** What is on the screen, if it shows the build as it is. */
  function current(): Drawn | undefined {
    const { value } = drawn
    return value && value.of === build.analysis && value.layers === kept.layers ? value : undefined
  }

  function draw(arrangement: Arrangement | undefined) {
    const resolved = resolvePlan(plan.value)
    const sheet = new Sheet(resolved, wiresOf(resolved), kept.layers)
    const drawing = sheet.draw(arrangement ?? sheet.startingArrangement())
    kept.drawn = { build: build.id, of: build.analysis!, layers: kept.layers, sheet, drawing, finished: false }
  }

  /** Draws the build as it is, and looks for a better arrangement where that has not come to its end. */
  async function bringUp() {
    const question = ++asked
    improving.value = false
    if (!build.analysis) return
    if (!current()) draw(drawing.value?.arrangement)
    if (drawn.value!.finished) return
    improving.value = true
    progress.value = 0
    await questions.improve(plan.value, kept.layers, drawing.value!.arrangement, ({ share, better }) => {
      if (question !== asked) return
      progress.value = share
      if (better) show({ drawing: drawn.value!.sheet.draw(better) })
    })
    if (question !== asked) return
    improving.value = false
    show({ finished: true })
  }

  watch(() => [build.analysis, kept.layers], bringUp, { immediate: true })

  function show(change: Partial<Drawn>) {
    kept.drawn = { ...drawn.value!, ...change }
  }

  // What is still looked for then is not told any more: it is looked for anew on coming back.
  onScopeDispose(() => (asked += 1))

  /** Draws with one device elsewhere, in the arrangement there is, without changing the plan. */
  function drag(device: string, at: { x: number; y: number }) {
    if (!drawing.value || !build.analysis) return
    asked += 1
    improving.value = false
    if (!current()) draw(drawing.value.arrangement)
    const { sheet, drawing: before } = drawn.value!
    show({ drawing: sheet.draw(before.arrangement, { ...plan.value.layout, [device]: at }), finished: false })
  }

  /** Draws all devices where the plan has them, after a drag that came to nothing. */
  function putBack() {
    if (!drawn.value) return
    show({ drawing: drawn.value.sheet.draw(drawn.value.drawing.arrangement) })
    void bringUp()
  }

  return { layers, drawing, improving, progress, drag, putBack }
}
