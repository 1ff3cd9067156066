<script setup lang="ts">
/** Figures that follow from one measurement, or one frequency. */
import { calibratedScale } from '#core/settings'
import { figures, scales, writtenScale, type Scale } from '#core/plan'
import { plain, quarterWave } from '#core/units'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()

const old = ref(200)
const measured = ref(22.4)
const shown = ref(21)
const megahertz = ref(868)
const scale = computed(() => {
  try {
    const found = calibratedScale(old.value, measured.value, shown.value)
    return found >= figures.scale.min && found <= figures.scale.max ? found : undefined
  } catch {
    return undefined
  }
})
const kept = computed(() => Object.entries(plan.value.scales).map(([kind, value]) => ({ kind: kind as Scale, value })))
const keep = (scale: Scale, value: number | null) => build.edit({ type: 'scale.set', scale, value })
const length = computed(() =>
  megahertz.value >= 1 && megahertz.value <= 100_000 ? plain(quarterWave(megahertz.value), 1) : undefined,
)
</script>

<template>
  <section class="calibrate" aria-label="Calibration" data-testid="calibration">
    <h2>Calibration</h2>
    <p>
      A scale of <input v-model.number="old" type="number" min="0" step="any" aria-label="Scale so far" /> that shows
      <input v-model.number="shown" type="number" min="0" step="any" aria-label="Value shown" /> where
      <input v-model.number="measured" type="number" min="0" step="any" aria-label="Value measured" /> is measured becomes
      <b v-if="scale" class="mono">{{ writtenScale(scale) }}</b><span v-else role="alert" class="text-error"
        >nothing: all three are above 0</span
      >
      <span class="quiet"> (scale × measured / shown; battery voltage and current alike).</span>
    </p>
    <p class="no-print">
      <v-btn
        v-for="(title, kind) in scales"
        :key="kind"
        variant="outlined"
        size="small"
        :disabled="!scale"
        @click="keep(kind, scale!)"
        >Keep for {{ title.toLowerCase() }}</v-btn
      >
    </p>
    <p v-for="{ kind, value } in kept" :key="kind">
      {{ scales[kind] }}: a scale of <b class="mono">{{ writtenScale(value) }}</b> is set on the board with this plan.
      <v-btn class="no-print" size="small" variant="text" @click="keep(kind, null)"
        >Leave the board’s own<span class="d-sr-only"> for {{ scales[kind].toLowerCase() }}</span></v-btn
      >
    </p>
    <p>
      A quarter wave at
      <input v-model.number="megahertz" type="number" min="1" max="100000" step="any" aria-label="Frequency in megahertz" /> MHz
      is <b v-if="length" class="mono">{{ length }} mm</b
      ><span v-else role="alert" class="text-error">told from 1 to 100 000 MHz</span>
      <span class="quiet"> in air (c / 4f).</span>
    </p>
  </section>
</template>

<style scoped>
.calibrate {
  padding-top: var(--space-4);
  font-size: var(--text-small);
}
h2 {
  font-size: var(--text-body);
}
p {
  margin: var(--space-2) 0;
}
.v-btn + .v-btn {
  margin-left: var(--space-3);
}
input {
  width: 84px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.5);
  border-radius: 3px;
  padding: 0 var(--space-2);
  color: inherit;
}
</style>
