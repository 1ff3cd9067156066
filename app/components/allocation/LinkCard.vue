<script setup lang="ts">
import { mdiLock, mdiLockOpenVariantOutline } from '@mdi/js'
import { splitKey } from '#core/plan'
import type { PortLane } from '#core/engine'
import { headRoom } from '#core/links'
import { formatShare, grouped } from '#core/units'
import { useNames } from '~/composables/useNames'
import { useAnalysis, usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const { need, link = undefined } = defineProps<{ need: string; link?: PortLane['docked'][number] }>()
const emit = defineEmits<{ drag: []; dragend: [] }>()
const build = useBuild()
const analysis = useAnalysis()
const plan = usePlan()
const resolved = useResolved()
const selection = useSelection()
const names = useNames()

const device = computed(() => splitKey(need)[0])
const kind = computed(() => resolved.value.device(device.value)?.device.class)
const locked = computed(() => plan.value.locks[need] !== undefined)
const protocol = computed(() => plan.value.definitions.protocols[link?.placement.protocol ?? '']?.name)
const cells = computed(() => analysis.value.grid.find((row) => row.key === need)?.cells ?? [])

function start(event: DragEvent) {
  event.dataTransfer!.effectAllowed = 'move'
  event.dataTransfer!.setData('text/plain', need)
  emit('drag')
}

function toggleLock() {
  const place = plan.value.assignment[need]?.place
  if (locked.value) build.edit({ type: 'need.unlock', need })
  else if (place) build.edit({ type: 'need.lock', need, place })
}
</script>

<template>
  <div
    class="link"
    :class="{ lit: selection.lit.has(`need:${need}`), locked }"
    draggable="true"
    :data-need="need"
    @dragstart="start"
    @dragend="emit('dragend')"
  >
    <button class="name" @click="selection.select(`need:${need}`)">
      <b><ClassPicture v-if="kind" :kind class="mr-1" />{{ names.device(device) }}</b>
      <span v-if="link" class="figures mono"
        >{{ protocol }} {{ grouped(link.placement.baud ?? 0) }} {{ link.format }}{{ link.inverted ? ' inv.' : ''
        }}{{ link.placement.during ? `, ${link.placement.during}` : '' }}</span
      >
      <span v-else class="figures">{{ names.need(need) }}</span>
      <span v-if="link" class="bar" :title="`Line filled to ${formatShare(link.load)}`"
        ><span :style="{ width: `${Math.min(100, link.load * 100)}%` }" :class="{ high: link.load > headRoom }"
      /></span>
    </button>
    <v-menu>
      <template #activator="{ props }">
        <v-btn
          v-bind="props"
          :icon="locked ? mdiLock : mdiLockOpenVariantOutline"
          size="x-small"
          :aria-label="`Lock or move ${names.device(device)}`"
        />
      </template>
      <v-list density="compact" :aria-label="`Places for ${names.device(device)}`">
        <v-list-item v-if="plan.assignment[need]" :title="locked ? 'Unlock' : 'Lock here'" @click="toggleLock" />
        <v-list-item
          v-for="cell in cells.filter((other) => other.place !== plan.assignment[need]?.place)"
          :key="cell.place"
          :disabled="cell.verdict === 'cannot'"
          :title="`Lock to ${names.place(cell.place)}`"
          :subtitle="
            cell.reasons
              .filter((reason) => reason.risk || cell.verdict === 'cannot')
              .map((reason) => reason.text)
              .join('; ') || 'fits'
          "
          @click="build.edit({ type: 'need.lock', need, place: cell.place })"
        />
      </v-list>
    </v-menu>
  </div>
</template>

<style scoped>
.link {
  display: flex;
  width: fit-content;
  align-items: center;
  border: 1.5px solid rgba(var(--v-theme-on-surface), 0.55);
  border-radius: 3px;
  background: rgb(var(--v-theme-surface));
  cursor: grab;
}
.link.locked {
  border-color: rgb(var(--v-theme-primary));
  border-width: 2px;
}
.link.lit {
  background: color-mix(in srgb, rgb(var(--v-theme-secondary)) 16%, rgb(var(--v-theme-surface)));
}
.name {
  display: flex;
  flex-direction: column;
  text-align: left;
  padding: var(--space-1) var(--space-1) var(--space-1) var(--space-4);
  font-size: var(--text-small);
}
.figures {
  font-size: var(--text-fine);
}
.bar {
  height: 3px;
  margin-top: 1px;
  width: 100%;
  background: rgb(var(--v-theme-surface-variant));
}
.bar span {
  display: block;
  height: 100%;
  background: rgb(var(--v-theme-primary));
}
.bar span.high {
  background: rgb(var(--v-theme-fix));
}
</style>
