<script setup lang="ts">
/** A display over the picture, cell by cell: elements are dragged, or moved by the arrow keys. */
import {
  anchorAt,
  glyphPaths,
  guidesOf,
  horizonAt,
  margin,
  placedOn,
  sceneShapes,
  scenes,
  signsOf,
  type DisplayKind,
  type PlacedElement,
  type Scene,
} from '#core/display'
import type { FlightValues } from '#core/flight'
import type { Anchored, DisplayLayout } from '#core/plan'
import { pointIn, useSvgDrag } from '~/composables/useSvgDrag'

const {
  layout,
  display,
  values,
  longest = false,
  craft,
  faults = [],
  still = false,
  scene = 'day',
} = defineProps<{
  layout: DisplayLayout
  display: DisplayKind
  values: FlightValues
  /** Everything at its longest, whatever the values are. */
  longest?: boolean
  craft: string
  /** Elements that something is wrong with. */
  faults?: string[]
  /** Only to be looked at. */
  still?: boolean
  /** The picture behind the text. */
  scene?: Scene
}>()
const emit = defineEmits<{ place: [element: string, at: Anchored]; remove: [element: string] }>()
/** The cell at which the next element goes. */
const cursor = defineModel<{ column: number; row: number }>('cursor', { default: () => ({ column: 1, row: 1 }) })
const chosen = defineModel<string>('chosen')

/** Pixels of a cell. */
const cell = computed(() => display.set)
const width = computed(() => display.columns * cell.value.width)
const height = computed(() => display.rows * cell.value.height)
/** Where the element is that is being dragged. */
const held = shallowRef<{ element: string; column: number; row: number }>()
const placed = computed(() =>
  placedOn(layout, display).map((at) =>
    held.value?.element === at.element.id ? { ...at, ...held.value, element: at.element } : at,
  ),
)
const within = (value: number, most: number) => Math.min(most, Math.max(0, value))
function put({ element, width: wide, height: high }: PlacedElement, column: number, row: number) {
  const size = { width: wide, height: high }
  const at = { column: within(column, display.columns - wide), row: within(row, display.rows - high) }
  emit('place', element.id, anchorAt(at, size, display))
}

const { hold, pull, letGo, breakOff } = useSvgDrag<PlacedElement>({
  place: ({ column, row }) => ({ x: column * cell.value.width, y: row * cell.value.height }),
  follow: ({ element, width: wide, height: high }, { x, y }) =>
    (held.value = {
      element: element.id,
      column: within(Math.round(x / cell.value.width), display.columns - wide),
      row: within(Math.round(y / cell.value.height), display.rows - high),
    }),
  drop: (what, moved) => {
    if (moved && held.value) put(what, held.value.column, held.value.row)
    held.value = undefined
  },
  back: () => (held.value = undefined),
})

function onKey(event: KeyboardEvent, at: PlacedElement) {
  const step = event.shiftKey ? 5 : 1
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  }
  if (event.key === 'Delete' || event.key === 'Backspace') emit('remove', at.element.id)
  else if (event.key.toLowerCase() === 'c') put(at, Math.floor((display.columns - at.width) / 2), at.row)
  else if (moves[event.key]) put(at, at.column + moves[event.key]![0], at.row + moves[event.key]![1])
  else return
  event.preventDefault()
}
function point(event: MouseEvent) {
  if (still) return
  const { x, y } = pointIn(event)
  cursor.value = {
    column: within(Math.floor(x / cell.value.width), display.columns - 1),
    row: within(Math.floor(y / cell.value.height), display.rows - 1),
  }
}

const seen = ({ element }: PlacedElement) => signsOf(element, display.set, longest ? undefined : values, craft)
/** What it shows, in signs. */
const textOf = ({ element }: PlacedElement) => (longest ? element.longest : element.show(values, craft)).join(' ')
const blinks = ({ element }: PlacedElement) =>
  !longest && element.alarm?.(values) === true && Math.floor(values.time * 2) % 2 === 1
const nameOf = ({ element, column, row }: PlacedElement) => `${element.name}, column ${column + 1}, row ${row + 1}`
const horizon = computed(() => horizonAt(values))
const shapes = computed(() => sceneShapes(scene, values, width.value))
/** What helps to place the element that is looked at. */
const guides = computed(() => {
  const of = placed.value.find(({ element }) => element.id === chosen.value)
  return of && !still ? { of, ...guidesOf(of, placed.value, display) } : undefined
})
const told = computed(() => {
  if (!guides.value) return ''
  const { left, right, above, below } = guides.value.free
  return `${left} free to the left, ${right} to the right, ${above} above, ${below} below`
})
/** What no screen cuts off. */
const safe = computed(() => ({
  x: margin * cell.value.width,
  y: margin * cell.value.height,
  width: width.value - 2 * margin * cell.value.width,
  height: height.value - 2 * margin * cell.value.height,
}))
</script>

<template>
  <svg
    class="grid"
    :class="{ still }"
    :viewBox="`0 0 ${width} ${height}`"
    :style="{ aspectRatio: display.aspect }"
    preserveAspectRatio="none"
    role="group"
    :aria-label="`Display layout ${layout.name}`"
    @pointerdown="point"
    @pointermove="pull"
    @pointerup="letGo"
    @pointercancel="breakOff"
  >
    <rect :width="width" :height="height" :fill="scenes[scene].sky" />
    <g :transform="`translate(${width / 2} ${height * horizon.down}) rotate(${horizon.turn})`">
      <path v-for="(shape, at) in shapes" :key="at" :d="shape.path" :fill="shape.fill" />
    </g>
    <template v-if="!still">
      <rect class="safe" v-bind="safe" />
      <path class="middle" :d="`M${width / 2} 0 V${height} M0 ${height / 2} H${width}`" />
      <rect
        class="cursor"
        :x="cursor.column * cell.width"
        :y="cursor.row * cell.height"
        :width="cell.width"
        :height="cell.height"
      />
    </template>
    <g
      v-for="at in placed"
      :key="at.element.id"
      class="element"
      :class="{ chosen: chosen === at.element.id, wrong: faults.includes(at.element.id) }"
      :transform="`translate(${at.column * cell.width} ${at.row * cell.height})`"
      :tabindex="still ? undefined : 0"
      :role="still ? undefined : 'button'"
      :aria-label="still ? undefined : nameOf(at)"
      :data-element="at.element.id"
      @pointerdown="still || ((chosen = at.element.id), hold($event, at))"
      @focus="chosen = at.element.id"
      @keydown="still || onKey($event, at)"
    >
      <title>{{ textOf(at) }}</title>
      <rect class="box" :width="at.width * cell.width" :height="at.height * cell.height" />
      <g v-if="!blinks(at)" class="ink">
        <g
          v-for="{ sign, across, down } in seen(at)"
          :key="`${across} ${down}`"
          :transform="`translate(${across * cell.width} ${down * cell.height})`"
        >
          <path class="edge" :d="glyphPaths(sign, display.set).edge" />
          <path :d="glyphPaths(sign, display.set).ink" />
        </g>
      </g>
    </g>
    <g v-if="guides" class="guides">
      <line
        v-for="column in guides.columns"
        :key="`c${column}`"
        :x1="column * cell.width"
        :x2="column * cell.width"
        y1="0"
        :y2="height"
      />
      <line v-for="row in guides.rows" :key="`r${row}`" x1="0" :x2="width" :y1="row * cell.height" :y2="row * cell.height" />
      <title>{{ told }}</title>
    </g>
  </svg>
  <p v-if="!still" class="told quiet">{{ guides ? `${guides.of.element.name}: ${told}.` : '\u00a0' }}</p>
</template>

<style scoped>
.grid {
  display: block;
  width: 100%;
  border: 1px solid rgb(var(--v-theme-on-surface));
  user-select: none;
  touch-action: none;
  overflow: hidden;
}
.safe {
  fill: none;
  stroke: #ffffff;
  stroke-opacity: 0.7;
  stroke-dasharray: 4 4;
}
.middle {
  stroke: #ffffff;
  stroke-opacity: 0.25;
}
.cursor {
  fill: none;
  stroke: #ffffff;
  stroke-width: 1.5;
}
.element {
  cursor: grab;
  outline: none;
}
.still .element {
  cursor: inherit;
}
.box {
  fill: transparent;
  stroke: transparent;
}
.element:not(.still):hover .box {
  stroke: #ffffff;
}
.element.chosen .box,
.element:focus-visible .box {
  stroke: #ffffff;
  stroke-width: 2;
  fill: #1b2a3a;
  fill-opacity: 0.35;
}
.element.wrong .box {
  stroke: #ffb454;
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
.ink {
  fill: #ffffff;
  pointer-events: none;
}
.edge {
  fill: #000000;
}
.guides line {
  stroke: #ff7ac6;
  stroke-width: 1;
  stroke-dasharray: 5 3;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.told {
  font-size: var(--text-fine);
}
</style>
