<script setup lang="ts">
/** What moves with the craft's tilt, and what it does at one. */
import type { Attitude, OutputAt } from '#core/controls'
import { figure } from '#core/units'

const { outputs } = defineProps<{ outputs: OutputAt[] }>()
const tilt = defineModel<Attitude>({ required: true })
const levelled = computed(() =>
  outputs.filter(({ need }) => need.need.moves?.axis !== undefined || need.need.moves?.unit === '°'),
)
</script>

<template>
  <details v-if="levelled.length">
    <summary>Moving parts as the craft tilts</summary>
    <p v-for="axis in ['roll', 'pitch', 'yaw'] as const" :key="axis" class="tilt">
      <label
        >{{ axis }}
        <input
          type="range"
          min="-45"
          max="45"
          step="1"
          :value="tilt[axis]"
          :aria-label="`Tilt of the craft, ${axis}`"
          @input="tilt = { ...tilt, [axis]: Number(($event.target as HTMLInputElement).value) }"
      /></label>
      <span class="mono">{{ tilt[axis] }}°</span>
    </p>
    <p v-for="each in levelled" :key="each.need.key" class="tilt">
      <span class="name">{{ each.name }}</span>
      <meter :value="each.pulse ?? 0" :min="each.output?.low ?? 1000" :max="each.output?.high ?? 2000" :aria-label="each.name" />
      <span class="mono">{{ each.pulse === undefined ? 'no pulses' : figure(each.pulse, 'µs', 0) }}, {{ each.effect }}</span>
    </p>
  </details>
</template>

<style scoped>
.tilt {
  display: flex;
  gap: var(--space-4);
  align-items: center;
}
.tilt label,
.tilt .name {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--space-4);
  width: 240px;
}
meter {
  width: 220px;
}
</style>
