<script setup lang="ts">
import { deviceClasses, needKind, resolveDevice, takesPlace } from '#core/catalogue'
import { keyOf, type DeviceInstance, type Place } from '#core/plan'
import { formatAmps, formatVolts } from '#core/units'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { instance } = defineProps<{ instance: DeviceInstance }>()
const build = useBuild()
const plan = usePlan()
const names = useNames()
const definition = computed(() => plan.value.definitions.devices[instance.definition]!)
const device = computed(() => resolveDevice(definition.value, instance.variant))
const sources = computed(() => {
  const rows = build.analysis?.grid.filter((row) => row.kind === 'supply' && row.device === instance.id) ?? []
  return rows.map((row) => ({
    key: row.key,
    now: plan.value.supplies[row.key],
    supply: device.value.supplies.find((input) => input.id === row.part),
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
      @update:model-value="(place: Place) => build.edit({ type: 'supply.choose', supply: source.key, source: place })"
    />
  </div>
  <dl>
    <template v-for="need in device.needs" :key="need.id">
      <dt>{{ need.label }}</dt>
      <dd v-if="instance.leftOut.includes(need.id)">
        left out
        <v-btn size="x-small" @click="build.edit({ type: 'need.leave-out', need: keyOf(instance.id, need.id), leftOut: false })"
          >Want it again</v-btn
        >
      </dd>
      <dd v-else-if="takesPlace(need)">{{ names.place(plan.assignment[keyOf(instance.id, need.id)]?.place) }}</dd>
      <dd v-else>{{ needKind(need).places.toLowerCase() }}</dd>
    </template>
  </dl>
  <DefinitionUpdate :definition />
</template>
