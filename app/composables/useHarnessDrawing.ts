import type { Analysis } from '#core/engine'
import { defaultLayers, Sheet, wiresOf, type HarnessDrawing, type Layers } from '#core/harness'
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
  /** What stays the same while a device is dragged. */
  let sheet: { of: Analysis; layers: Layers; drawn: Sheet } | undefined

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
    if (sheet?.of !== analysis || sheet.layers !== layers.value) {
      const resolved = resolvePlan(plan!)
      sheet = { of: analysis, layers: layers.value, drawn: new Sheet(resolved, wiresOf(resolved), plain(layers.value)) }
    }
    drawing.value = sheet.drawn.draw(drawing.value.arrangement, { ...plan!.layout, [device]: at })
  }

  return { layers, drawing, drag }
}
