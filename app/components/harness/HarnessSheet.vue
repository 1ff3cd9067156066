<script setup lang="ts">
import { mdiFitToPageOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import type { HarnessDrawing } from '#core/harness'
import { wireColours } from '#core/units'
import { usePanZoom } from '~/composables/usePanZoom'
import { useSelection } from '~/stores/selection'

const { drawing } = defineProps<{ drawing: HarnessDrawing }>()
const selection = useSelection()
const size = computed(() => ({ width: drawing.width, height: drawing.height }))
const { frame, zoom, fit, onWheel, onDown, onMove, onUp, onKey } = usePanZoom(size)

const line = (points: { x: number; y: number }[]) => points.map(({ x, y }) => `${x},${y}`).join(' ')
const boxes = computed(() => [drawing.board, ...drawing.devices])
const subject = (id: string) => (id === 'board' ? undefined : `device:${id}`)
</script>

<template>
  <div class="sheet">
    <div class="tools no-print">
      <v-btn :icon="mdiMagnifyPlusOutline" aria-label="Closer" @click="zoom(1.25)" />
      <v-btn :icon="mdiMagnifyMinusOutline" aria-label="Farther" @click="zoom(0.8)" />
      <v-btn :icon="mdiFitToPageOutline" aria-label="Show all" @click="fit" />
    </div>
    <svg
      class="drawing"
      :viewBox="`${frame.x} ${frame.y} ${frame.width} ${frame.height}`"
      tabindex="0"
      role="group"
      aria-label="Harness drawing. Plus and minus zoom, arrows move."
      data-testid="harness"
      @wheel.prevent="onWheel"
      @pointerdown="onDown"
      @pointermove="onMove"
      @pointerup="onUp"
      @pointercancel="onUp"
      @keydown="onKey"
    >
      <g
        v-for="{ wire, points, label } in drawing.wires"
        :key="wire.id"
        class="wire"
        :class="{
          chosen: selection.lit.has(`wire:${wire.id}`),
          faded: selection.selected && !selection.lit.has(`wire:${wire.id}`),
        }"
        :data-wire="wire.id"
        @click="selection.select(`wire:${wire.id}`)"
      >
        <polyline class="reach" :points="line(points)" />
        <polyline class="edge" :points="line(points)" />
        <polyline class="core" :points="line(points)" :stroke="wireColours[wire.colour].hex" />
        <text :x="label.x" :y="label.y - 4" text-anchor="middle" class="mono code">
          {{ wire.number }} {{ wire.colour }} {{ wire.gauge }}
        </text>
      </g>
      <g
        v-for="box in boxes"
        :key="box.id"
        :class="{ chosen: subject(box.id) && selection.lit.has(subject(box.id)!) }"
        class="box"
        @click="box.id !== 'board' && selection.select(subject(box.id))"
      >
        <rect :x="box.x" :y="box.y" :width="box.width" :height="box.height" rx="3" />
        <text :x="box.x + 8" :y="box.y + 16" class="title">{{ box.title }}</text>
        <text v-if="box.id === 'board'" :x="box.x + box.width - 8" :y="box.y + 16" text-anchor="end" class="small">
          {{ box.subtitle }}
        </text>
        <g v-for="terminal in box.terminals" :key="terminal.point + terminal.y">
          <circle :cx="terminal.x" :cy="terminal.y" r="2.6" />
          <text
            :x="terminal.x + (terminal.x === box.x ? 7 : -7)"
            :y="terminal.y + 4"
            :text-anchor="terminal.x === box.x ? 'start' : 'end'"
            class="mono"
          >
            {{ terminal.label }}
          </text>
          <text
            v-if="terminal.badge"
            :x="terminal.x + (terminal.x === box.x ? -8 : 8)"
            :y="terminal.y + 4"
            :text-anchor="terminal.x === box.x ? 'end' : 'start'"
            class="mono badge"
            :class="terminal.badge.kind"
          >
            {{ terminal.badge.colour }} {{ terminal.badge.text }}
          </text>
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  flex: 0 0 auto;
  height: min(68vh, 640px);
  border-bottom: var(--edge);
}
.tools {
  position: absolute;
  right: 8px;
  top: 6px;
  display: flex;
  background: rgb(var(--v-theme-background));
}
.drawing {
  width: 100%;
  height: 100%;
  display: block;
  touch-action: none;
  cursor: grab;
  user-select: none;
}
text {
  fill: rgb(var(--v-theme-on-surface));
  font-size: 12px;
}
.title {
  font-weight: 700;
}
.small,
.code,
.badge {
  font-size: 10.5px;
}
.box rect {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
}
.box.chosen rect {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 2.5;
}
.box circle {
  fill: rgb(var(--v-theme-on-surface));
}
polyline {
  fill: none;
  stroke-linejoin: round;
}
.reach {
  stroke: transparent;
  stroke-width: 10;
}
.edge {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 3.4;
}
.core {
  stroke-width: 2;
}
.wire {
  cursor: pointer;
}
.wire.chosen .edge {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 6.5;
}
.wire.faded {
  opacity: 0.28;
}
@media print {
  .sheet {
    border: 0;
  }
  .sheet,
  .drawing {
    height: auto;
  }
}
</style>
