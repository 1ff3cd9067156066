import { defaultLayers, drawHarness, wiresOf, type HarnessDrawing, type Layers } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { useBuild } from '~/stores/build'
import { useQuestions } from './useQuestions'

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** The harness drawing of the open build: arranged in a worker, routed anew at once while a device is dragged. */
export function useHarnessDrawing() {
  const build = useBuild()
  const questions = useQuestions()
  onScopeDispose(questions.stop)
  const layers = ref<Layers>({ ...defaultLayers })
  const drawing = shallowRef<HarnessDrawing>()
  let asked = 0

  watch(
    () => [build.analysis, layers.value] as const,
    async ([analysis]) => {
      if (!analysis) return
      const question = ++asked
      const answer = await questions.draw(build.plan!, layers.value)
      if (question === asked) drawing.value = answer
    },
    { immediate: true, deep: true },
  )

  /** Draws with one device elsewhere, in the arrangement there is, without changing the plan. */
  function drag(device: string, at: { x: number; y: number }) {
    const { plan, analysis } = build
    if (!drawing.value || !analysis) return
    asked += 1
    const moved = resolvePlan({ ...plan!, layout: { ...plan!.layout, [device]: at } })
    drawing.value = drawHarness(moved, wiresOf(moved), plain(layers.value), drawing.value.arrangement)
  }

  return { layers, drawing, drag }
}
