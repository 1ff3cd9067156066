<script setup lang="ts">
import { mdiLock, mdiLockOpenVariantOutline } from '@mdi/js'
import type { WireOverride } from '#core/plan'
import { lockWire, pointOf, unlockWire, type Wire } from '#core/harness'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { usePoints } from '~/composables/usePoints'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const { wire } = defineProps<{ wire: Wire }>()
const build = useBuild()
const plan = usePlan()
const selection = useSelection()
const names = useNames()
/** Every point a wire can end at, those of its own kind first; what comes of the others the findings say. */
const points = usePoints()
const ends = computed(() => {
  const own = wire.kind === 'video' ? ['signal', 'video', 'joint'] : [wire.kind, 'joint']
  return points.value
    .filter(({ value }) => value !== pointOf(wire.from))
    .sort((one, other) => Number(own.includes(other.nature)) - Number(own.includes(one.nature)))
})
const byHand = computed(() => plan.value.wires[wire.id])

function set(values: WireOverride) {
  build.edit({ type: 'wire.set', wire: wire.id, set: values })
}

/** An emptied field goes back to what is worked out. */
function setFigure(key: 'gauge' | 'length', value: number | undefined) {
  if (value === undefined) build.edit({ type: 'wire.set', wire: wire.id, unset: [key] })
  else set({ [key]: value })
}

function setNote(event: Event) {
  const note = (event.target as HTMLInputElement).value.trim()
  if (note) set({ note })
  else build.edit({ type: 'wire.set', wire: wire.id, unset: ['note'] })
}

const extra = computed(() => plan.value.extras[wire.id] !== undefined)
function remove() {
  build.edit({ type: 'wire.remove', wire: wire.id })
  selection.clear()
}

function setLock() {
  const wires = build.analysis?.wires ?? []
  build.edit(wire.locked ? unlockWire(plan.value, wires, wire) : lockWire(plan.value, wire))
}
</script>

<template>
  <h2>{{ wire.number }}, {{ wire.net }}</h2>
  <p class="quiet">
    {{ names.device(wire.from.device!) }} {{ wire.from.label }} to {{ wire.to.device ? names.device(wire.to.device) : 'board' }}
    {{ wire.to.label }}
  </p>
  <div class="fields">
    <v-autocomplete
      :model-value="pointOf(wire.to)"
      :items="ends"
      label="Ends at"
      @update:model-value="(end) => end && set({ end })"
    />
    <FigureField
      figure="gauge"
      optional
      whole
      :value="wire.gauge"
      label="Gauge (AWG)"
      @set="(gauge) => setFigure('gauge', gauge)"
    />
    <FigureField
      figure="length"
      optional
      :value="wire.length"
      label="Length (mm)"
      @set="(length) => setFigure('length', length)"
    />
    <v-text-field :model-value="wire.note" label="Note" maxlength="200" @change="setNote" />
    <v-btn
      :prepend-icon="wire.locked ? mdiLock : mdiLockOpenVariantOutline"
      title="A locked wire keeps its end, colour, gauge and length, and what it serves keeps its place"
      @click="setLock"
      >{{ wire.locked ? 'Unlock' : 'Lock as it is' }}</v-btn
    >
    <v-switch
      :model-value="!wire.omitted"
      label="Fitted"
      @update:model-value="
        (on) => build.edit({ type: 'wire.set', wire: wire.id, ...(on ? { unset: ['omitted'] } : { set: { omitted: true } }) })
      "
    />
    <v-btn v-if="byHand && !wire.locked" color="primary" @click="build.edit({ type: 'wire.clear', wire: wire.id })"
      >As worked out</v-btn
    >
    <v-btn v-if="extra" @click="remove">Remove this wire</v-btn>
  </div>
</template>
