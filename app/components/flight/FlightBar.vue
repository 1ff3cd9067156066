<script setup lang="ts">
/** Plays the simulated flight, or shows any moment of it. */
import { mdiPause, mdiPlay } from '@mdi/js'
import { flightLength } from '#core/flight'
import { useFlight } from '~/stores/flight'

const flight = useFlight()
onBeforeUnmount(() => (flight.playing = false))
</script>

<template>
  <div class="play no-print">
    <v-btn
      size="small"
      :icon="flight.playing ? mdiPause : mdiPlay"
      :aria-label="flight.playing ? 'Pause the flight' : 'Play the flight'"
      @click="flight.playing = !flight.playing"
    />
    <input
      v-model.number="flight.time"
      type="range"
      min="0"
      :max="flightLength"
      step="1"
      aria-label="Moment of the flight"
      :aria-valuetext="flight.clock"
    />
    <span class="mono">{{ flight.clock }}</span>
    <slot />
  </div>
</template>

<style scoped>
.play {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: center;
  margin: var(--space-3) 0;
  font-size: var(--text-small);
}
input[type='range'] {
  flex: 1;
  min-height: 24px;
  accent-color: rgb(var(--v-theme-primary));
}
</style>
