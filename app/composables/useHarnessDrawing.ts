import { Sheet, wiresOf, type Arrangement } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { useBuild } from '~/stores/build'
import { useSheet, type Drawn } from '~/stores/sheet'
import { useLatest } from './useLatest'
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
  /** A better arrangement is being looked for; the last drawing stays meanwhile. What is not told any more is looked for anew on coming back. */
  const { running: improving, begin, stop } = useLatest()
  /** How far that has come, from 0 to 1. */
  const progress = ref(0)

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
    stop()
    if (!build.analysis) return
    if (!current()) draw(drawing.value?.arrangement)
    if (drawn.value!.finished) return
    progress.value = 0
    await begin(async (counts) => {
      await questions.improve(plan.value, kept.layers, drawing.value!.arrangement, ({ share, better }) => {
        if (!counts()) return
        progress.value = share
        if (better) show({ drawing: drawn.value!.sheet.draw(better) })
      })
      if (counts()) show({ finished: true })
    })
  }

  watch(() => [build.analysis, kept.layers], bringUp, { immediate: true })

  function show(change: Partial<Drawn>) {
    kept.drawn = { ...drawn.value!, ...change }
  }

  /** Draws with one device elsewhere, in the arrangement there is, without changing the plan. */
  function drag(device: string, at: { x: number; y: number }) {
    if (!drawing.value || !build.analysis) return
    stop()
    if (!current()) draw(drawing.value.arrangement)
    const { sheet, drawing: before } = drawn.value!
    show({ drawing: sheet.draw(before.arrangement, { ...plan.value.boxPositions, [device]: at }), finished: false })
  }

  /** Draws all devices where the plan has them, after a drag that came to nothing. */
  function putBack() {
    if (!drawn.value) return
    show({ drawing: drawn.value.sheet.draw(drawn.value.drawing.arrangement) })
    void bringUp()
  }

  return { layers, drawing, improving, progress, drag, putBack }
}
