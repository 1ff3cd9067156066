<script setup lang="ts">
import { deviceClasses, resolveDevice } from '#core/catalogue'
import type { DeviceInstance } from '#core/plan'
import { formatAmps, formatVolts } from '#core/units'
import { useNames } from '~/composables/useNames'
import { useBuild } from '~/stores/build'

const { instance } = defineProps<{ instance: DeviceInstance }>()
const build = useBuild()
const names = useNames()
const definition = computed(() => build.plan!.definitions.devices[instance.definition]!)
const device = computed(() => resolveDevice(definition.value, instance.variant))
const sources = computed(() => {
  const rows = build.analysis?.grid.filter((row) => row.kind === 'supply' && row.device === instance.id) ?? []
  return rows.map((row) => ({
    key: row.key,
    now: build.plan!.supplies[row.key],
    supply: device.value.supplies.find((one) => one.id === row.part),
    items: row.cells.map((cell) => ({
      value: cell.place,
      title: names.place(cell.place),
      props: { disabled: cell.verdict === 'cannot', subtitle: cell.reasons[0]?.text },
    })),
  }))
})
</script>

<template>
  <h2>{{ instance.name }}</h2>
  <p class="quiet">{{ deviceClasses[device.class] }}, {{ device.name }} by {{ device.maker }}. {{ device.summary }}</p>
  <div class="fields">
    <v-text-field
      :model-value="instance.name"
      label="Name"
      maxlength="80"
      @change="
        (event: Event) =>
          build.edit({ type: 'device.rename', device: instance.id, name: (event.target as HTMLInputElement).value })
      "
    />
    <v-select
      v-for="source in sources"
      :key="source.key"
      :model-value="source.now"
      :items="source.items"
      :label="`Fed from (${source.supply ? `${source.supply.min}–${formatVolts(source.supply.max)}, ${formatAmps(source.supply.peak)} peak` : ''})`"
      @update:model-value="(place: string) => build.edit({ type: 'supply.choose', supply: source.key, source: place })"
    />
  </div>
  <dl>
    <template v-for="need in device.needs" :key="need.id">
      <dt>{{ need.label }}</dt>
      <dd v-if="instance.leftOut.includes(need.id)">
        left out
        <v-btn size="x-small" @click="build.edit({ type: 'need.leave-out', need: `${instance.id}/${need.id}`, leftOut: false })"
          >Want it again</v-btn
        >
      </dd>
      <dd v-else-if="need.kind === 'video'">video chain</dd>
      <dd v-else-if="need.kind === 'control'">{{ need.channels }} channels</dd>
      <dd v-else>{{ names.place(build.plan!.assignment[`${instance.id}/${need.id}`]?.place) }}</dd>
    </template>
  </dl>
  <DefinitionUpdate :definition />
</template>
