<script setup lang="ts">
import { deviceClasses, needKind, resolveDevice, takesPlace } from '#core/catalogue'
import { freshDeviceId, keyOf, type DeviceInstance, type Edit, type Place } from '#core/plan'
import { formatAmps, formatVolts } from '#core/units'
import { useNames } from '~/composables/useNames'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'

const { instance } = defineProps<{ instance: DeviceInstance }>()
const build = useBuild()
const plan = usePlan()
const names = useNames()
const definition = computed(() => plan.value.definitions.devices[instance.definition]!)
const device = computed(() => resolveDevice(definition.value, instance.variant, plan.value.settings[instance.id]))
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
const at = computed(() => plan.value.devices.findIndex(({ id }) => id === instance.id))

/** Moves it before the device that stands at a place now; to the end where there is none. */
function move(to: number) {
  build.edit({ type: 'device.move', device: instance.id, before: plan.value.devices[to]?.id ?? null })
}

function duplicate() {
  const id = freshDeviceId(plan.value, instance.definition)
  const same = plan.value.devices.filter(({ definition: of }) => of === instance.definition).length
  const copy = { ...instance, id, name: `${instance.name.replace(/ \d+$/, '')} ${same + 1}` }
  const edits: Edit[] = [
    {
      type: 'device.add',
      definition: definition.value,
      protocols: [],
      device: JSON.parse(JSON.stringify(copy)) as DeviceInstance,
    },
    { type: 'device.move', device: id, before: plan.value.devices[at.value + 1]?.id ?? null },
  ]
  build.edit({ type: 'several', label: `Duplicate ${instance.name}`, edits })
}
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
    <v-textarea
      :model-value="instance.note"
      label="Note"
      rows="1"
      auto-grow
      maxlength="2000"
      @change="
        (event: Event) =>
          build.edit({ type: 'device.note', device: instance.id, note: (event.target as HTMLTextAreaElement).value.trim() })
      "
    />
  </div>
  <p class="acts">
    <v-btn size="x-small" variant="outlined" @click="duplicate">Duplicate</v-btn>
    <v-btn size="x-small" variant="outlined" :disabled="at === 0" @click="move(at - 1)">Move up</v-btn>
    <v-btn size="x-small" variant="outlined" :disabled="at === plan.devices.length - 1" @click="move(at + 2)">Move down</v-btn>
    <NuxtLink :to="`/catalogue/device/${definition.id}`">Definition</NuxtLink>
  </p>
  <dl>
    <template v-for="need in device.needs" :key="need.id">
      <dt>{{ need.label }}</dt>
      <dd v-if="instance.leftOut.includes(need.id)">
        left out
        <v-btn size="x-small" @click="build.edit({ type: 'need.leave-out', need: keyOf(instance.id, need.id), leftOut: false })"
          >Use it after all</v-btn
        >
      </dd>
      <dd v-else-if="takesPlace(need)">{{ names.place(plan.assignment[keyOf(instance.id, need.id)]?.place) }}</dd>
      <dd v-else>{{ needKind(need).places.toLowerCase() }}</dd>
    </template>
  </dl>
  <DefinitionUpdate :definition />
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-3);
  margin-top: var(--space-3);
}
.acts a {
  color: rgb(var(--v-theme-primary));
}
</style>
