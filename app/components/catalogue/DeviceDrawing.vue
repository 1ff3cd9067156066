<script setup lang="ts">
import type { DeviceDefinition } from '#core/catalogue'
import { wireColours } from '#core/units'

const { device } = defineProps<{ device: DeviceDefinition }>()
const rows = computed(() => {
  const held = new Set(Object.values(device.connectors).flatMap((connector) => connector.pins))
  const loose = Object.keys(device.terminals).filter((id) => !held.has(id))
  return [
    ...Object.entries(device.connectors).map(([id, { type, pins }]) => ({ id, type, pins })),
    ...(loose.length ? [{ id: 'pads', type: 'solder pads', pins: loose }] : []),
  ]
})
const widest = computed(() => Math.max(4, ...rows.value.map((row) => row.pins.length)))
const hex = (id: string) => wireColours[device.terminals[id]?.colour ?? 'WH'].hex
</script>

<template>
  <svg
    :viewBox="`0 0 ${widest * 62 + 40} ${rows.length * 92 + 50}`"
    class="device"
    role="img"
    :aria-label="`Connectors of ${device.name}`"
  >
    <rect class="body" x="8" y="8" :width="widest * 62 + 24" :height="rows.length * 92 + 34" rx="6" />
    <text class="title" x="20" y="28">{{ device.name }}</text>
    <g v-for="(row, at) in rows" :key="row.id" :transform="`translate(20, ${at * 92 + 42})`">
      <text x="0" y="12" class="small">{{ row.id }}: {{ row.type }}</text>
      <g v-for="(pin, index) in row.pins" :key="index" :transform="`translate(${index * 62}, 18)`">
        <rect class="contact" width="58" height="42" />
        <rect x="0" y="42" width="58" height="7" :fill="hex(pin)" class="lead" />
        <text x="29" y="17" text-anchor="middle" class="mono">{{ device.terminals[pin]?.label ?? '?' }}</text>
        <text x="29" y="33" text-anchor="middle" class="mono small">
          {{ index + 1 }} {{ device.terminals[pin]?.colour ?? '' }}
        </text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.device {
  width: calc(100% - 2 * var(--space-4));
  max-width: 420px;
  max-height: 100%;
  margin: var(--space-4);
}
.body {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-on-surface));
}
.contact {
  fill: rgb(var(--v-theme-background));
  stroke: rgb(var(--v-theme-on-surface));
}
.lead {
  stroke: rgb(var(--v-theme-on-surface));
}
text {
  fill: rgb(var(--v-theme-on-surface));
  font-size: var(--text-fine);
}
.title {
  font-weight: 700;
}
.small {
  font-size: var(--text-note);
}
</style>
