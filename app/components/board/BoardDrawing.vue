<script setup lang="ts">
import type { Board, BoardSide, Pad } from '#core/catalogue'
import { padAbilities, padLetters, type PadUse } from '#core/harness'
import { usePanZoom } from '~/composables/usePanZoom'

const {
  board,
  side = 'top',
  uses = {},
  lit = new Set<string>(),
  verdicts = {},
} = defineProps<{
  board: Board
  side?: BoardSide
  uses?: Record<string, PadUse[]>
  lit?: Set<string>
  /** What each pad is to the need that is being placed. */
  verdicts?: Record<string, 'fits' | 'cost' | 'cannot'>
}>()
const emit = defineEmits<{ pick: [pad: string]; over: [pad: string | undefined]; drop: [pad: string]; ban: [pad: string] }>()

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
const connectors = computed(() => board.connectors.filter((one) => one.side === side))
const kindOf = (pad: Pad) => uses[pad.id]?.[0]?.kind
const letterOf = (pad: Pad) => {
  const kind = kindOf(pad)
  if (kind) return padLetters[kind].letter
  return pad.kind === 'supply' ? '+' : pad.kind === 'ground' ? '−' : ''
}
const words = (pad: Pad) => {
  const { can, heldBy } = padAbilities(board, pad)
  const now = (uses[pad.id] ?? []).map((use) => `${padLetters[use.kind].word} for ${use.device}`)
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
/** Labels stand off the pad towards the middle of the board, so that they do not meet. */
function labelOf(pad: Pad) {
  const { width, height } = board.outline
  const x = side === 'top' ? pad.x : width - pad.x
  const edges = [
    { gap: x, dx: 12, dy: 3, anchor: 'start' },
    { gap: width - x, dx: -12, dy: 3, anchor: 'end' },
    { gap: pad.y, dx: 0, dy: 20, anchor: 'turn' },
    { gap: height - pad.y, dx: 0, dy: -13, anchor: 'turn' },
  ]
  return edges.sort((a, b) => a.gap - b.gap)[0]!
}
</script>

<template>
  <svg
    class="board"
    :viewBox="`${frame.x} ${frame.y} ${frame.width} ${frame.height}`"
    tabindex="0"
    role="group"
    :aria-label="`${board.name}, ${side} side. Plus and minus zoom, arrows move.`"
    @wheel.prevent="onWheel"
    @pointerdown="onDown"
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
      v-for="one in connectors"
      :key="one.id"
      class="connector"
      :x="side === 'top' ? at(one.x) : at(one.x + one.width)"
      :y="down(one.y)"
      :width="one.width * scale"
      :height="one.height * scale"
    >
      <title>{{ one.label }} ({{ one.type }})</title>
    </rect>
    <g
      v-for="pad in pads"
      :key="pad.id"
      class="pad"
      :class="[kindOf(pad) ?? pad.kind, verdicts[pad.id], { lit: lit.has(`pad:${pad.id}`), used: uses[pad.id] }]"
      tabindex="0"
      role="button"
      :aria-label="words(pad)"
      :data-pad="pad.id"
      @click.stop="emit('pick', pad.id)"
      @keydown.enter.prevent="emit('pick', pad.id)"
      @keydown.b="emit('ban', pad.id)"
      @contextmenu.prevent="emit('ban', pad.id)"
      @focus="emit('over', pad.id)"
      @mouseenter="emit('over', pad.id)"
      @dragenter.prevent="emit('over', pad.id)"
      @dragover.prevent
      @drop.prevent="emit('drop', pad.id)"
    >
      <title>{{ words(pad) }}</title>
      <rect :x="at(pad.x) - 9" :y="down(pad.y) - 9" width="18" height="18" :rx="pad.kind === 'ground' ? 9 : 2.5" />
      <text class="letter mono" :x="at(pad.x)" :y="down(pad.y) + 4.5" text-anchor="middle">{{ letterOf(pad) }}</text>
      <text
        v-if="labelOf(pad).anchor !== 'turn'"
        class="label mono"
        :x="at(pad.x) + labelOf(pad).dx"
        :y="down(pad.y) + labelOf(pad).dy"
        :text-anchor="labelOf(pad).anchor as 'start'"
      >
        {{ pad.label }}
      </text>
      <text
        v-else
        class="label mono"
        :transform="`translate(${at(pad.x) + 3},${down(pad.y) + (labelOf(pad).dy > 0 ? 12 : -12)}) rotate(-90)`"
        :text-anchor="labelOf(pad).dy > 0 ? 'end' : 'start'"
      >
        {{ pad.label }}
      </text>
    </g>
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
.small {
  font-size: 11px;
}
.label {
  font-size: 10.5px;
}
.letter {
  font-size: 13px;
  font-weight: 700;
}
.pad {
  cursor: pointer;
}
.pad rect {
  fill: rgb(var(--v-theme-background));
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.3;
}
.pad.used rect {
  fill: color-mix(in srgb, var(--hue) 30%, rgb(var(--v-theme-surface)));
  stroke-width: 2;
}
.pad {
  --hue: rgb(var(--v-theme-note));
}
.pad.serial {
  --hue: #0f7c7c;
}
.pad.pulse {
  --hue: #3b68b8;
}
.pad.lights,
.pad.buzzer {
  --hue: #b28b00;
}
.pad.switch,
.pad.analog {
  --hue: #2f8a4a;
}
.pad.bus,
.pad.receiver {
  --hue: #8a5bb0;
}
.pad.video {
  --hue: #b5561b;
}
.pad.supply {
  --hue: #c43a2c;
}
.pad.fits rect {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 3.5;
}
.pad.cost rect {
  stroke: rgb(var(--v-theme-fix));
  stroke-width: 3.5;
  stroke-dasharray: 5 2;
}
.pad.cannot {
  opacity: 0.35;
}
.pad.lit rect,
.pad:focus-visible rect {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 4;
}
.pad:focus-visible {
  outline: none !important;
}
.pad.lit .label {
  font-weight: 700;
}
</style>
