<script setup lang="ts">
import { mdiLock, mdiLockOpenVariantOutline } from '@mdi/js'
import { resolvePlan, type WireOverride } from '#core/plan'
import { lockWire, unlockWire, type Wire } from '#core/harness'
import { useNames } from '~/composables/useNames'
import { useBuild } from '~/stores/build'

const { wire } = defineProps<{ wire: Wire }>()
const build = useBuild()
const names = useNames()
const pads = computed(() =>
  resolvePlan(build.plan!)
    .board.pads.filter((pad) =>
      wire.kind === 'ground' ? pad.kind === 'ground' : wire.kind === 'supply' ? pad.kind === 'supply' : pad.kind === 'signal',
    )
    .map((pad) => ({ value: pad.id, title: pad.label === pad.id ? pad.label : `${pad.label} (${pad.id})` })),
)
const byHand = computed(() => build.plan!.wires[wire.id])

function set(override: WireOverride) {
  build.edit({ type: 'wire.set', wire: wire.id, override })
}

function setLock() {
  const plan = build.plan!
  build.edit(wire.locked ? unlockWire(plan, build.analysis!.wires, wire) : lockWire(plan, wire))
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
      v-if="!wire.to.device"
      :model-value="wire.to.point"
      :items="pads"
      label="Soldered to pad"
      @update:model-value="(pad) => pad && set({ pad })"
    />
    <v-text-field
      :model-value="wire.gauge"
      type="number"
      min="4"
      max="40"
      label="Gauge (AWG)"
      @change="(event: Event) => set({ gauge: Number((event.target as HTMLInputElement).value) })"
    />
    <v-text-field
      :model-value="wire.length"
      type="number"
      min="1"
      max="5000"
      label="Length (mm)"
      @change="(event: Event) => set({ length: Number((event.target as HTMLInputElement).value) })"
    />
    <v-text-field
      :model-value="wire.note"
      label="Note"
      maxlength="200"
      @change="(event: Event) => set({ note: (event.target as HTMLInputElement).value })"
    />
    <v-btn
      :prepend-icon="wire.locked ? mdiLock : mdiLockOpenVariantOutline"
      title="A locked wire keeps its pad, colour, gauge and length, and what it serves keeps its place"
      @click="setLock"
      >{{ wire.locked ? 'Unlock' : 'Lock as it is' }}</v-btn
    >
    <v-switch :model-value="!wire.omitted" label="Fitted" @update:model-value="(on) => set({ omitted: !on })" />
    <v-btn v-if="byHand && !wire.locked" color="primary" @click="build.edit({ type: 'wire.set', wire: wire.id, override: null })"
      >As worked out</v-btn
    >
  </div>
</template>
