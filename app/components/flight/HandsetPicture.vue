<script setup lang="ts">
/** The handset seen from above: each control where it is, as it stands. Switches go on to the next position when they are pressed. */
import { positionsOf, restOf } from '#core/controls'
import { controlKinds, type HandsetControl } from '#core/plan'

const {
  handset,
  standing = {},
  still = false,
} = defineProps<{
  handset: Record<string, HandsetControl>
  /** Where each control stands, −1 to 1. */
  standing?: Record<string, number>
  /** Only to be looked at. */
  still?: boolean
}>()
const emit = defineEmits<{ stand: [control: string, value: number] }>()
const chosen = defineModel<string>('chosen')

const [width, height] = [360, 170]
const all = computed(() =>
  Object.entries(handset).map(([id, control]) => ({
    id,
    control,
    x: (control.at.x / 100) * width,
    y: (control.at.y / 100) * height,
    value: standing[id] ?? restOf(control),
    positions: positionsOf(control.kind),
  })),
)
const wordOf = ({ control, value, positions }: (typeof all.value)[number]) =>
  controlKinds[control.kind].proportional
    ? `${Math.round(value * 100)} %`
    : positions.toSorted((one, other) => Math.abs(one.value - value) - Math.abs(other.value - value))[0]!.label

function press(each: (typeof all.value)[number]) {
  chosen.value = each.id
  const { positions, value, control } = each
  if (controlKinds[control.kind].proportional) return
  const at = positions.findIndex((position) => position.value > value + 1e-9)
  emit('stand', each.id, positions[at < 0 ? 0 : at]!.value)
}
function onKey(event: KeyboardEvent, { id, value, positions, control }: (typeof all.value)[number]) {
  const way = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key]
  if (!way) return
  event.preventDefault()
  const step = controlKinds[control.kind].proportional ? 0.1 : 2 / (positions.length - 1)
  emit('stand', id, Math.round(Math.min(1, Math.max(-1, value + way * step)) * 1000) / 1000)
}
</script>

<template>
  <svg class="handset" :viewBox="`0 0 ${width} ${height}`" role="group" aria-label="Handset">
    <path class="body" d="M20 26 Q180 -6 340 26 Q372 70 330 152 Q300 168 268 140 H92 Q60 168 30 152 Q-12 70 20 26 Z" />
    <g
      v-for="each in all"
      :key="each.id"
      class="control"
      :class="{ chosen: chosen === each.id, none: each.control.channel === null }"
      :transform="`translate(${each.x} ${each.y})`"
      :tabindex="still ? undefined : 0"
      :role="still ? undefined : 'button'"
      :aria-label="still ? undefined : `${each.control.name}, ${wordOf(each)}`"
      :data-control="each.id"
      @click="still || press(each)"
      @keydown.enter.prevent="still || press(each)"
      @keydown.space.prevent="still || press(each)"
      @keydown="still || onKey($event, each)"
    >
      <circle class="hit" r="15" />
      <template v-if="each.control.kind === 'stick'">
        <circle class="well" r="12" />
        <line class="knob" y1="0" x1="0" x2="0" :y2="-each.value * 10" />
        <circle class="tip" :cy="-each.value * 10" r="4" />
      </template>
      <template v-else-if="each.control.kind === 'dial'">
        <circle class="well" r="11" />
        <line class="knob" x1="0" y1="0" x2="0" y2="-10" :transform="`rotate(${each.value * 130})`" />
      </template>
      <template v-else>
        <rect class="well" x="-6" y="-12" width="12" height="24" rx="6" />
        <circle class="tip" :cy="-each.value * 7" r="5" />
      </template>
      <text class="number" y="25">{{ each.control.channel ?? '–' }}</text>
    </g>
  </svg>
</template>

<style scoped>
.handset {
  display: block;
  width: 100%;
  max-width: 420px;
}
.body {
  fill: rgba(var(--v-theme-on-surface), 0.05);
  stroke: rgb(var(--v-theme-on-surface));
}
.well {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
}
.knob {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 2;
}
.tip {
  fill: rgb(var(--v-theme-primary));
}
.hit {
  fill: transparent;
}
.control {
  cursor: pointer;
  outline: none;
}
.control:focus-visible .hit,
.control.chosen .hit {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2;
}
.none {
  opacity: 0.6;
}
.number {
  font: var(--text-note) var(--mono);
  fill: rgb(var(--v-theme-on-surface));
  text-anchor: middle;
}
</style>
