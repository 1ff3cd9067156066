<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { deviceClasses, resolveDevice } from '#core/catalogue'
import { openFindings } from '#core/checks'
import type { Priority } from '#core/plan'
import { formatAmps, formatVolts } from '#core/units'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useSorted } from '~/composables/useSorted'
import { useBuild } from '~/stores/build'
import { useSelection } from '~/stores/selection'

const build = useBuild()
const plan = usePlan()
const resolved = useResolved()
const selection = useSelection()

const rows = computed(() =>
  plan.value.devices.map((instance) => {
    const definition = plan.value.definitions.devices[instance.definition]!
    const device = resolveDevice(definition, instance.variant, plan.value.settings[instance.id])
    const findings = openFindings(build.analysis?.findings ?? []).filter((finding) =>
      finding.subjects.includes(`device:${instance.id}`),
    )
    return {
      instance,
      device,
      kind: deviceClasses[device.class],
      variants: Object.entries(definition.variants).map(([value, { name, note }]) => ({
        value,
        title: name,
        props: { subtitle: note },
      })),
      supply: device.supplies.map(({ min, max }) => (min === max ? formatVolts(min) : `${min}–${formatVolts(max)}`)).join(', '),
      // An ESC's with that of its motors.
      peak: resolved.value.supplies
        .filter(({ fitted }) => fitted.id === instance.id)
        .reduce((sum, { supply }) => sum + supply.peak, 0),
      worst: findings[0]?.severity,
    }
  }),
)
const { sorting, sorted } = useSorted(() => rows.value, {
  name: ({ instance }) => instance.name,
  kind: ({ kind }) => kind,
  part: ({ device }) => device.name,
  wanted: ({ instance }) => (instance.priority === 'must' ? 0 : instance.priority),
  supply: ({ supply }) => supply,
  peak: ({ peak }) => peak,
  mass: ({ device }) => device.mass,
})
const mass = computed(() => rows.value.reduce((sum, { device }) => sum + device.mass, 0))
const priorities: { value: Priority; title: string; props?: { subtitle: string } }[] = [
  { value: 'must', title: 'must' },
  { value: 1, title: 'wish 1', props: { subtitle: 'the strongest' } },
  { value: 2, title: 'wish 2' },
  { value: 3, title: 'wish 3' },
]

function remove(id: string, name: string) {
  build.edit({ type: 'device.remove', device: id }, `${name} is removed.`)
}
</script>

<template>
  <v-table class="plain devices" hover>
    <thead>
      <tr>
        <th><span class="d-sr-only">Gravest finding</span></th>
        <SortHead v-model="sorting" column="name">Device</SortHead>
        <SortHead v-model="sorting" column="kind" class="if-wide">Kind</SortHead>
        <SortHead v-model="sorting" column="part" class="if-room">Part</SortHead>
        <th class="if-room">Variant</th>
        <SortHead v-model="sorting" column="wanted">Wanted</SortHead>
        <SortHead v-model="sorting" column="supply" class="if-wide">Supply</SortHead>
        <SortHead v-model="sorting" column="peak" class="text-right if-wide">Peak</SortHead>
        <SortHead v-model="sorting" column="mass" class="text-right if-room">Mass</SortHead>
        <th><span class="d-sr-only">Actions</span></th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="{ instance, device, kind, variants, supply, peak, worst } in sorted"
        :key="instance.id"
        :class="{ lit: selection.lit.has(`device:${instance.id}`) }"
        @click="selection.selected = `device:${instance.id}`"
      >
        <td class="mark"><SeverityMark v-if="worst" :severity="worst" /></td>
        <td>
          <ClassPicture :kind="device.class" class="mr-2" />
          <button class="name" @click.stop="selection.select(`device:${instance.id}`)">{{ instance.name }}</button>
          <span v-if="instance.note" class="quiet note" :title="instance.note">{{ instance.note }}</span>
        </td>
        <td class="quiet if-wide">{{ kind }}</td>
        <td class="if-room">{{ device.name }}</td>
        <td class="if-room" @click.stop>
          <CellSelect
            v-if="variants.length > 1"
            :model-value="instance.variant"
            :items="variants"
            class="variant"
            :aria-label="`Variant of ${instance.name}`"
            @update:model-value="(variant) => build.edit({ type: 'device.variant', device: instance.id, variant })"
          />
          <span v-else class="quiet">{{ variants[0]!.title }}</span>
        </td>
        <td @click.stop>
          <CellSelect
            :model-value="instance.priority"
            :items="priorities"
            class="priority"
            :aria-label="`How much ${instance.name} is wanted`"
            @update:model-value="(priority) => build.edit({ type: 'device.priority', device: instance.id, priority })"
          />
        </td>
        <td class="mono if-wide">{{ supply }}</td>
        <td class="mono text-right if-wide">{{ peak ? formatAmps(peak) : '' }}</td>
        <td class="mono text-right if-room">{{ device.mass }} g</td>
        <td @click.stop>
          <v-btn
            :icon="mdiClose"
            size="x-small"
            :aria-label="`Remove ${instance.name}`"
            @click="remove(instance.id, instance.name)"
          />
        </td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <td />
        <td colspan="9" class="quiet">
          {{ rows.length }} device{{ rows.length === 1 ? '' : 's' }}, <span class="mono">{{ mass.toFixed(1) }} g</span>
        </td>
      </tr>
    </tfoot>
  </v-table>
</template>

<style scoped>
.devices {
  flex: 0 0 auto;
}
.devices :deep(:is(td, th)) {
  padding: 0 var(--space-3) !important;
}
.devices :deep(td) {
  white-space: nowrap;
}
.mark {
  width: 28px;
}
.name {
  font-weight: 700;
  text-align: left;
}
.note {
  display: inline-block;
  max-width: 160px;
  margin-left: var(--space-3);
  overflow: hidden;
  text-overflow: ellipsis;
  vertical-align: bottom;
}
.priority {
  width: 80px;
}
.variant {
  width: 120px;
}
tfoot td {
  height: 30px;
  border-top: var(--edge);
}
</style>
