<script setup lang="ts">
/** A picture with marks on it: a click puts the next one, each can be dragged or moved by arrow keys. */
import type { Point } from '#core/tracing'
import { usePanZoom } from '~/composables/usePanZoom'
import { useSizeOf } from '~/composables/useSizeOf'
import { pointIn, useSvgDrag } from '~/composables/useSvgDrag'

const {
  address,
  size,
  marks = [],
  places = {},
  next = 0,
  seen = undefined,
} = defineProps<{
  address: string
  size: { width: number; height: number }
  marks?: { key: string; words: string }[]
  places?: Record<string, Point>
  next?: number
  /** The board as the marks have it. */
  seen?: { corners: Point[]; holes: Point[] }
}>()
const emit = defineEmits<{ click: [at: Point]; put: [key: string, at: Point] }>()

const sheet = computed(() => ({ width: size.width, height: size.height }))
const { frame, zoom, fit, onWheel, onDown, onMove, onUp, onKey } = usePanZoom(sheet)
defineExpose({ zoom, fit })
watch(sheet, fit)
const drawn = useTemplateRef<SVGSVGElement>('drawn')
const room = useSizeOf(drawn, ref({ width: 820, height: 500 }))
/** Signs are as large on the screen whatever its size, and however far the picture is zoomed: eight pixels. */
const unit = computed(() => 8 * Math.max(frame.value.width / room.value.width, frame.value.height / room.value.height))
const { hold, pull, letGo, breakOff } = useSvgDrag<string>({
  place: (key) => places[key]!,
  follow: (key, at) => emit('put', key, at),
})
let pressed = { x: 0, y: 0 }
function press(event: PointerEvent) {
  pressed = { x: event.clientX, y: event.clientY }
  onDown(event)
}
function clickAt(event: MouseEvent) {
  if (marks.length && Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) <= 4) emit('click', pointIn(event))
}
const steps: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }
function nudge(event: KeyboardEvent, key: string) {
  const step = steps[event.key]
  if (!step) return
  event.preventDefault()
  event.stopPropagation()
  const far = Math.max(0.5, size.width / 800) * (event.shiftKey ? 10 : 1)
  const at = places[key]!
  emit('put', key, { x: at.x + step[0] * far, y: at.y + step[1] * far })
}
const path = (points: Point[]) => points.map(({ x, y }) => `${x},${y}`).join(' ')
</script>

<template>
  <svg
    ref="drawn"
    class="picture"
    :viewBox="`${frame.x} ${frame.y} ${frame.width} ${frame.height}`"
    tabindex="0"
    role="group"
    aria-label="The picture. Plus and minus zoom, arrows move."
    data-testid="picture"
    @wheel.prevent="onWheel"
    @click="clickAt"
    @pointerdown="press"
    @pointermove="onMove"
    @pointerup="onUp"
    @pointercancel="onUp"
    @keydown.self="onKey"
  >
    <image :href="address" x="0" y="0" :width="size.width" :height="size.height" />
    <template v-if="seen">
      <polygon class="outline halo" :points="path(seen.corners)" :stroke-width="unit * 0.6" />
      <polygon class="outline" :points="path(seen.corners)" :stroke-width="unit * 0.25" />
      <circle
        v-for="(hole, at) in seen.holes"
        :key="at"
        class="hole"
        :cx="hole.x"
        :cy="hole.y"
        :r="unit"
        :stroke-width="unit * 0.2"
      />
    </template>
    <g
      v-for="(mark, at) in marks"
      :key="mark.key"
      class="mark"
      :class="{ next: at === next }"
      :transform="`translate(${places[mark.key]!.x}, ${places[mark.key]!.y})`"
      tabindex="0"
      role="button"
      :aria-label="`Mark ${at + 1}: ${mark.words}. Arrows move it.`"
      @pointerdown.stop="hold($event, mark.key)"
      @pointermove.stop="pull"
      @pointerup.stop="letGo"
      @pointercancel.stop="breakOff"
      @click.stop
      @keydown="nudge($event, mark.key)"
    >
      <circle class="reach" :r="unit * 2.2" />
      <path class="halo" :d="`M${-unit * 1.6} 0H${unit * 1.6}M0 ${-unit * 1.6}V${unit * 1.6}`" :stroke-width="unit * 0.6" />
      <path class="cross" :d="`M${-unit * 1.6} 0H${unit * 1.6}M0 ${-unit * 1.6}V${unit * 1.6}`" :stroke-width="unit * 0.25" />
      <g :transform="`translate(${unit * 1.7}, ${-unit * 1.7})`">
        <circle class="flag" :r="unit * 1.3" />
        <text :font-size="unit * 1.8" :y="unit * 0.6" text-anchor="middle">{{ at + 1 }}</text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.picture {
  display: block;
  width: 100%;
  height: 100%;
  background: rgb(var(--v-theme-surface-variant));
  touch-action: none;
  user-select: none;
  cursor: crosshair;
}
.outline,
.hole {
  fill: none;
  stroke: rgb(var(--v-theme-secondary));
}
.outline.halo,
.halo {
  stroke: rgb(var(--v-theme-surface));
}
.mark {
  cursor: move;
}
.reach {
  fill: transparent;
}
.cross {
  stroke: rgb(var(--v-theme-secondary));
}
.flag {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-secondary));
}
.mark.next .flag {
  fill: rgb(var(--v-theme-secondary));
}
.mark text {
  fill: rgb(var(--v-theme-on-surface));
  font-weight: 700;
}
.mark.next text {
  fill: rgb(var(--v-theme-on-secondary, 255, 255, 255));
}
.mark:focus-visible {
  outline: none !important;
}
.mark:focus-visible .reach {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
</style>
