<script setup lang="ts">
import {
  assumedRating,
  batteryMass,
  batteryRange,
  cellVoltage,
  figure,
  formatAmps,
  formatVolts,
  type Chemistry,
} from '#core/units'
import type { Plan } from '#core/plan'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const resolved = useResolved()

const chemistries = Object.entries(cellVoltage).map(([value, { name }]) => ({ value, title: name }))
const range = computed(() => batteryRange(plan.value.battery.cells, plan.value.battery.chemistry))

function setBattery(change: Partial<Plan['battery']>) {
  build.edit({ type: 'battery.set', battery: { ...plan.value.battery, ...change } })
}

/** Sets what may be left open, or leaves it open. */
function setOpen<K extends 'rating' | 'mass' | 'connector'>(field: K, value: Plan['battery'][K] | undefined) {
  const battery = { ...plan.value.battery, [field]: value }
  if (value === undefined) delete battery[field]
  build.edit({ type: 'battery.set', battery })
}
const valueOf = (event: Event) => (event.target as HTMLInputElement).value.trim()

/** Both currents are given, or both estimated. */
function setMotors(field: 'hover' | 'full', amps: number | undefined) {
  const { motors: _, ...rest } = plan.value.craft
  const given = { ...motors.value, [field]: amps }
  build.edit({
    type: 'craft.set',
    craft: amps === undefined ? rest : { ...rest, motors: { hover: given.hover, full: given.full } },
  })
}
function refuseMotors(field: 'hover' | 'full', amps: number): string {
  const given = { ...motors.value, [field]: amps }
  return given.full < given.hover ? 'full throttle takes at least as much' : ''
}
const motors = computed(() => resolved.value.motors)
const estimate = computed(() =>
  motors.value.estimatedFrom === undefined
    ? ''
    : `estimated from ${figure(Math.round(motors.value.estimatedFrom / 10) * 10, 'g')}`,
)
</script>

<template>
  <section class="sheet field-row" aria-label="Battery, motors and note">
    <v-select
      :model-value="plan.battery.cells"
      :items="[1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14]"
      label="Cells"
      class="cells"
      @update:model-value="(cells: number) => setBattery({ cells })"
    />
    <v-select
      :model-value="plan.battery.chemistry"
      :items="chemistries"
      label="Battery"
      class="chemistry"
      @update:model-value="(chemistry: Chemistry) => setBattery({ chemistry })"
    />
    <FigureField
      figure="capacity"
      :value="plan.battery.capacity"
      label="Capacity, mAh"
      class="capacity"
      @set="(capacity) => setBattery({ capacity })"
    />
    <FigureField
      figure="rating"
      optional
      :value="plan.battery.rating"
      label="C rating"
      :placeholder="`${assumedRating}`"
      persistent-placeholder
      class="short"
      @set="(rating) => setOpen('rating', rating)"
    />
    <FigureField
      figure="mass"
      optional
      :value="plan.battery.mass"
      label="Mass, g"
      :placeholder="`${Math.round(batteryMass(plan.battery))}`"
      persistent-placeholder
      class="short"
      title="As weighed; estimated from its energy while empty"
      @set="(mass) => setOpen('mass', mass)"
    />
    <v-text-field
      :model-value="plan.battery.connector"
      label="Plug"
      placeholder="kind of plug"
      persistent-placeholder
      maxlength="40"
      class="short"
      @change="(event: Event) => setOpen('connector', valueOf(event) || undefined)"
    />
    <FigureField
      v-for="(word, field) in {
        hover: plan.craft.outline === 'wing' ? 'Cruise A per motor' : 'Hover A per motor',
        full: 'Full A per motor',
      }"
      :key="field"
      figure="motor"
      optional
      :value="plan.craft.motors?.[field]"
      :refuse="(amps) => refuseMotors(field, amps)"
      :label="word"
      :placeholder="formatAmps(motors[field])"
      persistent-placeholder
      class="motor"
      :title="estimate ? `Each of ${motors.count} motors; ${estimate}` : `Each of ${motors.count} motors`"
      @set="(amps) => setMotors(field, amps)"
    />
    <v-textarea
      :model-value="plan.note"
      label="Note on the build"
      rows="1"
      auto-grow
      maxlength="2000"
      class="note"
      @change="(event: Event) => build.edit({ type: 'plan.note', note: valueOf(event) })"
    />
    <p class="range mono">{{ formatVolts(range.min) }} empty<br />{{ formatVolts(range.max) }} full</p>
  </section>
</template>

<style scoped>
.sheet {
  padding: var(--space-4) var(--space-6);
}
.sheet > .short {
  flex: 1 1 80px;
  max-width: 100px;
}
.sheet > .capacity {
  flex: 0 0 120px;
}
.sheet > .chemistry {
  flex: 1 1 145px;
  max-width: 180px;
}
.sheet > .cells {
  flex: 0 1 68px;
}
.sheet > .motor {
  flex: 1 1 122px;
  max-width: 150px;
}
.sheet > .note {
  flex: 1 1 70%;
}
.range {
  margin: 0;
  flex: 0 0 auto;
  white-space: nowrap;
  font-size: var(--text-small);
}
</style>
