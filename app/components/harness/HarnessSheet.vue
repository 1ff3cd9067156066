<script setup lang="ts">
import { mdiFitToPageOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import {
  boardShapes,
  boxReach,
  boxShapes,
  layerNames,
  padSize,
  plainMark,
  smallestText,
  straightHeights,
  wireShapes,
  type DrawnBox,
  type DrawnShape,
  type HarnessDrawing,
  type Layers,
  type ShapeRole,
  type Wire,
} from '#core/harness'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { usePanZoom } from '~/composables/usePanZoom'
import { useSizeOf } from '~/composables/useSizeOf'
import { useSvgDrag } from '~/composables/useSvgDrag'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'
import { useSheet } from '~/stores/sheet'

const { drawing, improving, progress } = defineProps<{ drawing: HarnessDrawing; improving: boolean; progress: number }>()
const layers = defineModel<Layers>('layers', { required: true })
const emit = defineEmits<{ drag: [device: string, at: { x: number; y: number }]; back: []; stop: [] }>()
const build = useBuild()
const plan = usePlan()
const selection = useSelection()
const size = computed(() => ({ width: drawing.width, height: drawing.height }))
const { frame, zoom, fit, onWheel, onDown, onMove, onUp, onKey } = usePanZoom(size)
const shown = useSizeOf(useTemplateRef<SVGSVGElement>('svg'), toRef(useSheet(), 'size'))
/** Pixels on the screen a unit of the drawing. */
const scale = computed(() => Math.min(shown.value.width / frame.value.width, shown.value.height / frame.value.height) || 1)
/** So small that details would not be read: names alone are shown, in letters of 10 pixels, in one line or two. */
const far = computed(() => (scale.value * smallestText < 7.9 ? Math.round(100 / scale.value) / 10 : 0))
const farLines = ({ title, width }: DrawnBox) => {
  const room = Math.floor((width - 8) / (0.56 * far.value))
  if (title.length <= room) return [title]
  const gap = title.lastIndexOf(' ', room)
  const [first, second] = gap > 0 ? [title.slice(0, gap), title.slice(gap + 1)] : [title.slice(0, room), title.slice(room)]
  return [first, second.length > room ? `${second.slice(0, room - 1)}…` : second]
}

/** Lines, boxes and names are painted first: small texts take as long as all these, and so does what only a pointer needs. */
const isPainted = useAfterPaint()
const atFirst = new Set<ShapeRole>([
  'board',
  'hole',
  'gap',
  'break',
  'board-name',
  'edge',
  'core',
  'box',
  'title',
  'picture',
  'dot',
])
const soFar = (shapes: DrawnShape[]) => (isPainted.value ? shapes : shapes.filter(({ role }) => atFirst.has(role)))

const line = (points: { x: number; y: number }[]) => points.map(({ x, y }) => `${x},${y}`).join(' ')
const board = computed(() => drawing.board)
/** What the selection does to a thing; with it and its place, what is drawn of it stays the same while another is dragged. */
const look = (id: string) => (selection.lit.has(id) ? 'lit' : selection.selected ? 'other' : 'none')
const moved = computed(() => Object.keys(plan.value.boxPositions).length)

const snap = (value: number) => Math.round(value / 8) * 8
/** Heights at which a wire runs straight, and where it stood, draw the device to them. */
const settle = (y: number, levels: number[]) => levels.find((level) => Math.abs(level - y) < 6) ?? snap(y)

/** The device in hand: where it stands now, and the heights it is drawn to. */
let held: { at: { x: number; y: number }; levels: number[]; moved: boolean } | undefined
let waiting = 0

const { hold, pull, letGo, breakOff } = useSvgDrag<DrawnBox>({
  place: (box) => {
    held = { at: { x: box.x, y: box.y }, levels: [...straightHeights(drawing, box.id), box.y], moved: false }
    point(undefined)
    return box
  },
  follow: ({ id }, { x, y }) => {
    if (!held) return
    const at = { x: snap(x), y: settle(y, held.levels) }
    if (at.x === held.at.x && at.y === held.at.y) return
    held = { ...held, at, moved: true }
    cancelAnimationFrame(waiting)
    waiting = requestAnimationFrame(() => held && emit('drag', id, held.at))
  },
  drop: ({ id }) => {
    const { moved: far, at } = held!
    held = undefined
    if (far) build.edit({ type: 'box.move', box: id, at })
    else selection.select(`device:${id}`)
  },
  back: () => {
    held = undefined
    emit('back')
  },
})

/** From wire to wire by keyboard, in their order on the sheet. */
function walk(event: KeyboardEvent) {
  const step = { '[': -1, ']': 1 }[event.key]
  if (!step || event.ctrlKey || event.metaKey) return onKey(event)
  event.preventDefault()
  const all = drawing.wires.map(({ wire }) => wire)
  const at = all.findIndex(({ id }) => selection.selected === `wire:${id}`)
  const next = all[at < 0 ? (step > 0 ? 0 : all.length - 1) : (at + step + all.length) % all.length]
  if (next) selection.selected = `wire:${next.id}`
}
/** The wire that is picked, for those who do not see it. */
const picked = computed(() => drawing.wires.find(({ wire }) => selection.selected === `wire:${wire.id}`)?.wire)

/** A device that the pointer rests on; its wires are shown as those of one that is chosen, while none is. */
const pointed = ref<string>()
let resting: ReturnType<typeof setTimeout> | undefined
function point(box: DrawnBox | undefined) {
  clearTimeout(resting)
  if (!box) pointed.value = undefined
  else resting = setTimeout(() => (pointed.value = box.id), 350)
}
onBeforeUnmount(() => clearTimeout(resting))
const close = computed(() =>
  drawing.devices.find(({ id }) => (selection.selected ? selection.selected === `device:${id}` : pointed.value === id)),
)
/** Ids of devices wired to the one that is looked at closely. */
const near = computed(() => {
  const of = close.value?.id
  const mine = drawing.wires.filter(({ wire }) => wire.from.device === of || wire.to.device === of)
  return new Set([of, ...mine.flatMap(({ wire }) => [wire.from.device, wire.to.device])])
})
const isFar = (id: string) => close.value !== undefined && !near.value.has(id)
const isFaded = ({ id, from, to }: Wire) =>
  close.value
    ? from.device !== close.value.id && to.device !== close.value.id
    : Boolean(selection.selected && !selection.lit.has(`wire:${id}`))
const status = computed(() => {
  if (improving) return 'Looking for fewer crossings'
  if (picked.value) return `${picked.value.number}, ${picked.value.net}`
  return far.value ? 'Too small for its letters: zoom in, or point at a part to read its wires.' : ''
})

function nudge(event: KeyboardEvent, box: DrawnBox) {
  const steps: Record<string, [number, number]> = {
    ArrowLeft: [-16, 0],
    ArrowRight: [16, 0],
    ArrowUp: [0, -16],
    ArrowDown: [0, 16],
  }
  const step = event.altKey && steps[event.key]
  if (!step) return
  event.preventDefault()
  event.stopPropagation()
  build.edit({ type: 'box.move', box: box.id, at: { x: snap(box.x + step[0]), y: snap(box.y + step[1]) } })
}

function allBack() {
  build.edit({
    type: 'several',
    label: 'Let all devices find their places on the drawing',
    edits: Object.keys(plan.value.boxPositions).map((box) => ({ type: 'box.move' as const, box, at: null })),
  })
}
</script>

<template>
  <div class="sheet">
    <div class="tools no-print">
      <span role="group" aria-label="Layers" class="layers">
        <label v-for="(word, kind) in layerNames" :key="kind"
          ><input
            type="checkbox"
            :checked="layers[kind]"
            @change="layers = { ...layers, [kind]: ($event.target as HTMLInputElement).checked }"
          />
          {{ word }}</label
        >
      </span>
      <v-btn v-if="moved" @click="allBack">Arrange anew</v-btn>
      <v-btn :icon="mdiMagnifyPlusOutline" aria-label="Zoom in" @click="zoom(1.25)" />
      <v-btn :icon="mdiMagnifyMinusOutline" aria-label="Zoom out" @click="zoom(0.8)" />
      <v-btn :icon="mdiFitToPageOutline" aria-label="Show all" @click="fit" />
    </div>
    <div class="status no-print" :class="{ stays: far && !improving && !picked }">
      <span class="quiet" role="status">{{ status }}</span>
      <template v-if="improving">
        <v-progress-linear :model-value="progress * 100" class="progress" color="primary" aria-label="Progress of the layout" />
        <v-btn size="small" @click="emit('stop')">Stop</v-btn>
      </template>
    </div>
    <WiresOf
      v-if="close"
      :id="close.id"
      class="no-print"
      :class="close.side"
      :stays="selection.selected !== undefined"
      @close="selection.clear()"
    />
    <svg
      ref="svg"
      class="drawing"
      :class="{ far, bare: !isPainted }"
      :viewBox="`${frame.x} ${frame.y} ${frame.width} ${frame.height}`"
      tabindex="0"
      role="group"
      aria-label="Harness drawing. Plus and minus zoom, arrows move, brackets go from wire to wire; Alt and arrows move the device in focus."
      data-testid="harness"
      :aria-busy="improving"
      @wheel.prevent="onWheel"
      @pointerdown="onDown"
      @pointermove="onMove"
      @pointerup="onUp"
      @pointercancel="onUp"
      @keydown="walk"
    >
      <g :style="{ '--far-name': far ? `${1.2 * far}px` : undefined }"><DrawnShapes :shapes="soFar(boardShapes(board))" /></g>
      <g
        v-for="drawn in drawing.wires"
        :key="drawn.wire.id"
        v-memo="[
          drawing.arrangement,
          drawn.wire,
          line(drawn.points),
          look(`wire:${drawn.wire.id}`),
          isFaded(drawn.wire),
          isPainted,
        ]"
        class="wire"
        :class="{
          chosen: selection.lit.has(`wire:${drawn.wire.id}`),
          faded: isFaded(drawn.wire),
        }"
        :data-wire="drawn.wire.id"
        @click="selection.select(`wire:${drawn.wire.id}`)"
      >
        <polyline v-if="isPainted" class="reach" :points="line(drawn.points)" />
        <DrawnShapes :shapes="soFar(wireShapes(drawn))" />
      </g>
      <PadMark
        v-for="pad in isPainted ? board.pads : board.pads.filter(({ used }) => used)"
        :key="pad.id"
        v-memo="[drawing.arrangement, board.x, board.y, look(`pad:${pad.id}`)]"
        :x="board.x + pad.x"
        :y="board.y + pad.y"
        :size="padSize"
        :label="pad.label"
        :side="pad.anchor"
        :round="pad.kind === 'ground'"
        :mark="plainMark(pad.kind)"
        :class="{ used: pad.used, under: pad.under, lit: selection.lit.has(`pad:${pad.id}`) }"
        @click="selection.select(`pad:${pad.id}`)"
      >
        <title>{{ pad.name }}{{ pad.under ? ', on the far side' : '' }}</title>
      </PadMark>
      <g
        v-for="box in drawing.devices"
        :key="box.id"
        v-memo="[drawing.arrangement, box.x, box.y, box.side, look(`device:${box.id}`), isFar(box.id), far, isPainted]"
        :class="{ chosen: selection.lit.has(`device:${box.id}`), faded: isFar(box.id) }"
        class="device"
        tabindex="0"
        role="button"
        :aria-label="`${box.title}, ${box.subtitle}`"
        :data-box="box.id"
        @pointerdown.stop="hold($event, box)"
        @pointermove="pull"
        @pointerup="letGo"
        @pointercancel="breakOff"
        @keydown.enter="selection.select(`device:${box.id}`)"
        @keydown="nudge($event, box)"
        @pointerenter="point(box)"
        @pointerleave="point(undefined)"
      >
        <rect v-if="isPainted" class="whole" v-bind="boxReach(box)" />
        <DrawnShapes :shapes="soFar(boxShapes(box))" />
        <text
          v-for="(words, index) in far ? farLines(box) : []"
          :key="index"
          :x="box.x + 5"
          :y="box.y + (index + 0.95) * far"
          :style="{ fontSize: `${far}px` }"
          class="from-afar no-print"
        >
          {{ words }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.progress {
  width: 90px;
  flex: none;
}
.sheet {
  position: relative;
  display: flex;
  flex-direction: column;
  flex: 1 0 auto;
  height: calc(100vh - 200px);
  min-height: 380px;
  border-bottom: var(--edge);
}
.tools {
  display: flex;
  align-items: center;
  justify-content: flex-end;
  flex-wrap: wrap;
  gap: var(--space-2);
  padding: var(--space-1) var(--space-4);
}
.status {
  position: absolute;
  bottom: 4px;
  left: 50%;
  padding: 0 var(--space-4);
  transform: translateX(-50%);
  background: rgb(var(--v-theme-background), 0.9);
  border-radius: 4px;
  white-space: nowrap;
  display: flex;
  align-items: center;
  gap: var(--space-4);
  font-size: var(--text-small);
  pointer-events: none;
}
.status .v-btn {
  pointer-events: auto;
}
/* What is said for as long as the drawing is small keeps out of it: beside a high one, below a wide one. */
.status.stays {
  left: var(--space-4);
  max-width: 118px;
  transform: none;
  white-space: normal;
}
/* On a narrow one the drawing is higher than the window: what is said stands above it. */
@media (max-width: 900px) {
  .status,
  .status.stays {
    position: static;
    max-width: none;
    transform: none;
    white-space: normal;
  }
}
/* On a wide window the tools stand in the free end of the row of views. */
@media (min-width: 1200px) {
  .tools {
    align-self: flex-end;
    margin-top: -30px;
  }
}
.layers {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  padding: 0 var(--space-4);
  font-size: var(--text-small);
}
.layers label {
  display: inline-flex;
  gap: var(--space-2);
}
.drawing {
  width: 100%;
  flex: 1;
  min-height: 0;
  display: block;
  touch-action: none;
  cursor: grab;
  user-select: none;
}
.from-afar {
  fill: rgb(var(--v-theme-on-surface));
  font-weight: 700;
}
.drawing :deep(.board-name) {
  font-size: var(--far-name, var(--text-head));
}
@media screen {
  .bare :deep(.label) {
    display: none;
  }
  .far :deep(:is(.label, .title, .picture, .model, .board-note, .terminal, .code, .badge)) {
    display: none;
  }
}
.drawing :deep(.letter) {
  font-size: var(--text-note);
}
.drawing :deep(.label) {
  font-size: var(--text-drawn);
}
.device {
  cursor: move;
}
.device.chosen :deep(.box),
.device:focus-visible :deep(.box) {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2.5;
}
.device:focus-visible {
  outline: none !important;
}
.reach {
  fill: none;
  stroke: transparent;
  stroke-width: 8;
}
.whole {
  fill: transparent;
}
.wire {
  cursor: pointer;
}
.wire.chosen :deep(.edge) {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 9px !important;
}
.wire.faded,
.device.faded {
  opacity: 0.25;
}
@media print {
  .sheet {
    height: auto;
  }
  .drawing {
    height: auto;
    max-height: 165mm;
  }
}
</style>
