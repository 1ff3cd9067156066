<script setup lang="ts">
import { mdiFitToScreenOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import {
  frameBoxes,
  frameParts,
  motorSpots,
  outlineOf,
  spotOf,
  heightOf,
  type FramePart,
  type FrameSide,
  type Run,
} from '#core/harness'
import { idIn, type ResolvedPlan, type Spot } from '#core/plan'
import { usePanZoom } from '~/composables/usePanZoom'
import { useSvgDrag } from '~/composables/useSvgDrag'
import { useSizeOf } from '~/composables/useSizeOf'
import { useSelection } from '~/stores/selection'

/** The craft from above or from its right side, with its parts to be dragged and, from above, the bundles of its wires. */
const { resolved, side, runs } = defineProps<{ resolved: ResolvedPlan; side: FrameSide; runs: Run[] }>()
const emit = defineEmits<{
  drag: [id: string, spot: Spot]
  drop: [id: string]
  back: []
  nudge: [id: string, by: [number, number]]
}>()
const pointed = defineModel<Run | undefined>('pointed')
const selection = useSelection()
const craft = computed(() => resolved.plan.craft)
const wing = computed(() => craft.value.outline === 'wing')
const svg = useTemplateRef<SVGSVGElement>('svg')
const shown = useSizeOf(svg, ref({ width: 700, height: 440 }))
/** All that is drawn, with room around it for names. */
const view = computed(() => {
  const { size } = craft.value
  const frame =
    side === 'top'
      ? { x: 0, y: 0, width: size, height: wing.value ? 0.62 * size : size }
      : { x: 0, y: 0, width: 0.6 * size, height: 10 }
  const all = [frame, ...frameBoxes(resolved, side)]
  const low = (of: 'x' | 'y', by: 'width' | 'height') => Math.min(...all.map((box) => box[of] - box[by] / 2))
  const high = (of: 'x' | 'y', by: 'width' | 'height') => Math.max(...all.map((box) => box[of] + box[by] / 2))
  const [left, right, upper, lower] = [low('x', 'width'), high('x', 'width'), low('y', 'height'), high('y', 'height')]
  const room = { x: 0.08 * (right - left), y: (side === 'top' ? 0.05 : 0.3) * (lower - upper) }
  return { x: left - room.x, y: upper - room.y, width: right - left + 2 * room.x, height: lower - upper + 2 * room.y }
})
const sheet = computed(() => ({ width: view.value.width, height: view.value.height }))
const { frame, zoom, fit, onWheel, onDown, onMove, onUp, onKey: onSheetKey } = usePanZoom(sheet)
/** Text and marks keep their size on the screen whatever the craft's and however near: what 1.35 pixels are in millimetres. */
const unit = computed(() => 1.35 * Math.max(frame.value.width / shown.value.width, frame.value.height / shown.value.height))
const text = computed(() => ({ height: 8.5 * unit.value, letter: 4 * unit.value }))
/** Points of the craft on the sheet, where y points down. */
const down = (path: Spot[]) => path.map(({ x, y }) => ({ x, y: -y }))
const outline = computed(() => (side === 'top' ? outlineOf(craft.value).map(down) : []))
/** From the side the frame is a line. */
const ground = computed(() =>
  side === 'top'
    ? []
    : [
        [
          { x: -0.3 * craft.value.size, y: 0 },
          { x: 0.3 * craft.value.size, y: 0 },
        ],
      ],
)
const lines = computed(() => [...outline.value, ...ground.value, ...runs.map(({ path }) => down(path))])
const parts = computed(() => frameParts(resolved, side, text.value, lines.value))
const ways = computed(() => outline.value.map((line) => line.map(({ x, y }) => `${x},${y}`).join(' ')))
/** The part that is selected: its bundles are seen alone. */
const chosen = computed(() => {
  const id = selection.selected && idIn('device', selection.selected)
  return runs.some(({ ends }) => ends.includes(id ?? '')) ? id : undefined
})
const ofOthers = ({ ends }: Run) => chosen.value !== undefined && !ends.includes(chosen.value)
const motors = computed(() => motorSpots(craft.value.outline, craft.value.size))
const line = (path: Spot[]) => path.map(({ x, y }) => `${x},${-y}`).join(' ')

/** On the sheet y points down; on the craft to the front, and up. */
const { hold, pull, letGo, breakOff } = useSvgDrag<string>({
  place: (id) => {
    const { x, y } = spotOf(resolved, id)
    return side === 'top' ? { x, y: -y } : { x: y, y: -heightOf(resolved, id) }
  },
  follow: (id, at) => {
    const spot = spotOf(resolved, id)
    const [across, up] = [Math.round(at.x), Math.round(-at.y)]
    emit('drag', id, side === 'top' ? { ...spot, x: across, y: up } : { ...spot, y: across, z: up })
  },
  drop: (id) => emit('drop', id),
  back: () => emit('back'),
})

const steps: Record<string, [number, number]> = { ArrowLeft: [-5, 0], ArrowRight: [5, 0], ArrowUp: [0, 5], ArrowDown: [0, -5] }
function onKey(event: KeyboardEvent, id: string) {
  const step = steps[event.key]
  if (!step) return
  event.preventDefault()
  emit('nudge', id, step)
}

/** A short stroke at the edge that looks to the front when the part is not turned. */
function mark({ x, y, width, height, turn }: FramePart): string {
  const short = 3 * unit.value
  if (turn === 90) return `M${x + width / 2} ${y - short}v${2 * short}`
  if (turn === 180) return `M${x - short} ${y + height / 2}h${2 * short}`
  if (turn === 270) return `M${x - width / 2} ${y - short}v${2 * short}`
  return `M${x - short} ${y - height / 2}h${2 * short}`
}
</script>

<template>
  <div class="sheet">
    <p class="quiet facing">{{ side === 'top' ? 'From above, front at the top' : 'From the right, front at the right' }}</p>
    <div class="tools no-print">
      <v-btn :icon="mdiMagnifyPlusOutline" size="x-small" aria-label="Zoom in" @click="zoom(1.25)" />
      <v-btn :icon="mdiMagnifyMinusOutline" size="x-small" aria-label="Zoom out" @click="zoom(0.8)" />
      <v-btn :icon="mdiFitToScreenOutline" size="x-small" aria-label="Show all of it" @click="fit" />
    </div>
    <svg
      ref="svg"
      :viewBox="`${frame.x} ${frame.y} ${frame.width} ${frame.height}`"
      class="plan"
      tabindex="0"
      role="group"
      :aria-label="side === 'top' ? 'Airframe from above, front at the top' : 'Airframe from the right, front at the right'"
      :data-side="side"
      @wheel.prevent="onWheel"
      @pointerdown="onDown"
      @pointermove="onMove"
      @pointerup="onUp"
      @pointerleave="onUp"
      @pointercancel="onUp"
      @keydown.self="onSheetKey"
    >
      <g :transform="`translate(${-view.x} ${-view.y})`">
        <template v-if="side === 'top'">
          <polyline v-for="(way, at) in ways" :key="at" :points="way" class="frame" :stroke-width="unit" />
          <circle
            v-for="({ x, y }, at) in motors"
            :key="`m${at}`"
            class="frame"
            :cx="x"
            :cy="-y"
            :r="9 * unit"
            :stroke-width="unit"
          />
          <g v-for="run in runs" :key="run.ends.join()">
            <polyline :points="line(run.path)" class="reach" :stroke-width="7 * unit" @mouseenter="pointed = run" />
            <polyline
              :points="line(run.path)"
              class="run"
              :class="{ pointed: pointed === run, faded: ofOthers(run) }"
              :stroke-width="Math.max(run.width, 1.2 * unit)"
            />
          </g>
        </template>
        <template v-else>
          <path class="frame" :d="`M${-0.3 * craft.size} 0H${0.3 * craft.size}`" :stroke-width="unit * 1.5" />
        </template>
        <g
          v-for="part in parts"
          :key="part.id"
          class="part"
          :class="{ lit: selection.lit.has(`device:${part.id}`) || selection.selected === `device:${part.id}` }"
          tabindex="0"
          role="button"
          :aria-label="part.name"
          :data-part="part.id"
          @pointerdown.stop="hold($event, part.id)"
          @pointermove="pull"
          @pointerup="letGo"
          @pointercancel="breakOff"
          @keydown="onKey($event, part.id)"
        >
          <title>{{ part.name }}</title>
          <rect
            :x="part.x - part.width / 2"
            :y="part.y - part.height / 2"
            :width="part.width"
            :height="part.height"
            :rx="Math.min(2 * unit, part.height / 4)"
            :stroke-width="unit * 0.8"
          />
          <path v-if="side === 'top'" class="mark" :d="mark(part)" :stroke-width="unit * 2" />
        </g>
        <g v-for="part in parts" :key="`name ${part.id}`" class="name">
          <path
            v-if="part.label.leader"
            :d="`M${part.label.leader.map(({ x, y }) => `${x} ${y}`).join('L')}`"
            :stroke-width="unit * 0.4"
            class="leader"
          />
          <text :x="part.label.x" :y="part.label.y + 2.6 * unit" text-anchor="middle" :font-size="7.2 * unit">
            {{ part.name }}
          </text>
        </g>
        <slot :unit />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  min-height: 0;
}
.facing {
  position: absolute;
  left: var(--space-4);
  top: var(--space-2);
  font-size: var(--text-small);
  pointer-events: none;
}
.plan {
  width: 100%;
  height: 100%;
  min-height: 0;
  touch-action: none;
  user-select: none;
}
.frame {
  fill: none;
  stroke: rgb(var(--v-theme-note));
  stroke-dasharray: 7 4;
  vector-effect: non-scaling-stroke;
  stroke-width: 1.2px;
}
.tools {
  position: absolute;
  right: var(--space-3);
  top: var(--space-2);
}
.run {
  fill: none;
  pointer-events: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-linejoin: round;
  opacity: 0.7;
}
.run.faded {
  opacity: 0.1;
}
.run.pointed {
  stroke: rgb(var(--v-theme-secondary));
  opacity: 1;
}
.reach {
  fill: none;
  stroke: transparent;
  pointer-events: stroke;
  cursor: help;
}
text {
  fill: rgb(var(--v-theme-on-surface));
  paint-order: stroke;
  stroke: rgb(var(--v-theme-background));
  stroke-width: 0.6px;
}
.name {
  pointer-events: none;
}
.leader {
  stroke: rgb(var(--v-theme-on-surface));
  opacity: 0.5;
}
.part {
  cursor: move;
}
.part rect {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
}
.part .mark {
  stroke: rgb(var(--v-theme-on-surface));
  pointer-events: none;
}
.part.lit rect,
.part:focus-visible rect {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2.5px;
  vector-effect: non-scaling-stroke;
}
.part,
.part:focus-visible {
  outline: none !important;
}
</style>
