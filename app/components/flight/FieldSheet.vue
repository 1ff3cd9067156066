<script setup lang="ts">
/** One sheet for the field: the handset, what each switch does, and what the pilot will see. */
import { mdiPrinterOutline } from '@mdi/js'
import { matrixOf } from '#core/controls'
import { displayOf } from '#core/display'
import { flightAt } from '#core/flight'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const build = useBuild()
const plan = usePlan()
const resolved = useResolved()
const matrix = computed(() => matrixOf(resolved.value))
const display = computed(() => displayOf(resolved.value))
const values = computed(() => flightAt(resolved.value, 120))
const handset = computed(() => plan.value.controls.handset)
const held = computed(() => Object.keys(handset.value).length > 0)
const empty = computed(() => !held.value && !Object.keys(plan.value.displays).length)
const print = () => window.print()
</script>

<template>
  <section class="field-sheet" aria-label="Field sheet" data-testid="field-sheet">
    <p v-if="empty">
      Nothing for the field yet: <NuxtLink :to="`/builds/${build.id}/flight?view=controls`">lay out the controls</NuxtLink> or
      <NuxtLink :to="`/builds/${build.id}/flight`">the picture</NuxtLink> first.
    </p>
    <template v-else>
      <v-btn class="no-print" size="small" :prepend-icon="mdiPrinterOutline" @click="print">Print</v-btn>
      <h2>{{ plan.name }}: switches and displays</h2>
      <div class="one">
        <SwitchCard v-if="held" :columns="matrix.columns" :rows="matrix.rows" />
        <div class="seen" :class="{ many: Object.keys(plan.displays).length > 2 }">
          <HandsetPicture v-if="held" still :handset />
          <template v-if="display">
            <figure v-for="(layout, id) in plan.displays" :key="id">
              <DisplayGrid still :layout :display :values :craft="plan.name" />
              <figcaption>{{ layout.name }}</figcaption>
            </figure>
          </template>
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.field-sheet {
  padding: var(--space-4) var(--space-6);
  font-size: var(--text-small);
}
h2 {
  font-size: var(--text-head);
  margin: var(--space-3) 0;
}
.one {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-6);
  align-items: flex-start;
}
.seen {
  display: flex;
  flex: 1 1 240px;
  flex-wrap: wrap;
  gap: var(--space-4);
}
.seen > * {
  flex: 0 1 260px;
  margin: 0;
}
@media print {
  .field-sheet {
    padding: 0;
    font-size: 8.5pt;
  }
  .one {
    flex-wrap: nowrap;
    gap: 5mm;
  }
  .seen {
    flex: 0 0 64mm;
    display: block;
  }
  .seen > * {
    width: 64mm;
    margin-bottom: 3mm;
  }
  .many {
    display: flex;
  }
  .many > * {
    flex: 0 0 31mm;
  }
}
</style>
