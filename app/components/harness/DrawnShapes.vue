<script setup lang="ts">
/** Shapes of the harness drawing on the screen; their look goes by what they are. */
import type { DrawnShape } from '#core/harness'

const { shapes } = defineProps<{ shapes: DrawnShape[] }>()
</script>

<template>
  <template v-for="(shape, index) in shapes" :key="index">
    <text v-if="shape.as === 'text'" :class="shape.role" :x="shape.x" :y="shape.y" :text-anchor="shape.anchor">{{
      shape.words
    }}</text>
    <polyline
      v-else-if="shape.as === 'line'"
      :class="shape.role"
      :points="shape.points"
      :stroke="shape.colour"
      :style="{ strokeWidth: `${shape.width}px` }"
    />
    <path
      v-else-if="shape.as === 'path'"
      :class="shape.role"
      :d="shape.d"
      :transform="`translate(${shape.x} ${shape.y}) scale(${shape.scale})`"
    />
    <circle v-else-if="shape.as === 'circle'" :class="shape.role" :cx="shape.cx" :cy="shape.cy" :r="shape.r" />
    <rect v-else :class="shape.role" :x="shape.x" :y="shape.y" :width="shape.width" :height="shape.height" :rx="shape.rx" />
  </template>
</template>

<style scoped>
text {
  fill: rgb(var(--v-theme-on-surface));
}
.board-name,
.title {
  font-weight: 700;
}
.board-name {
  font-size: var(--text-head);
}
.title {
  font-size: var(--text-fine);
}
.board-note,
.terminal,
.code,
.badge,
.model {
  font-size: var(--text-drawn);
}
.code,
.badge,
.terminal {
  font-family: var(--mono);
}
.board,
.box {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
}
.picture {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.3px;
  stroke-linejoin: round;
}
.gap {
  fill: rgb(var(--v-theme-background));
}
.hole {
  fill: rgb(var(--v-theme-background));
  stroke: rgb(var(--v-theme-on-surface));
}
.dot {
  fill: rgb(var(--v-theme-on-surface));
}
polyline {
  fill: none;
  stroke-linejoin: round;
}
.break,
.edge {
  stroke: rgb(var(--v-theme-on-surface));
}
</style>
