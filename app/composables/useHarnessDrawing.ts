import type { Analysis } from '#core/engine'
import { defaultLayers, Sheet, wiresOf, type HarnessDrawing, type Layers } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { useBuild } from '~/stores/build'
import { plain } from '~/engine/parcel'
import { usePlan } from './usePlan'
import { useQuestions } from './useQuestions'

/** The harness drawing of the open build: arranged in a worker, routed anew at once while a device is dragged. */
export function useHarnessDrawing() {
  const build = useBuild()
  const plan = usePlan()
  const questions = useQuestions()
  const layers = ref<Layers>({ ...defaultLayers })
  const drawing = shallowRef<HarnessDrawing>()
  /** A better arrangement is being looked for; the last drawing stays meanwhile. */
  const improving = ref(false)
  /** How far that has come, from 0 to 1. */
  const progress = ref(0)
  let asked = 0
  /** What stays the same while a device is dragged. */
  let sheet: { of: Analysis; layers: Layers; drawn: Sheet } | undefined

  watch(
    () => [build.analysis, layers.value] as const,
    async ([analysis]) => {
      if (!analysis) return
      const question = ++asked
      const answer = await questions.draw(plan.value, layers.value, drawing.value?.arrangement)
      if (!answer || question !== asked) return
      drawing.value = answer
      improving.value = true
      progress.value = 0
      await questions.improve(({ share, drawing: better }) => {
        if (question !== asked) return
        progress.value = share
        if (better) drawing.value = better
      })
      if (question === asked) improving.value = false
    },
    { immediate: true, deep: true },
  )

  /** Draws with one device elsewhere, in the arrangement there is, without changing the plan. */
  function drag(device: string, at: { x: number; y: number }) {
    const { analysis } = build
    if (!drawing.value || !analysis) return
    asked += 1
    improving.value = false
    if (sheet?.of !== analysis || sheet.layers !== layers.value) {
      const resolved = resolvePlan(plan.value)
      sheet = { of: analysis, layers: layers.value, drawn: new Sheet(resolved, wiresOf(resolved), plain(layers.value)) }
    }
    drawing.value = sheet.drawn.draw(drawing.value.arrangement, { ...plan.value.layout, [device]: at })
  }

  return { layers, drawing, improving, progress, drag }
}
