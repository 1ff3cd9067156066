import { roomOf, Sheet, wiresOf, type Arrangement, type Room } from '#core/harness'
import { resolvePlan } from '#core/plan'
import { useBuild } from '~/stores/build'
import { useSheet, type Drawn } from '~/stores/sheet'
import { useLatest } from './useLatest'
import { usePlan } from './usePlan'
import { useQuestions } from './useQuestions'

/** Letters are to be so many pixels high. */
const leastLetters = 8
/** Sizes that differ by less than this share are laid out alike. */
const alike = 0.06
/** What is drawn for before the size on the screen is known: a small computer's window with findings beside. */
const usualSize = { width: 960, height: 550 }

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
  /** How far that has come, from 0 to 1, and the best it has found. */
  const progress = ref(0)
  const found = shallowRef<Arrangement>()

  /** The size for which it is laid out: follows the one on the screen where that changes notably. */
  const size = shallowRef(kept.size.width ? { ...kept.size } : usualSize)
  watch(
    () => ({ ...kept.size }),
    (now) => {
      const differs = (one: number, other: number) => Math.abs(one - other) > alike * one
      if (now.width && (differs(size.value.width, now.width) || differs(size.value.height, now.height))) size.value = now
    },
  )
  const room = computed(() => roomOf(size.value.width, size.value.height, leastLetters))

  const isSame = (one: Room, other: Room) => one.width === other.width && one.height === other.height

  /** What is on the screen, if it shows the build as it is. */
  function current(): Drawn | undefined {
    const { value } = drawn
    return value && value.of === build.analysis && value.layers === kept.layers && isSame(value.room, room.value)
      ? value
      : undefined
  }

  function draw(arrangement: Arrangement | undefined) {
    const resolved = resolvePlan(plan.value)
    const sheet = new Sheet(resolved, wiresOf(resolved), kept.layers, room.value)
    const drawing = sheet.draw(arrangement ?? sheet.startingArrangement())
    kept.drawn = { build: build.id, of: build.analysis!, layers: kept.layers, room: room.value, sheet, drawing, finished: false }
  }

  /** Draws the build as it is, and looks for a better arrangement where that has not come to its end. */
  async function bringUp() {
    stop()
    if (!build.analysis) return
    if (!current()) draw(drawing.value?.arrangement)
    if (drawn.value!.finished) return
    progress.value = 0
    found.value = undefined
    await begin(async (counts) => {
      await questions.improve(
        plan.value,
        { layers: kept.layers, room: room.value },
        drawing.value!.arrangement,
        ({ share, better }) => {
          if (!counts()) return
          progress.value = share
          found.value = better ?? found.value
        },
      )
      if (counts()) settle()
    })
  }

  /** Draws the best that was found; nothing better is looked for. */
  function settle() {
    stop()
    const { sheet, drawing } = drawn.value!
    show({ drawing: found.value ? sheet.draw(found.value) : drawing, finished: true })
  }

  watch(() => [build.analysis, kept.layers, room.value], bringUp, { immediate: true })

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

  return { layers, drawing, improving, progress, drag, putBack, settle }
}
