<script setup lang="ts">
import { mdiLock } from '@mdi/js'
import type { Wire, WireEnd } from '#core/harness'
import { idIn } from '#core/plan'
import { wireColours, type WireColour } from '#core/units'
import { useNames } from '~/composables/useNames'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const { wires } = defineProps<{ wires: Wire[] }>()
const build = useBuild()
const selection = useSelection()
const names = useNames()
const kinds = { signal: 'signal', video: 'video', supply: 'supply', ground: 'ground' }
const shown = ref<(keyof typeof kinds)[]>(['signal', 'video', 'supply', 'ground'])
const rows = computed(() => wires.filter((wire) => shown.value.includes(wire.kind)))
const colours = Object.entries(wireColours).map(([value, { name }]) => ({ value, title: value, props: { subtitle: name } }))

const contact = ({ connector, contact: number }: WireEnd) => (connector && number ? `${connector} · ${number}` : '')

function setLength(wire: Wire, event: Event) {
  const length = Number((event.target as HTMLInputElement).value)
  if (length > 0) build.edit({ type: 'wire.set', wire: wire.id, set: { length } })
}

watch(
  () => selection.selected,
  async (selected) => {
    const wire = idIn('wire', selected)
    if (wire === undefined) return
    await nextTick()
    document.querySelector(`tr[data-wire="${CSS.escape(wire)}"]`)?.scrollIntoView({ block: 'nearest' })
  },
)
</script>

<template>
  <div class="head no-print">
    <b>Wire list</b>
    <label v-for="(word, kind) in kinds" :key="kind"><input v-model="shown" type="checkbox" :value="kind" /> {{ word }}</label>
  </div>
  <v-table class="plain wires" fixed-header data-testid="wires">
    <thead>
      <tr>
        <th>No.</th>
        <th>From</th>
        <th>To</th>
        <th>Net</th>
        <th>Colour</th>
        <th class="text-right">AWG</th>
        <th class="text-right">mm</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="wire in rows"
        :key="wire.id"
        :data-wire="wire.id"
        :class="{ lit: selection.lit.has(`wire:${wire.id}`), omitted: wire.omitted }"
        @click="selection.selected = `wire:${wire.id}`"
      >
        <td class="mono">
          <button @click.stop="selection.select(`wire:${wire.id}`)">{{ wire.number }}</button>
          <v-icon v-if="wire.locked" :icon="mdiLock" size="13" aria-label="locked" />
        </td>
        <td>
          {{ names.device(wire.from.device!) }} <b class="mono">{{ wire.from.label }}</b>
          <span class="quiet where">{{ contact(wire.from) }}</span>
        </td>
        <td>
          {{ wire.to.device ? names.device(wire.to.device) : 'board' }} <b class="mono">{{ wire.to.label }}</b>
          <span class="quiet where">{{ contact(wire.to) }}</span>
        </td>
        <td>{{ wire.source ? names.place(wire.source) : wire.net }}</td>
        <td @click.stop>
          <v-select
            :model-value="wire.colour"
            :items="colours"
            variant="plain"
            :aria-label="`Colour of ${wire.number}`"
            class="colour"
            @update:model-value="(colour: WireColour) => build.edit({ type: 'wire.set', wire: wire.id, set: { colour } })"
          >
            <template #prepend-inner><span class="swatch" :style="{ background: wireColours[wire.colour].hex }" /></template>
          </v-select>
        </td>
        <td class="mono text-right">{{ wire.gauge }}</td>
        <td class="text-right" @click.stop>
          <input
            class="mono length"
            type="number"
            min="1"
            max="5000"
            :value="wire.length"
            :aria-label="`Length of ${wire.number} in millimetres`"
            @change="setLength(wire, $event)"
          />
        </td>
      </tr>
    </tbody>
  </v-table>
</template>

<style scoped>
.head {
  display: flex;
  gap: var(--space-5);
  padding: var(--space-3) var(--space-6);
}
.head label {
  display: inline-flex;
  gap: var(--space-2);
}
.wires {
  flex: 0 0 auto;
}
.wires :deep(td),
.wires :deep(th) {
  padding: 0 var(--space-3) !important;
  white-space: nowrap;
}
.where {
  font-size: var(--text-fine);
  margin-left: var(--space-2);
}
.swatch {
  width: 18px;
  height: 5px;
  border: 1px solid rgb(var(--v-theme-on-surface));
  margin-right: var(--space-2);
  align-self: center;
}
.colour {
  width: 78px;
}
.wires :deep(.v-field__input) {
  padding-top: var(--space-2);
  padding-bottom: var(--space-2);
  min-height: 28px;
}
.length {
  width: 52px;
  padding: var(--space-1) var(--space-2);
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  border-radius: 3px;
  text-align: right;
  color: inherit;
}
.omitted {
  text-decoration: line-through;
}
</style>
