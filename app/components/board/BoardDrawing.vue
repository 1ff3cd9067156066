<script setup lang="ts">
import type { Board, BoardSide, Pad } from '#core/catalogue'
import { labelSide, padAbilities, plainMark, type PadUse } from '#core/harness'
import { usePanZoom } from '~/composables/usePanZoom'
import { pointIn, useSvgDrag } from '~/composables/useSvgDrag'

const {
  board,
  side = 'top',
  uses = {},
  lit = new Set<string>(),
  verdicts = {},
  picture = undefined,
  shown = 0.6,
  movable = false,
  cross = undefined,
} = defineProps<{
  board: Board
  side?: BoardSide
  uses?: Record<string, PadUse[]>
  lit?: Set<string>
  /** What each pad is to the need that is being placed. */
  verdicts?: Record<string, 'fits' | 'cost' | 'cannot'>
  /** A picture under the drawing, and where it lies in mm as this side is seen. */
  picture?: { address: string; x: number; y: number; width: number; height: number }
  /** How much of the picture shows: 0 to 1. */
  shown?: number
  /** Pads are moved by dragging and by arrow keys. */
  movable?: boolean
  /** A place that was clicked at, in mm on the board. */
  cross?: { x: number; y: number }
}>()
const emit = defineEmits<{
  spot: [at: { x: number; y: number }]
  pick: [pad: string, isMore: boolean]
  /** A pad was pressed twice: its whole row is meant. */
  row: [pad: string]
  /** A pad, and with it those that are lit, is to be moved by so many mm on the board. */
  move: [pad: string, by: { x: number; y: number }]
  remove: []
  over: [pad: string | undefined]
  drop: [pad: string]
  ban: [pad: string]
}>()

/** Millimetres around the outline; the board is drawn at 10 units a millimetre. */
const margin = 6
const scale = 10
const size = computed(() => ({
  width: (board.outline.width + 2 * margin) * scale,
  height: (board.outline.height + 2 * margin) * scale,
}))
const { frame, zoom, fit, onWheel, onDown, onMove, onUp, onKey } = usePanZoom(size)
defineExpose({ zoom, fit })

/** The bottom is seen from below, mirrored left to right. */
const at = (x: number) => (margin + (side === 'top' ? x : board.outline.width - x)) * scale
const down = (y: number) => (margin + y) * scale
const pads = computed(() => board.pads.filter((pad) => pad.side === side))
const connectors = computed(() => board.connectors.filter((connector) => connector.side === side))
const markOf = (pad: Pad) => uses[pad.id]?.[0]?.mark ?? plainMark(pad.kind)
const words = (pad: Pad) => {
  const { can, heldBy } = padAbilities(board, pad)
  const now = (uses[pad.id] ?? []).map((use) => `${use.mark.word} for ${use.device}`)
  return [
    `Pad ${pad.label}`,
    now.length ? `serves ${[...new Set(now)].join(', ')}` : 'free',
    can.length ? `can be ${can.join(', ')}` : 'brings nothing out',
    heldBy ? `held by ${heldBy} by default` : '',
  ]
    .filter(Boolean)
    .join('; ')
}
const usb = computed(() => {
  const { x, y, edge } = board.usb
  const across = edge === 'left' || edge === 'right'
  const [width, height] = across ? [5, 8] : [8, 5]
  return { x: at(x) - (width * scale) / 2, y: down(y) - (height * scale) / 2, width: width * scale, height: height * scale }
})
/** Where the pointer went down; whoever moves the sheet does not click. */
let pressed = { x: 0, y: 0 }
function press(event: PointerEvent) {
  pressed = { x: event.clientX, y: event.clientY }
  onDown(event)
}
/** A click beside the pads, in mm on the board. */
function clickAt(event: MouseEvent) {
  if (Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > 4) return
  const { x, y } = pointIn(event)
  const across = x / scale - margin
  emit('spot', { x: side === 'top' ? across : board.outline.width - across, y: y / scale - margin })
}
/** The pad that is dragged, and how far, as it is seen. */
const held = shallowRef<{ pad: string; x: number; y: number }>()
const { hold, pull, letGo, breakOff } = useSvgDrag<string>({
  place: () => ({ x: 0, y: 0 }),
  follow: (pad, { x, y }) => (held.value = { pad, x: x / scale, y: y / scale }),
  drop: (pad, moved) => {
    const by = held.value
    held.value = undefined
    // A hand that trembles clicks.
    if (moved && by && Math.hypot(by.x, by.y) > 0.15) emit('move', pad, onBoard({ x: tenth(by.x), y: tenth(by.y) }))
  },
  back: () => (held.value = undefined),
})
const tenth = (figure: number) => Math.round(figure * 10) / 10
const onBoard = ({ x, y }: { x: number; y: number }) => ({ x: side === 'top' ? x : -x, y })
/** How far a pad is off its place while it, or one that it is chosen with, is dragged. */
function off({ id }: Pad): { transform: string } | undefined {
  const by = held.value
  const isAlong = by && (by.pad === id || (lit.has(`pad:${by.pad}`) && lit.has(`pad:${id}`)))
  return isAlong ? { transform: `translate(${by.x * scale}px, ${by.y * scale}px)` } : undefined
}
const arrows: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }
function onPadKey(event: KeyboardEvent, pad: string) {
  if (event.key === 'b') emit('ban', pad)
  if (!movable) return
  const arrow = arrows[event.key]
  const far = event.shiftKey ? 1 : 0.1
  if (arrow) emit('move', pad, onBoard({ x: arrow[0] * far, y: arrow[1] * far }))
  else if (event.key === 'Delete' && lit.has(`pad:${pad}`)) emit('remove')
  else return
  event.preventDefault()
}
/** A pad as it is seen from the side that is drawn. */
const seen = (pad: Pad) => (side === 'top' ? pad : { ...pad, x: board.outline.width - pad.x })
</script>

<template>
  <svg
    class="board"
    :class="{ pictured: picture && shown > 0 }"
    :viewBox="`${frame.x} ${frame.y} ${frame.width} ${frame.height}`"
    tabindex="0"
    role="group"
    :aria-label="`${board.name}, ${side} side. Plus and minus zoom, arrows move.`"
    @wheel.prevent="onWheel"
    @click="clickAt"
    @pointerdown="press"
    @pointermove="onMove"
    @pointerup="onUp"
    @pointercancel="onUp"
    @keydown.self="onKey"
  >
    <rect
      class="outline"
      :x="margin * scale"
      :y="margin * scale"
      :width="board.outline.width * scale"
      :height="board.outline.height * scale"
      :rx="board.outline.radius * scale"
    />
    <image
      v-if="picture && shown > 0"
      :href="picture.address"
      :x="(margin + picture.x) * scale"
      :y="(margin + picture.y) * scale"
      :width="picture.width * scale"
      :height="picture.height * scale"
      preserveAspectRatio="none"
      :opacity="shown"
    />
    <rect
      v-if="picture && shown > 0"
      class="outline over"
      :x="margin * scale"
      :y="margin * scale"
      :width="board.outline.width * scale"
      :height="board.outline.height * scale"
      :rx="board.outline.radius * scale"
    />
    <text
      v-if="board.outline.sketch"
      class="small"
      :x="(margin + board.outline.width / 2) * scale"
      :y="(margin + board.outline.height / 2) * scale"
      text-anchor="middle"
    >
      Sketch: pads in their order, not to measure
    </text>
    <rect v-if="side === 'top'" class="usb" v-bind="usb" rx="6" />
    <text v-if="side === 'top'" class="small" :x="usb.x + usb.width / 2" :y="usb.y + usb.height / 2 + 4" text-anchor="middle">
      USB
    </text>
    <circle
      v-for="(hole, index) in board.outline.holes"
      :key="index"
      class="hole"
      :cx="at(hole.x)"
      :cy="down(hole.y)"
      :r="(hole.diameter / 2) * scale"
    />
    <rect
      v-for="connector in connectors"
      :key="connector.id"
      class="connector"
      :x="side === 'top' ? at(connector.x) : at(connector.x + connector.width)"
      :y="down(connector.y)"
      :width="connector.width * scale"
      :height="connector.height * scale"
    >
      <title>{{ connector.label }} ({{ connector.type }})</title>
    </rect>
    <PadMark
      v-for="pad in pads"
      :key="pad.id"
      :x="at(pad.x)"
      :y="down(pad.y)"
      :size="18"
      :label="pad.label"
      :side="labelSide(seen(pad), board.outline)"
      :round="pad.kind === 'ground'"
      :mark="markOf(pad)"
      :class="[verdicts[pad.id], { lit: lit.has(`pad:${pad.id}`), used: uses[pad.id] }]"
      tabindex="0"
      role="button"
      :aria-label="words(pad)"
      :data-pad="pad.id"
      :style="off(pad)"
      v-on="
        movable
          ? {
              pointerdown: (event: PointerEvent) => (event.stopPropagation(), hold(event, pad.id)),
              pointermove: pull,
              pointerup: letGo,
              pointercancel: breakOff,
            }
          : {}
      "
      @click.stop="emit('pick', pad.id, $event.shiftKey)"
      @dblclick.stop="emit('row', pad.id)"
      @keydown.enter.prevent="emit('pick', pad.id, $event.shiftKey)"
      @keydown="onPadKey($event, pad.id)"
      @contextmenu.prevent="emit('ban', pad.id)"
      @focus="emit('over', pad.id)"
      @mouseenter="emit('over', pad.id)"
      @dragenter.prevent="emit('over', pad.id)"
      @dragover.prevent
      @drop.prevent="emit('drop', pad.id)"
    >
      <title>{{ words(pad) }}</title>
    </PadMark>
    <path v-if="cross" class="cross" :d="`M${at(cross.x) - 12} ${down(cross.y)}h24m-12 -12v24`" />
  </svg>
</template>

<style scoped>
.board {
  display: block;
  width: 100%;
  height: 100%;
  touch-action: none;
  user-select: none;
  cursor: grab;
}
.outline {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 2;
}
.outline.over,
.board.pictured .hole {
  fill: none;
}
.pictured :deep(.pad .shape) {
  fill-opacity: 0.55;
}
.cross {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 3;
}
.hole {
  fill: rgb(var(--v-theme-background));
  stroke: rgb(var(--v-theme-on-surface));
}
.usb,
.connector {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1;
}
.connector {
  fill: none;
  stroke-dasharray: 4 2;
}
text {
  fill: rgb(var(--v-theme-on-surface));
}
.small,
.board :deep(.label) {
  font-size: var(--text-note);
}
.board :deep(.letter) {
  font-size: var(--text-small);
}
.board :deep(.shape) {
  stroke-width: 1.3;
}
.board :deep(.pad.used .shape) {
  stroke-width: 2;
}
.board :deep(.pad.fits .shape) {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 3.5;
}
.board :deep(.pad.cost .shape) {
  stroke: rgb(var(--v-theme-fix));
  stroke-width: 3.5;
  stroke-dasharray: 5 2;
}
.board :deep(.pad.cannot) {
  opacity: 0.35;
}
</style>
