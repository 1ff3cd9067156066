<script setup lang="ts">
/** A pad in a drawing: its shape, the letter of what it serves, and its label, which stands off it on one side. */
import { padLabel, type Mark } from '#core/harness'

const {
  x,
  y,
  size,
  label,
  side,
  round = false,
  mark = undefined,
} = defineProps<{
  x: number
  y: number
  size: number
  label: string
  /** Where the label stands; above and below it is turned. */
  side: 'left' | 'right' | 'above' | 'below'
  /** Ground pads are round. */
  round?: boolean
  mark?: Mark
}>()
const half = computed(() => size / 2)
const gap = computed(() => half.value + 3)
const written = computed(() => padLabel({ x, y }, size, side, label))
const place = computed(() => {
  const { x: left, y: top, turned } = written.value
  return turned ? { transform: `translate(${left},${top}) rotate(-90)` } : { x: left, y: top }
})
/** From the pad to the end of its label, so that a pointer finds both as one. */
const reach = computed(() => {
  const length = gap.value + half.value + label.length * 6.4
  const [along, before] = [length, side === 'left' || side === 'above' ? length - half.value : half.value]
  return written.value.turned
    ? { x: x - half.value, y: y - before, width: size, height: along }
    : { x: x - before, y: y - half.value, width: along, height: size }
})
</script>

<template>
  <g class="pad" :class="mark && `hue-${mark.hue}`">
    <slot />
    <rect class="reach" v-bind="reach" />
    <rect class="shape" :x="x - half" :y="y - half" :width="size" :height="size" :rx="round ? half : 2.5" />
    <text v-if="mark" class="letter mono" :x :y="y + half / 2" text-anchor="middle">{{ mark.letter }}</text>
    <text class="label mono" v-bind="place" :text-anchor="written.anchor">{{ label }}</text>
  </g>
</template>

<style scoped>
.pad {
  --hue: rgb(var(--v-theme-note));
  cursor: pointer;
}
text {
  fill: rgb(var(--v-theme-on-surface));
}
.letter {
  font-weight: 700;
}
.reach {
  fill: transparent;
}
.shape {
  fill: rgb(var(--v-theme-background));
  stroke: rgb(var(--v-theme-on-surface));
}
.pad.used .shape {
  fill: color-mix(in srgb, var(--hue) 30%, rgb(var(--v-theme-surface)));
}
.pad.under .shape {
  stroke-dasharray: 2 1.5;
}
.pad.lit .shape,
.pad:focus-visible .shape {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 4;
}
.pad:focus-visible {
  outline: none !important;
}
.pad.lit .label {
  font-weight: 700;
}
.hue-serial {
  --hue: #0f7c7c;
}
.hue-pulse {
  --hue: #3b68b8;
}
.hue-lights {
  --hue: #b28b00;
}
.hue-line {
  --hue: #2f8a4a;
}
.hue-bus {
  --hue: #8a5bb0;
}
.hue-video {
  --hue: #b5561b;
}
.hue-supply {
  --hue: #c43a2c;
}
</style>
