<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { useSelection } from '~/stores/selection'
import { useBuild } from '~/stores/build'

const selection = useSelection()
const build = useBuild()
const parts = computed(() => {
  const text = selection.selected ?? ''
  const at = text.indexOf(':')
  return { kind: text.slice(0, at), id: text.slice(at + 1) }
})
const device = computed(() => build.plan?.devices.find((one) => one.id === parts.value.id))
const wire = computed(() => build.analysis?.wires.find((one) => one.id === parts.value.id))
</script>

<template>
  <section class="inspector no-print" aria-label="Inspector" data-testid="inspector">
    <v-btn class="close" :icon="mdiClose" size="x-small" aria-label="Select nothing" @click="selection.clear()" />
    <DeviceInspector v-if="parts.kind === 'device' && device" :key="device.id" :instance="device" />
    <NeedInspector v-else-if="parts.kind === 'need'" :key="parts.id" :need="parts.id" />
    <PortInspector v-else-if="parts.kind === 'port'" :key="parts.id" :port-id="parts.id" />
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
  padding: 8px 12px 12px;
}
.close {
  position: absolute;
  right: 6px;
  top: 6px;
}
.inspector :deep(h2) {
  font-size: 13.5px;
  padding-right: 30px;
}
.inspector :deep(.fields) {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}
.inspector :deep(dl) {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 10px;
  font-size: 12.5px;
  margin: 6px 0;
}
.inspector :deep(dd) {
  margin: 0;
}
.inspector :deep(dt) {
  opacity: 0.75;
}
</style>
