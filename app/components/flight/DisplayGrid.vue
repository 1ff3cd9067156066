<script setup lang="ts">
/** A display over the picture, cell by cell: elements are dragged, or moved by the arrow keys. */
import { anchorAt, drawnGlyphs, horizonAt, margin, placedOn, signsOf, type DisplayKind, type Placed } from '#core/display'
import { cell } from '#core/documents'
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
}>()
const emit = defineEmits<{ place: [element: string, at: Anchored]; remove: [element: string] }>()
/** The cell at which the next element goes. */
const cursor = defineModel<{ column: number; row: number }>('cursor', { default: () => ({ column: 1, row: 1 }) })
const chosen = defineModel<string>('chosen')

const width = computed(() => display.columns * cell.width)
const height = computed(() => display.rows * cell.height)
/** Where the element is that is being dragged. */
const held = shallowRef<{ element: string; column: number; row: number }>()
const placed = computed(() =>
  placedOn(layout, display).map((at) =>
    held.value?.element === at.element.id ? { ...at, ...held.value, element: at.element } : at,
  ),
)
const within = (value: number, most: number) => Math.min(most, Math.max(0, value))
function put({ element, width: wide, height: high }: Placed, column: number, row: number) {
  const size = { width: wide, height: high }
  const at = { column: within(column, display.columns - wide), row: within(row, display.rows - high) }
  emit('place', element.id, anchorAt(at, size, display))
}

const { hold, pull, letGo } = useSvgDrag<Placed>({
  place: ({ column, row }) => ({ x: column * cell.width, y: row * cell.height }),
  follow: ({ element, width: wide, height: high }, { x, y }) =>
    (held.value = {
      element: element.id,
      column: within(Math.round(x / cell.width), display.columns - wide),
      row: within(Math.round(y / cell.height), display.rows - high),
    }),
  drop: (what, moved) => {
    if (moved && held.value) put(what, held.value.column, held.value.row)
    held.value = undefined
  },
})

function onKey(event: KeyboardEvent, at: Placed) {
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
    column: within(Math.floor(x / cell.width), display.columns - 1),
    row: within(Math.floor(y / cell.height), display.rows - 1),
  }
}

const seen = ({ element }: Placed) => signsOf(element, display.glyphs, longest ? undefined : values, craft)
const blinks = ({ element }: Placed) => !longest && element.alarm?.(values) === true && Math.floor(values.time * 2) % 2 === 1
const nameOf = ({ element, column, row }: Placed) => `${element.name}, column ${column + 1}, row ${row + 1}`
const horizon = computed(() => horizonAt(values))
/** What no screen cuts off. */
const safe = computed(() => ({
  x: margin * cell.width,
  y: margin * cell.height,
  width: width.value - 2 * margin * cell.width,
  height: height.value - 2 * margin * cell.height,
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
    @pointercancel="letGo"
  >
    <rect class="sky" :width="width" :height="height" />
    <g :transform="`translate(${width / 2} ${height * horizon.down}) rotate(${horizon.turn})`">
      <rect class="ground" :x="-2 * width" y="0" :width="4 * width" :height="4 * height" />
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
      <rect class="box" :width="at.width * cell.width" :height="at.height * cell.height" />
      <g v-if="!blinks(at)" class="ink" font-size="15">
        <template v-for="{ sign, across, down } in seen(at)" :key="`${across} ${down}`">
          <path
            v-if="drawnGlyphs[sign]"
            :transform="`translate(${across * cell.width} ${down * cell.height})`"
            :d="drawnGlyphs[sign]!.path"
          />
          <text v-else :x="(across + 0.5) * cell.width" :y="down * cell.height + 14">{{ sign }}</text>
        </template>
      </g>
    </g>
  </svg>
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
.sky {
  fill: #6f93ad;
}
.ground {
  fill: #5d6b46;
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
  stroke: #000000;
  stroke-width: 2;
  paint-order: stroke;
  font-family: var(--mono);
  text-anchor: middle;
  pointer-events: none;
}
</style>
