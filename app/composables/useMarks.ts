import { holePatterns, layingOf, mapped, undone, type Laying, type Marks, type Point, type Quad } from '#core/tracing'
import type { BoardDefinition, BoardSide } from '#core/catalogue'
import { InputError } from '#core/schema'

/** What marks are put on. */
export type MarkedBy = Marks['by']
interface Mark {
  key: string
  words: string
}

const round4 = ['top left', 'top right', 'bottom right', 'bottom left']
const box: Mark[] = [
  { key: 'box0', words: 'a corner of the board' },
  { key: 'box1', words: 'the opposite corner of the board' },
]
const four = (thing: string): Mark[] => round4.map((where, at) => ({ key: `four${at}`, words: `${thing}, ${where}` }))

/** Where marks lie at first: near the corners of the picture, and in its middle. */
function startsIn({ width, height }: { width: number; height: number }) {
  const at = (x: number, y: number): Point => ({ x: Math.round(width * x), y: Math.round(height * y) })
  return {
    four0: at(0.1, 0.1),
    four1: at(0.9, 0.1),
    four2: at(0.9, 0.9),
    four3: at(0.1, 0.9),
    two0: at(0.2, 0.5),
    two1: at(0.8, 0.5),
    box0: at(0.05, 0.05),
    box1: at(0.95, 0.95),
  }
}

/** Places on a picture, and what they say of where it lies on a board. */
export function useMarks(
  size: () => { width: number; height: number },
  outline: () => BoardDefinition['outline'],
  isOutlined: () => boolean,
) {
  const side = ref<BoardSide>('top')
  const by = ref<MarkedBy>('corners')
  const extent = reactive({ width: 36, height: 36 })
  const apart = reactive({ ...holePatterns[0]! })
  const distance = ref(30.5)
  /** Marks that were put somewhere; the others are where they begin. */
  const put = ref<Record<string, Point>>({})
  const places = computed(() => ({ ...startsIn(size()), ...put.value }))
  /** The mark that the next click sets. */
  const next = ref(0)

  /** The bottom of a board whose top tells its outline is lined up with it. */
  const needsBox = computed(() => by.value === 'distance' || (by.value === 'holes' && !(side.value === 'bottom' && isOutlined())))
  const marks = computed<Mark[]>(() => {
    const first = {
      corners: four('corner of the board'),
      holes: four('mounting hole'),
      distance: ['one', 'the other'].map((which, at) => ({ key: `two${at}`, words: `${which} of two places` })),
    }[by.value]
    return needsBox.value ? [...first, ...box] : first
  })

  function begin() {
    put.value = {}
    Object.assign(extent, { width: outline().width, height: outline().height })
    next.value = 0
  }
  watch([by, side], () => (next.value = 0))

  function putAt(key: string, { x, y }: Point) {
    const { width, height } = size()
    const within = (figure: number, end: number) => Math.min(end, Math.max(0, Math.round(figure * 10) / 10))
    put.value = { ...put.value, [key]: { x: within(x, width), y: within(y, height) } }
  }
  /** A click: the mark whose turn it is goes there. */
  function click(at: Point) {
    putAt(marks.value[next.value]!.key, at)
    next.value = (next.value + 1) % marks.value.length
  }

  const told = computed<Laying | InputError>(() => {
    const at = (key: string): Point => places.value[key as keyof typeof places.value]
    const quad = [0, 1, 2, 3].map((each) => at(`four${each}`)) as unknown as Quad
    const corners = [at('box0'), at('box1')] as const
    const given: Record<MarkedBy, () => Marks> = {
      corners: () => ({ by: 'corners', four: quad, size: { ...extent } }),
      holes: () => ({ by: 'holes', four: quad, apart: { ...apart }, box: needsBox.value ? corners : undefined }),
      distance: () => ({ by: 'distance', two: [at('two0'), at('two1')], apart: distance.value, box: corners }),
    }
    try {
      return layingOf(given[by.value](), outline(), side.value)
    } catch (error) {
      if (error instanceof InputError) return error
      throw error
    }
  })
  const laying = computed(() => (told.value instanceof InputError ? undefined : told.value))
  const problem = computed(() =>
    told.value instanceof InputError
      ? told.value.problems.map(({ place, message }) => `${place}: ${message}`).join('; ')
      : undefined,
  )
  /** The board as it lies in the picture: its corners, and its holes as they are seen from this side. */
  const seen = computed(() => {
    if (!laying.value) return undefined
    const { onBoard, outline: made } = laying.value
    const back = undone(onBoard)
    const at = (x: number, y: number) => mapped(back, { x, y })
    const { width, height, holes } = made
    return {
      corners: [at(0, 0), at(width, 0), at(width, height), at(0, height)],
      holes: holes.map((hole) => at(side.value === 'top' ? hole.x : width - hole.x, hole.y)),
    }
  })

  return { side, by, extent, apart, distance, places, marks, next, begin, put: putAt, click, laying, problem, seen }
}
