<script setup lang="ts">
/** The wires of one device alone, large: both ends, colour, gauge and length of each. */
import { mdiClose } from '@mdi/js'
import { endName } from '#core/documents'
import { figure, wireColours } from '#core/units'
import { useBuild } from '~/stores/build'
import { useResolved } from '~/composables/usePlan'

const { id, stays } = defineProps<{
  id: string
  /** Until it is closed; else it goes with the pointer, and lets that through. */
  stays: boolean
}>()
const emit = defineEmits<{ close: [] }>()
const build = useBuild()
const resolved = useResolved()
const part = computed(() => resolved.value.parts.find((each) => each.id === id))
const wires = computed(() =>
  (build.analysis?.wires ?? []).filter(({ omitted, from, to }) => !omitted && (from.device === id || to.device === id)),
)
const ends = computed(() =>
  wires.value.map((wire) => {
    const [own, other] = wire.from.device === id ? [wire.from, wire.to] : [wire.to, wire.from]
    return { wire, own: own.label, other: endName(resolved.value, other) }
  }),
)
</script>

<template>
  <section class="close-up" :class="{ passing: !stays }" :aria-label="`Wires of ${part?.instance.name}`">
    <header>
      <h2>{{ part?.instance.name }}</h2>
      <span class="quiet">{{ part?.device.name }}</span>
      <v-spacer />
      <v-btn v-if="stays" :icon="mdiClose" size="x-small" aria-label="Close" @click="emit('close')" />
    </header>
    <table>
      <tbody>
        <tr v-for="{ wire, own, other } in ends" :key="wire.id">
          <th scope="row" class="mono">{{ own }}</th>
          <td>
            <span class="line" :style="{ background: wireColours[wire.colour].hex }" />
            <span class="mono code"
              >{{ wire.number }} {{ wire.colour }} {{ wire.gauge }}, {{ figure(wire.length, 'mm', 0) }}</span
            >
          </td>
          <td>{{ other }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="!ends.length" class="quiet">It has no wires.</p>
  </section>
</template>

<style scoped>
.close-up {
  position: absolute;
  bottom: 28px;
  max-width: min(540px, 90%);
  max-height: calc(100% - 60px);
  overflow: auto;
  padding: var(--space-4) var(--space-5);
  background: rgb(var(--v-theme-surface));
  border: 1.5px solid rgb(var(--v-theme-secondary));
  border-radius: 4px;
}
.close-up.passing {
  pointer-events: none;
}
.close-up.left {
  right: var(--space-4);
}
.close-up.right {
  left: var(--space-4);
}
header {
  display: flex;
  align-items: baseline;
  gap: var(--space-4);
}
h2 {
  font-size: var(--text-head);
}
th,
td {
  padding: 1px var(--space-3);
  text-align: left;
  vertical-align: middle;
}
.line {
  display: block;
  height: 5px;
  min-width: 130px;
  border: 1px solid rgb(var(--v-theme-on-surface));
}
.code {
  font-size: var(--text-small);
  white-space: nowrap;
}
</style>
