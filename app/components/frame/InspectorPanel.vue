<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { partsOf, type Place } from '#core/plan'
import { useNames } from '~/composables/useNames'
import { useSelection } from '~/stores/selection'
import { useBuild } from '~/stores/build'

const selection = useSelection()
const build = useBuild()
const names = useNames()
const parts = computed(() => (selection.selected ? partsOf(selection.selected) : { kind: undefined, id: '' }))
/** A pad of a device is shown with the device. */
const owner = computed(() => parts.value.id.split('/')[0]!)
const device = computed(() => build.plan?.devices.find(({ id }) => id === owner.value))
const wire = computed(() => build.analysis?.wires.find(({ id }) => id === parts.value.id))
</script>

<template>
  <section class="inspector no-print" aria-label="Inspector" data-testid="inspector">
    <v-btn class="close" :icon="mdiClose" size="x-small" aria-label="Select nothing" @click="selection.clear()" />
    <DeviceInspector v-if="parts.kind === 'device' && device" :key="device.id" :instance="device" />
    <JointInspector
      v-else-if="parts.kind === 'device' && build.plan?.joints[parts.id]"
      :id="parts.id"
      :key="`joint ${parts.id}`"
    />
    <NeedInspector v-else-if="parts.kind === 'need'" :key="parts.id" :need="parts.id" />
    <PortInspector v-else-if="parts.kind === 'port'" :key="parts.id" :port-id="parts.id" />
    <PadInspector v-else-if="parts.kind === 'pad'" :key="parts.id" :pad-id="parts.id" />
    <p v-else-if="parts.kind === 'rail'">
      {{ names.place(selection.selected as Place) }}: what it feeds is marked.
      <NuxtLink :to="`/builds/${build.id}/harness?view=power`">Power</NuxtLink>
    </p>
    <WireInspector v-else-if="parts.kind === 'wire' && wire" :key="wire.id" :wire />
    <p v-else class="quiet">This is not in the plan any more.</p>
  </section>
</template>

<style scoped>
.inspector {
  position: relative;
  flex: 0 1 46%;
  overflow: auto;
  border-top: 2px solid rgb(var(--v-theme-secondary));
  padding: var(--space-4) var(--space-5) var(--space-5);
}
.close {
  position: absolute;
  right: 6px;
  top: 6px;
}
.inspector :deep(h2) {
  font-size: var(--text-body);
  padding-right: var(--space-7);
}
.inspector :deep(.fields) {
  display: grid;
  gap: var(--space-4);
  margin-top: var(--space-4);
}
.inspector :deep(dl) {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: var(--space-1) var(--space-4);
  font-size: var(--text-small);
  margin: var(--space-3) 0;
}
.inspector :deep(dd) {
  margin: 0;
}
.inspector :deep(dt) {
  opacity: 0.75;
}
</style>
